// SPDX-License-Identifier: GPL-3.0-or-later
// What several scans of one drive, taken together, say of its surface: of each place, what was found there
// last.
#pragma once

#include "core/judge/evidence/defect_changes.h"
#include "core/judge/evidence/scan_digest.h"

namespace orbita {

struct KnownSurface {
    KnownState state; // what has been treated since, and reads well, is in its ledger no more
    // Of each scan, how much of the drive it was the last to read, 0 to 1; in the order of the scans.
    std::vector<double> share;
    std::uint64_t healedPatches = 0; // that held unreadable sectors, and were treated since
    std::uint64_t vainPatches = 0;   // that were written to, and hold unreadable sectors all the same
};

// `scans`: of one drive, in ascending order of time. Sectors are those of the last one.
KnownSurface surfaceKnownFrom(const std::vector<const ScanDigest*>& scans);

} // namespace orbita
