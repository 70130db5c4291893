// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/interludes/image_saving.h"

#include <thread>

namespace orbita {

namespace {
constexpr auto imageLook = std::chrono::milliseconds{5}; // of the place's time, not of the drive's
} // namespace

bool ImageSaving::due(Nanoseconds /*now*/) {
    if (!m_image)
        return false;
    m_status = m_image->status();
    return m_image->full() || m_status.trouble;
}

void ImageSaving::look(Interruptible& scan) {
    m_status = m_image->status();
    if (m_status.trouble && !m_halted) {
        m_halted = true;
        scan.log({.kind = ScanEventKind::savingHalts});
    }
    scan.show(ScanPhase::saving);
    std::this_thread::sleep_for(imageLook);
}

void ImageSaving::run(Interruptible& scan) {
    if (!scan.drain())
        return;
    const Nanoseconds from = scan.clock().now();
    while (!scan.stop().stop_requested() && (m_status.trouble || !m_image->relieved()))
        look(scan);
    if (m_halted && !scan.stop().stop_requested()) {
        m_halted = false;
        scan.log({.kind = ScanEventKind::savingGoesOn});
    }
    scan.time().leaveOut(scan.clock().now() - from);
    scan.bringHeadBack();
    scan.show(ScanPhase::reading);
}

void ImageSaving::finish(Interruptible& scan) {
    if (!m_image)
        return;
    m_image->finish();
    const Nanoseconds from = scan.clock().now();
    while (!m_image->finished() && !scan.stop().stop_requested())
        look(scan);
    scan.time().leaveOut(scan.clock().now() - from);
    m_status = m_image->status();
    if (m_halted && m_image->finished())
        scan.log({.kind = ScanEventKind::savingGoesOn});
    scan.log({.kind = ScanEventKind::saved, .count = m_status.held.value});
}

} // namespace orbita
