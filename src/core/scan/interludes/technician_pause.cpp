// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/interludes/technician_pause.h"

namespace orbita {

void TechnicianPause::run(Interruptible& scan) {
    scan.show(ScanPhase::pausing);
    if (!scan.drain())
        return;
    const LbaSpan here{scan.position(), {}};
    scan.log({.kind = ScanEventKind::paused, .span = here});
    const Nanoseconds from = scan.clock().now();
    scan.show(ScanPhase::paused);
    m_gate.wait(scan.stop());
    scan.time().leaveOut(scan.clock().now() - from);
    if (!scan.stop().stop_requested())
        scan.log({.kind = ScanEventKind::resumed, .span = here});
    scan.show(ScanPhase::reading);
}

} // namespace orbita
