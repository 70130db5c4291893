// SPDX-License-Identifier: GPL-3.0-or-later
// Two visits of one drive, one over the other: what has become of its defects, its pace and its counters.
#pragma once

#include "core/judge/evidence/defect_changes.h"
#include "core/judge/life/drive_life.h"

#include <array>
#include <optional>
#include <vector>

namespace orbita {

struct CounterChange {
    ReadingKind kind = ReadingKind::vendorSpecific;
    ReadingUnit unit = ReadingUnit::count;
    std::int64_t before = 0;
    std::int64_t now = 0;
    // What it grew by in a thousand hours of running; absent where it does not count up, or the hours between
    // are not known or fewer than ten.
    std::optional<double> perThousandHours;
    friend bool operator==(const CounterChange&, const CounterChange&) = default;
};

struct ComparedSide {
    std::int64_t at = 0; // seconds since 1970
    bool read = false;   // any of its surface was, on that visit
    std::uint64_t capacityBytes = 0;
    KnownState found; // on that visit alone
    std::array<ZoneLook, zoneCount> zones{};
};

struct VisitComparison {
    ComparedSide before;
    ComparedSide now;
    double comparedPercent = 0;                       // of the drive, read on both
    std::vector<ChangedPlace> places;                 // ascending; by byte, since sectors may differ in size
    std::array<std::uint64_t, placeChanges> counts{}; // of these, by PlaceChange
    PatchChanges patches;
    std::optional<PaceChange> pace;
    // Of the two scans that it was compared by; else of the latest of each.
    std::array<double, zoneCount> nsPerByteBefore{};
    std::array<double, zoneCount> nsPerByteNow{};
    std::optional<WearFigure> wear;           // of `now` since `before`
    std::vector<CounterChange> counters;      // read on both, in the order of ReadingKind
    std::optional<std::int64_t> hoursBetween; // of running
    // It cannot all be of one drive's one life: hours of running, or what was written, went back.
    bool contradicts = false;
};

// Of two of its visits, whichever way round. Requires: both exist.
VisitComparison compareVisits(const DriveLife& life, std::size_t one, std::size_t other);

} // namespace orbita
