// SPDX-License-Identifier: GPL-3.0-or-later
// What the blocks of a drive took on an earlier visit: what to expect of them, read the same way again.
#pragma once

#include "core/plate/pace_course.h"
#include "core/scan/plan.h"

#include <functional>
#include <optional>
#include <stop_token>

namespace orbita {

struct ScanRecord;

struct EarlierPace {
    PaceCourse course;
    std::uint32_t blockSectors = 0;
    ReadWay way = ReadWay::read;
    std::string attachment;

    // Read the same way, in blocks of the same size, through the same kind of attachment, one after the
    // other: all else takes another time.
    [[nodiscard]] bool fits(const SettledPlan& plan, const DriveIdentity& drive) const;
};

// Nothing where that scan did not read block after block, or holds too few steady ones to say.
std::optional<EarlierPace> earlierPace(const ScanRecord& record);

// The latest that fits; nothing where there is none. Asked on the scan's thread, and only where what is
// scanned is too little to speak for the drive. Must return soon after a stop is requested.
using EarlierPaceFinder = std::function<std::optional<EarlierPace>(const SettledPlan&, const DriveIdentity&,
                                                                   const std::stop_token&)>;

} // namespace orbita
