// SPDX-License-Identifier: GPL-3.0-or-later
// Time is an argument: whoever measures is handed a clock.
#pragma once

#include "core/base/units.h"

namespace orbita {

class Clock {
public:
    virtual ~Clock() = default;
    // Time since an arbitrary origin; never goes back.
    [[nodiscard]] virtual Nanoseconds now() const = 0;
    // Lets `duration` pass on this clock.
    virtual void sleep(Nanoseconds duration) = 0;
};

// CLOCK_MONOTONIC of this machine.
class MonotonicClock final : public Clock {
public:
    [[nodiscard]] Nanoseconds now() const override;
    void sleep(Nanoseconds duration) override;
};

} // namespace orbita
