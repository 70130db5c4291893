// SPDX-License-Identifier: GPL-3.0-or-later
// How patient the engine is; on the drive's clock.
#pragma once

#include "core/base/units.h"

namespace orbita {

constexpr Nanoseconds slice = std::chrono::milliseconds{20};          // longest wait before looking up
constexpr Nanoseconds publishInterval = std::chrono::milliseconds{1}; // between two answers to viewers
constexpr Nanoseconds stopPatience = std::chrono::milliseconds{100};  // for a command in flight to come back
constexpr std::uint32_t mostInterruptionsInARow = 20;

} // namespace orbita
