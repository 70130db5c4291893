// SPDX-License-Identifier: GPL-3.0-or-later
// Some drives, bridges and virtual disks answer a verify at once, without looking at the medium. It is
// believed where it takes about what reading takes.
#pragma once

#include "core/base/units.h"

#include <vector>

namespace orbita {

// Rotating drives: verifies and reads of one sector each, by turns and spread over the drive, so that each
// waits for the medium on its own. What holds nothing is answered without it, by either: the slower half of
// each list is compared, and nothing is doubted where reading itself did not wait (less than an eighth of
// `turn`).
bool believableVerify(std::vector<Nanoseconds> verifies, std::vector<Nanoseconds> reads, Nanoseconds turn);

// Solid state, where a command takes a while whatever it asks for: what a long verify takes over a short one,
// in each of several places, beside the same for reading there. A link slower than the medium makes the reads
// alone longer; no medium delivers more than 8 GB/s. `bytesMore`: by so much the long one is longer.
struct LengthProbe {
    Nanoseconds shortVerify;
    Nanoseconds longVerify;
    Nanoseconds shortRead;
    Nanoseconds longRead;
};
bool believableVerify(const std::vector<LengthProbe>& probes, std::uint64_t bytesMore);

// Fewer answers than this say nothing.
constexpr std::size_t leastVerifyProbes = 8;

Nanoseconds medianOf(std::vector<Nanoseconds> values); // the lower of two in the middle; requires one

} // namespace orbita
