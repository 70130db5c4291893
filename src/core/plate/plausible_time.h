// SPDX-License-Identifier: GPL-3.0-or-later
// What reading a block can take on any sound drive: what an expectation is held against that comes from
// nothing but the blocks to be graded.
#pragma once

#include "core/plate/grade.h"

namespace orbita {

struct PlausibleTime {
    Nanoseconds surely{}; // what takes no longer is steady on any drive
    Nanoseconds most{};   // what is usual on no drive takes longer
};

struct BlockReading {
    bool rotating = true;
    Nanoseconds turn{}; // of a rotating drive
    std::uint64_t bytes = 0;
    bool goneTo = false;    // each block has to be gone to first
    Nanoseconds carrying{}; // so many bytes from the drive's cache to the computer, where that was measured
    std::uint32_t atOnce = 1;
};

// The bounds are wide, from the slowest drive in use to the quickest: a patch that stays within them cannot
// be told from a slow drive.
PlausibleTime plausibleTime(const BlockReading& reading, const GradeLimits& limits);

// Bytes a second that no rotating medium exceeds; the quickest there are read 290 MB/s.
constexpr double fastestRotating = 350e6;

} // namespace orbita
