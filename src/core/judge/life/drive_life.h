// SPDX-License-Identifier: GPL-3.0-or-later
// A drive's life on this bench: its visits in order, and of each what was read, found, done and ruled.
#pragma once

#include "core/judge/evidence/evidence.h"
#include "core/judge/kept_ruling.h"

#include <optional>
#include <vector>

namespace orbita {

struct LifeVisit {
    Visit visit;
    std::optional<PastVitals> vitals; // the last that were read on it
    std::vector<ScanDigest> scans;    // begun on it, the oldest first
    std::optional<KeptRuling> ruling; // the last that was entered on it
    std::vector<DriveAction> done;    // oldest first
    std::optional<WearFigure> wear;   // of its latest scan that says something

    [[nodiscard]] const Reading* reading(ReadingKind kind) const;
};

struct DriveLife {
    DriveIdentity drive;           // as it was seen last
    std::vector<LifeVisit> visits; // oldest first
};

// Lists in any order. What came before the first visit belongs to it.
DriveLife lifeOf(const DriveIdentity& drive, const History& history, const std::vector<KeptRuling>& rulings,
                 const std::vector<ScanDigest>& scans, const UnwornKind& unworn = {});

// How a drive's zones look on one visit, for a small map: of each, the worst grade that its scans found and
// what reading took.
struct ZoneLook {
    Grade worst = Grade::none; // none: not read; late where one block in 200 is, or more
    double lateShare = 0;      // of the blocks graded, late or worse by the drive's own doing
    double nsPerByte = 0;      // 0: not timed
    friend bool operator==(const ZoneLook&, const ZoneLook&) = default;
};
std::array<ZoneLook, zoneCount> zonesSeen(const std::vector<ScanDigest>& scans);

} // namespace orbita
