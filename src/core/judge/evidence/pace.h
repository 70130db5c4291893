// SPDX-License-Identifier: GPL-3.0-or-later
// How a drive's pace over its surface stands against its own past, and against itself.
#pragma once

#include "core/judge/evidence/scan_digest.h"

#include <optional>

namespace orbita {

// How many times longer a byte takes than it took before: 1 as before, 1.25 a quarter longer.
struct PaceChange {
    double typical = 1; // the median over the zones
    double worst = 1;   // the zone that has slowed down most
    std::size_t worstZone = 0;
    std::size_t zones = 0; // that were compared
};

// Absent where they cannot be compared: read in other ways, in blocks of very different size or so many at
// once, or fewer than eight zones in common.
std::optional<PaceChange> comparePace(const ScanDigest& before, const ScanDigest& now);

// The zone that takes longest against its neighbours, which is what it should give: the pace of a rotating
// drive falls gently from its beginning to its end, that of solid state not at all.
struct UnevenZone {
    double ratio = 1;
    std::size_t zone = 0;
};
// Absent where fewer than half of the zones were timed.
std::optional<UnevenZone> slowestZone(const ScanDigest& scan);

} // namespace orbita
