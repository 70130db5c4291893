// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/drive/drive.h"
#include "core/plate/plate.h"

#include <optional>
#include <string_view>

namespace orbita {

// What was said when asked whether the data on the drive exists elsewhere.
enum class DataElsewhere : std::uint8_t { notAsked, saved, notSaved, unknown };
std::string_view dataElsewhereName(DataElsewhere answer);
std::optional<DataElsewhere> dataElsewhereFromName(std::string_view name);

// What to scan and how, as a person says it.
struct ScanPlan {
    std::optional<LbaSpan> span;                   // absent: the whole drive
    std::uint32_t blockSectors = 0;                // 0: chosen to suit the drive
    Nanoseconds limit = std::chrono::seconds{8};   // no answer for so long: stalled
    Nanoseconds giveUp = std::chrono::seconds{60}; // no answer for so long: the scan ends
    std::uint64_t stopAfterUnreadable = 0;         // sectors; 0: never
    DataElsewhere data = DataElsewhere::notAsked;
    bool measurePaceFirst = true; // a few short reads across the span, for the expected duration
    bool inUse = false;           // something else uses the drive: its timings suffer
};

constexpr std::uint32_t leastBlockSectors = 8;
constexpr std::uint32_t mostBlockBytes = 4U << 20U;

// The plan with everything chosen, checked against the drive. Errors: a span beyond the end or empty, a block
// size out of range or no multiple of the physical sector, a limit that is not positive or not below giveUp.
struct SettledPlan {
    ScanPlan asked;
    BlockGrid grid;
};
Result<SettledPlan> settlePlan(const ScanPlan& plan, const DriveIdentity& identity,
                               const DriveLimits& limits);

// "FIRST..LAST", both sectors included. Errors: no numbers, reversed.
Result<LbaSpan> parseSpan(std::string_view text);

} // namespace orbita
