// SPDX-License-Identifier: GPL-3.0-or-later
// How a scan stands, in numbers.
#pragma once

#include "core/image/image_writer.h"
#include "core/plate/lateness.h"
#include "core/scan/event_log.h"

namespace orbita {

struct ScanTotals {
    std::array<std::uint64_t, gradeCount> blocks{}; // by Grade; `none` is not counted
    std::uint64_t linkFaults = 0; // damaged transfers, also those that succeeded when repeated
    SectorCount covered;          // sectors whose state is known
    // Of the blocks late or worse, those that were while something else used the drive: not the drive's
    // doing.
    std::uint64_t disturbed = 0;
    std::uint64_t unmapped = 0; // blocks that were answered without the medium: there is nothing in them
    std::uint64_t ungraded = 0; // blocks that were read well, with nothing to compare their time with

    [[nodiscard]] std::uint64_t of(Grade grade) const { return blocks[static_cast<std::size_t>(grade)]; }
    [[nodiscard]] std::uint64_t visited() const {
        std::uint64_t sum = 0;
        for (const std::uint64_t n : blocks)
            sum += n;
        return sum;
    }
};

enum class ScanPhase : std::uint8_t {
    opening,   // the drive has not been identified yet
    measuring, // short reads for the expected duration
    reading,
    splitting, // looking for the exact sectors in an unreadable block
    again,     // measuring defects again from the medium
    waiting,   // a command is past the limit, or the drive seems gone
    cooling,   // too warm by the plan's rule
    saving,    // reading waits for the image that is saved to
    treating,  // reading waits while what was found is treated
    pausing,
    paused,
    ended
};

struct ScanStatus {
    ScanPhase phase = ScanPhase::opening;
    ScanOrder order = ScanOrder::forward;
    std::uint32_t blockSectors = 0;
    std::uint32_t depth = 1; // commands at the drive at once
    EndReason ended = EndReason::running;
    ScanTotals totals;
    Lba position;                     // where the next block to be read begins
    std::uint64_t blocksPlanned = 0;  // by the plan; fewer than the plate has for parts and samples
    std::uint64_t blocksDone = 0;     // of those
    std::uint64_t failedBlocks = 0;   // failed as a whole; their sectors are still to be found out
    std::uint64_t toMeasureAgain = 0; // defects seen once, to be measured again from the medium
    std::optional<StopRule> asks;     // the rule that has paused the scan
    // How much of the plan is done, 0 to 1.
    [[nodiscard]] double share() const {
        return blocksPlanned == 0 ? 0 : static_cast<double>(blocksDone) / static_cast<double>(blocksPlanned);
    }
    Nanoseconds elapsed{};               // on the drive's clock, pauses not counted
    std::optional<Nanoseconds> expected; // for the whole span
    std::optional<Nanoseconds> left;
    double paceNow = 0; // bytes a second, over about the last second
    double paceAverage = 0;
    Nanoseconds unit{};     // u
    Nanoseconds baseline{}; // what this drive does nearby; zero while unknown
    Nanoseconds waited{};   // in phase waiting: for how long
    // Where and after how long: the latest block that was answered, and the slowest so far. Zero: none yet.
    struct Answer {
        Lba lba;
        Nanoseconds latency{};
    };
    Answer latest;
    Answer slowest;
    // Degrees Celsius, as the drive was asked between blocks; absent where it does not tell.
    std::optional<int> temperature;
    std::optional<int> hottest;
    LatenessHistogram lateness;
    SavingStatus saving;
    std::vector<std::string> loadBy; // who else used the drive when that was last looked into
    std::uint64_t ledgerVersion = 0;
    std::size_t eventCount = 0;
};

} // namespace orbita
