// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/clock.h"

namespace orbita::sim {

// A clock that moves only when told. Unpaced, any time passes at once; paced, `speed` virtual seconds are
// made to last one real second, so that a simulated drive can be watched.
class VirtualClock final : public Clock {
public:
    // speed 0: unpaced.
    explicit VirtualClock(double speed = 0) : m_speed(speed) {}

    [[nodiscard]] Nanoseconds now() const override { return m_now; }
    void sleep(Nanoseconds duration) override { advanceTo(m_now + duration); }
    // Virtual seconds a real second, from now on; changes nothing in an unpaced clock.
    void setSpeed(double speed);
    [[nodiscard]] double speed() const { return m_speed; }
    // Paced, from now on: no wait is cut short to make up for one that took too long, and none is saved up.
    // For what times each answer, where else only the whole keeps pace.
    void waitExactly() { m_exact = true; }
    // Moves on to `t`; does nothing if that has passed.
    void advanceTo(Nanoseconds t);

private:
    void keepPace();

    double m_speed;
    Nanoseconds m_now{};
    Nanoseconds m_anchorVirtual{};
    Nanoseconds m_anchorReal{};
    bool m_anchored = false;
    bool m_exact = false;
    MonotonicClock m_real;
};

} // namespace orbita::sim
