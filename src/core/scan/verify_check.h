// SPDX-License-Identifier: GPL-3.0-or-later
// Some drives, bridges and virtual disks answer a verify at once, without looking at the medium.
#pragma once

#include "core/base/units.h"

#include <vector>

namespace orbita {

// Whether verifies spread over the drive took as long as the medium must take. `turn`: one revolution of a
// rotating drive, which on average waits half of it for the sector; less than an eighth in the middle of all
// cannot be. Zero for solid state, whose medium is faster than any link, but not faster than 20 GB/s.
// Requires at least one latency.
bool believableVerify(std::vector<Nanoseconds> latencies, Nanoseconds turn, std::uint64_t bytesEach);

Nanoseconds medianOf(std::vector<Nanoseconds> values); // the lower of two in the middle

} // namespace orbita
