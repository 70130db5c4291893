// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/scan_digest.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t stretchesOfZone = 32;

// Half of the stretches took no longer.
double medianNsPerByte(const Plate& plate, std::uint64_t first, std::uint64_t count, double blockBytes) {
    std::vector<double> times;
    const std::uint64_t stretches = std::min(count, stretchesOfZone);
    for (std::uint64_t s = 0; s < stretches; ++s) {
        const std::uint64_t from = first + count * s / stretches;
        const double mean = plate.summarise(from, first + count * (s + 1) / stretches - from).meanNs;
        if (mean > 0)
            times.push_back(mean / blockBytes);
    }
    if (times.empty())
        return 0;
    const auto middle = times.begin() + static_cast<std::ptrdiff_t>(times.size() / 2);
    std::nth_element(times.begin(), middle, times.end());
    return *middle;
}

std::uint64_t lateByItselfIn(const Plate& plate, std::uint64_t first, std::uint64_t count) {
    constexpr std::uint8_t late = gradeBit(Grade::late) | gradeBit(Grade::laboured) |
                                  gradeBit(Grade::straining) | gradeBit(Grade::stalled) |
                                  gradeBit(Grade::unreadable);
    std::uint64_t found = 0;
    for (std::uint64_t at = plate.findNext(first, late); at < first + count;
         at = plate.findNext(at + 1, late)) {
        const Standing standing = plate.at(at).standing;
        found += standing == Standing::once || standing == Standing::confirmed ? 1 : 0;
    }
    return found;
}

void fillZones(ScanDigest& digest, const ScanRecord& record) {
    const BlockGrid& grid = record.plan.grid;
    const std::uint64_t capacity = record.drive.capacity.value;
    if (!record.plate || grid.blocks() == 0 || capacity == 0 || record.plate->blocks() < grid.blocks())
        return;
    const double blockBytes = static_cast<double>(grid.blockSectors) * record.drive.logicalBytes;
    for (std::size_t z = 0; z < zoneCount; ++z) {
        const auto edge = [&](std::size_t n) {
            return Lba{capacity / zoneCount * n + capacity % zoneCount * n / zoneCount};
        };
        const LbaSpan zone = intersection(spanBetween(edge(z), edge(z + 1)), grid.span);
        if (zone.empty())
            continue;
        const std::uint64_t first = grid.blockAt(zone.first);
        const std::uint64_t count = grid.blockAt(zone.last()) - first + 1;
        Zone& into = digest.zones[z];
        into.blocks = record.plate->countGrades(first, count);
        for (const Grade grade : allGrades)
            if (grade != Grade::none)
                into.graded += into.blocks[static_cast<std::size_t>(grade)];
        into.lateByItself = lateByItselfIn(*record.plate, first, count);
        into.nsPerByte = medianNsPerByte(*record.plate, first, count, blockBytes);
    }
}

// From where on the latest thousandth of the blocks lies.
double thousandthOf(const LatenessHistogram& lateness) {
    std::uint64_t all = 0;
    for (const std::uint64_t count : lateness.counts())
        all += count;
    std::uint64_t later = 0;
    for (std::size_t bucket = LatenessHistogram::buckets; bucket-- > 0;) {
        later += lateness.counts()[bucket];
        if (later > 0 && later * 1000 >= all)
            return std::max(0.0, LatenessHistogram::edges[bucket]);
    }
    return 0;
}

} // namespace

ScanDigest digestOf(const ScanRecord& record) {
    ScanDigest digest;
    const ScanStatus& status = record.status;
    digest.startedAt = record.startedAt;
    digest.drive = record.drive;
    digest.way = record.plan.asked.way;
    digest.order = record.plan.asked.order;
    digest.blockSectors = record.plan.grid.blockSectors;
    digest.depth = status.depth;
    digest.ended = status.ended;
    digest.covered = record.covered;
    if (const double covered = static_cast<double>(status.totals.covered.value); covered > 0) {
        const auto share = [&](std::uint64_t blocks) {
            return std::min(1.0, static_cast<double>(blocks) * digest.blockSectors / covered);
        };
        digest.unmappedShare = share(status.totals.unmapped);
        digest.ungradedShare = std::min(1 - digest.unmappedShare, share(status.totals.ungraded));
    }
    digest.ledger = record.ledger;
    digest.treatments = record.treatments;
    digest.standstills = record.standstills;
    digest.graded = status.totals.visited();
    for (const Grade grade :
         {Grade::late, Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable})
        digest.late += status.totals.of(grade);
    digest.disturbed = std::min(digest.late, status.totals.disturbed);
    digest.late -= digest.disturbed;
    digest.linkFaults = status.totals.linkFaults;
    digest.failedBlocks = status.failedBlocks;
    digest.lateUnitsOfThousandth = thousandthOf(status.lateness);
    fillZones(digest, record);
    return digest;
}

} // namespace orbita
