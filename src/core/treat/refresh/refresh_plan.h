// SPDX-License-Identifier: GPL-3.0-or-later
// Refreshing a drive that reads, but has grown slow: which of it is read and written back, in what pieces,
// and what that costs, as plain data.
#pragma once

#include "core/plate/plate.h"
#include "core/treat/treatment_plan.h"
#include "core/vitals/vitals.h"

#include <optional>

namespace orbita {

struct RefreshPlan {
    // Ascending, never overlapping, whole physical sectors; none of them in `known`.
    std::vector<LbaSpan> spans;
    bool whole = true;              // of the drive; false: only what reads late
    std::uint32_t blockSectors = 8; // read and written at once; pieces begin at its multiples
    TreatmentLimits limits;
    std::vector<LbaSpan> known; // could not be read before: left alone
    DataElsewhere data = DataElsewhere::notAsked;
    bool againstAdvice = false;
    std::string reason;

    [[nodiscard]] SectorCount sectors() const;
};

// Read and written at once on a drive that takes so many sectors at once: at most a MiB.
constexpr std::uint32_t mostRefreshedBytes = 1U << 20U;
std::uint32_t refreshBlock(const DriveIdentity& drive, std::uint32_t maxSectors);

// Sectors that a list of defects says cannot be read, by the physical sector: nothing can be written back
// there.
std::vector<LbaSpan> unreadableIn(const std::vector<LedgerEntry>& ledger, const DriveIdentity& drive);
// All of the drive but for `known`.
std::vector<LbaSpan> wholeBut(const std::vector<LbaSpan>& known, const DriveIdentity& drive);
// Blocks of a map that read, but late or worse, without `known`.
std::vector<LbaSpan> lateIn(const Plate& plate, const BlockGrid& grid, const std::vector<LbaSpan>& known,
                            const DriveIdentity& drive);
// The piece of `span` from `at`, inside it, up to the next multiple of `blockSectors`. A large drive has more
// of them than are kept in memory.
LbaSpan pieceFrom(Lba at, const LbaSpan& span, std::uint32_t blockSectors);
// What is left to do once the first `done` sectors of the plan are.
std::vector<LbaSpan> leftOf(const RefreshPlan& plan, SectorCount done);

// What a refresh costs, as far as it can be told before.
struct RefreshCost {
    std::uint64_t bytes = 0;         // written, at most
    std::optional<Nanoseconds> time; // absent: the drive's pace is not known
    // Of solid state: percent of the maker's estimate of its life, by how it has worn so far; absent: it does
    // not tell, or has not worn enough yet to say.
    std::optional<double> wearPercent;
    // Of what was written to it in its life so far; absent: it does not tell.
    std::optional<double> ofWritten;
};
// `vitals`: null: none. `bytesASecond`: what reading it came to, 0: not known.
RefreshCost refreshCost(const RefreshPlan& plan, const DriveIdentity& drive, const Vitals* vitals,
                        double bytesASecond);

// What was found at a place that is worth being told by itself. Kept by name.
enum class RefreshFound : std::uint8_t {
    healed,           // read late, and reads in time since
    stillLate,        // as late as before
    grewLate,         // read in time before
    unreadable,       // met on the way, and left alone: it is not known among the defects
    refused,          // the medium did not take it; it reads as before
    worse,            // it reads no more; its contents are kept
    different,        // what it reads is not what was written; what was written is kept
    writtenMeanwhile, // it was broken off here, and somebody has written since; what it held is kept
};
std::string_view refreshFoundName(RefreshFound found);
std::optional<RefreshFound> refreshFoundFromName(std::string_view name);

struct RefreshFinding {
    LbaSpan span;
    RefreshFound found = RefreshFound::healed;
    Nanoseconds before{}; // what reading took; 0: not known
    Nanoseconds after{};
    std::string words; // the drive's, where it refused
    friend bool operator==(const RefreshFinding&, const RefreshFinding&) = default;
};

struct RefreshTotals {
    SectorCount done; // of the plan, in its order
    SectorCount written;
    SectorCount empty;            // of solid state: nothing but zeros, left alone
    std::uint64_t late = 0;       // pieces that read late
    std::uint64_t healed = 0;     // of them
    std::uint64_t stillLate = 0;  // and grown late
    std::uint64_t unreadable = 0; // physical sectors met
    std::uint64_t refused = 0;
    std::uint64_t worse = 0;
    Nanoseconds took{}; // all parts of it together
    friend bool operator==(const RefreshTotals&, const RefreshTotals&) = default;
};

} // namespace orbita
