// SPDX-License-Identifier: GPL-3.0-or-later
// In which order the blocks of a scan are visited. No I/O: the engine asks what is next and tells what came
// of it.
#pragma once

#include "core/drive/standstill.h"
#include "core/scan/block_runs.h"
#include "core/scan/plan.h"

#include <memory>

namespace orbita {

// Blocks to be read one after the other.
struct BlockRange {
    std::uint64_t first = 0; // the first block read
    std::uint64_t count = 0;
    bool backward = false;
    std::uint64_t stride = 0; // not 0: every other block is one so much further on
    bool preSeek = false;     // one ungraded sector first, so that no seek is counted as lateness
    bool splitBlock = false;  // a block that failed as a whole: find its sectors
    [[nodiscard]] std::uint64_t at(std::uint64_t i) const {
        if (stride != 0)
            return first + i / 2 + i % 2 * stride;
        return backward ? first - i : first + i;
    }
    // True where the blocks lie side by side, so that any part of the range is one span.
    [[nodiscard]] bool contiguous() const { return stride == 0 || count < 2; }

    friend bool operator==(const BlockRange&, const BlockRange&) = default;
};

// What came of a range, in order, up to where it was left.
struct RangeResult {
    std::uint64_t done = 0; // blocks dealt with, one way or another, before the one below
    Nanoseconds readTime{}; // what was read of them took
    // Where the range was left: a block that could not be read and is put off, or one that was dealt with
    // and took as long as a failure.
    std::optional<std::uint64_t> failed;
    bool putOff = false;
    Nanoseconds failedTime{};
};

class Route {
public:
    virtual ~Route() = default;

    // The blocks to read next; nothing when all have been handed out.
    virtual std::optional<BlockRange> next() = 0;
    // True: at a failure the rest of the range is left for another time, and so is finding the bad sectors
    // of the block that failed; next() is asked anew.
    [[nodiscard]] virtual bool defersFailures() const { return false; }
    // What came of the latest range since this was last called.
    virtual void learn(const RangeResult& news) = 0;
    // Of a block that was looked into: how many of its sectors were read, and in what time.
    virtual void learnInside(SectorCount /*read*/, Nanoseconds /*took*/) {}

    // Blocks that next() has not handed out yet.
    [[nodiscard]] virtual std::uint64_t blocksLeft() const = 0;
    // True where the blocks are visited side by side, so that time follows from place.
    [[nodiscard]] virtual bool sequential() const = 0;
};

// sweep: how many blocks away every other one is read, at most.
std::uint64_t sweepDistance(const SettledPlan& plan);

// For every order. `failed`: blocks, of those to visit, that are known to fail as a whole. Where the drive
// came to a standstill before is left until everything else is read (berth.h).
std::unique_ptr<Route> makeRoute(const SettledPlan& plan, const BlockRuns& toVisit,
                                 const std::vector<std::uint64_t>& failed = {},
                                 const std::vector<Standstill>& standstills = {});

} // namespace orbita
