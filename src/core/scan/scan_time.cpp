// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/scan_time.h"

namespace orbita {

namespace {
constexpr Nanoseconds paceWindow = std::chrono::seconds{1};
} // namespace

void ScanTime::begin(std::uint64_t blocksDone) {
    m_began = m_clock.now();
    m_paceSince = m_began;
    m_paceFrom = blocksDone;
}

double ScanTime::blocksASecond(std::uint64_t blocksDone) {
    const Nanoseconds now = m_clock.now();
    if (m_paceSince && now - *m_paceSince < paceWindow)
        return m_pace;
    if (m_paceSince)
        m_pace = static_cast<double>(blocksDone - m_paceFrom) / toSeconds(now - *m_paceSince);
    m_paceSince = now;
    m_paceFrom = blocksDone;
    return m_pace;
}

} // namespace orbita
