// SPDX-License-Identifier: GPL-3.0-or-later
// What a judge needs of a scan: everything but its map, which may be hundreds of megabytes.
#pragma once

#include "core/scan/record.h"

#include <array>

namespace orbita {

// The drive in equal parts, LBA 0 first.
constexpr std::size_t zoneCount = 64;

struct Zone {
    std::uint64_t graded = 0; // blocks
    std::array<std::uint64_t, gradeCount> blocks{};
    // Late or worse by the drive's own doing: neither while something else used it, nor good on every later
    // read.
    std::uint64_t lateByItself = 0;
    // Of the blocks read there, what a byte took: the median over stretches of the zone, so that a slow patch
    // does not move it. 0: none was timed.
    double nsPerByte = 0;
    friend bool operator==(const Zone&, const Zone&) = default;
};

struct ScanDigest {
    std::int64_t startedAt = 0; // seconds since 1970
    DriveIdentity drive;
    ReadWay way = ReadWay::read;
    ScanOrder order = ScanOrder::forward;
    std::uint32_t blockSectors = 0;
    std::uint32_t depth = 1;
    EndReason ended = EndReason::running;
    std::vector<LbaSpan> covered;
    double unmappedShare = 0; // of what is covered: answered without the medium
    double ungradedShare = 0; // of what is covered: read, with nothing to compare its time with
    std::vector<LedgerEntry> ledger;
    TreatmentLayer treatments;
    std::vector<Standstill> standstills;
    std::array<Zone, zoneCount> zones{};
    std::uint64_t graded = 0;    // blocks
    std::uint64_t late = 0;      // of those, late or worse by the drive's own doing
    std::uint64_t disturbed = 0; // late or worse while something else used the drive
    std::uint64_t linkFaults = 0;
    std::uint64_t failedBlocks = 0; // failed as a whole; their sectors are still to be found out
    // By how many units of lateness the latest block in a thousand is late, at least: how even its answers
    // are.
    double lateUnitsOfThousandth = 0;
};

ScanDigest digestOf(const ScanRecord& record);

} // namespace orbita
