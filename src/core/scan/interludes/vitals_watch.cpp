// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/interludes/vitals_watch.h"

namespace orbita {

namespace {
constexpr Nanoseconds vitalsInterval = std::chrono::minutes{10};
} // namespace

void VitalsWatch::run(Interruptible& scan) {
    if (!scan.drain())
        return;
    m_due = scan.clock().now() + vitalsInterval;
    const auto critical = m_count(scan.stop());
    if (!critical) {
        m_count = {};
        return;
    }
    m_critical = *critical;
    scan.bringHeadBack();
}

} // namespace orbita
