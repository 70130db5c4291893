// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/clock.h"

#include <ctime>
#include <thread>

namespace orbita {

Nanoseconds MonotonicClock::now() const {
    timespec t{};
    clock_gettime(CLOCK_MONOTONIC, &t);
    return std::chrono::seconds{t.tv_sec} + Nanoseconds{t.tv_nsec};
}

void MonotonicClock::sleep(Nanoseconds duration) {
    std::this_thread::sleep_for(duration);
}

} // namespace orbita
