// SPDX-License-Identifier: GPL-3.0-or-later
// How a scan gives a wide berth to the places where the drive came to a standstill before: all else is read
// first, then what lies beside them, coming up to each from both sides, then the places themselves.
#pragma once

#include "core/drive/standstill.h"
#include "core/scan/route.h"

namespace orbita {

// As often as a drive may freeze or go away at one place; there it is not asked again.
constexpr std::uint32_t mostStandstills = 2;

// A place, and how much on either side of it is left for last.
struct Berth {
    Standstill place;
    LbaSpan around; // the place and both its sides
    SectorCount width;
    // It froze, or took the drive away, so often.
    [[nodiscard]] bool notAsked() const {
        return place.kind != StandstillKind::stalled && place.times >= mostStandstills;
    }
};

// As wide as the plan says. Where several places lie within each other's berth they are one stretch of bad
// surface, and each one more that froze the drive doubles the berth around them all. None for a width of 0.
std::vector<Berth> berthsOf(const SettledPlan& plan, const std::vector<Standstill>& places);

// The blocks of `runs` that lie in none of them.
BlockRuns clearOf(const BlockGrid& grid, const BlockRuns& runs, const std::vector<Berth>& berths);

// What `elsewhere` has, then the blocks of `within`, all inside the berths; those of them that are `failed`,
// to be looked into, after the others. What is not to be asked again is never handed out, and stays among
// blocksLeft().
std::unique_ptr<Route> berthRoute(const BlockGrid& grid, std::unique_ptr<Route> elsewhere,
                                  const BlockRuns& within, const std::vector<std::uint64_t>& failed,
                                  const std::vector<Berth>& berths);

} // namespace orbita
