// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/virtual_clock.h"

namespace orbita::sim {

namespace {
// Shorter waits are saved up: sleeping costs more than it would wait.
constexpr Nanoseconds leastWait = std::chrono::milliseconds{2};
// Further behind than this (a pause, a busy computer), the pace starts afresh instead of rushing to catch up.
constexpr Nanoseconds mostLag = std::chrono::milliseconds{60};
} // namespace

void VirtualClock::setSpeed(double speed) {
    if (m_speed <= 0 || speed == m_speed)
        return;
    m_speed = speed;
    m_anchored = false;
}

void VirtualClock::advanceTo(Nanoseconds t) {
    if (t <= m_now)
        return;
    m_now = t;
    if (m_speed > 0)
        keepPace();
}

void VirtualClock::keepPace() {
    const Nanoseconds real = m_real.now();
    const Nanoseconds due = m_anchorReal + fromSeconds(toSeconds(m_now - m_anchorVirtual) / m_speed);
    if (!m_anchored || real - due > (m_exact ? Nanoseconds{} : mostLag)) {
        m_anchored = true;
        m_anchorReal = real;
        m_anchorVirtual = m_now;
    } else if (due - real > (m_exact ? Nanoseconds{} : leastWait)) {
        m_real.sleep(due - real);
    }
}

} // namespace orbita::sim
