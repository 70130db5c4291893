// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/earlier_pace.h"

#include "core/scan/record.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t regions = 64;
constexpr std::size_t leastInRegion = 16; // steady blocks that make a median
// Of so many blocks of each region at most: a median needs no more.
constexpr std::uint64_t mostLookedAt = 512;

bool blockAfterBlock(const ScanPlan& plan) {
    return plan.order == ScanOrder::forward || plan.order == ScanOrder::suspectsFirst;
}

} // namespace

bool EarlierPace::fits(const SettledPlan& plan, const DriveIdentity& drive) const {
    return blockAfterBlock(plan.asked) && plan.asked.way == way && plan.grid.blockSectors == blockSectors &&
           drive.attachment == attachment;
}

std::optional<EarlierPace> earlierPace(const ScanRecord& record) {
    if (!record.plate || !blockAfterBlock(record.plan.asked) || record.status.depth > 1)
        return std::nullopt;
    EarlierPace pace;
    pace.blockSectors = record.plan.grid.blockSectors;
    pace.way = record.plan.asked.way;
    pace.attachment = record.drive.attachment;
    const std::uint64_t blocks = record.plate->blocks();
    for (std::uint64_t region = 0; region < regions; ++region) {
        const std::uint64_t first = blocks * region / regions;
        const std::uint64_t end = blocks * (region + 1) / regions;
        const std::uint64_t step = std::max<std::uint64_t>(1, (end - first) / mostLookedAt);
        std::vector<LatencyCode> steady;
        for (std::uint64_t block = first; block < end; block += step)
            if (const Cell cell = record.plate->at(block); cell.grade == Grade::steady && cell.latency != 0)
                steady.push_back(cell.latency);
        if (steady.size() < leastInRegion)
            continue;
        const auto middle = steady.begin() + static_cast<std::ptrdiff_t>(steady.size() / 2);
        std::nth_element(steady.begin(), middle, steady.end());
        pace.course.add(record.plan.grid.spanOf((first + end) / 2).first,
                        decodeLatencyNs(*middle) / pace.blockSectors);
    }
    pace.course.settle(record.drive.rotating != false, record.status.unit, pace.blockSectors,
                       record.drive.logicalBytes);
    return pace.course.known() ? std::optional(std::move(pace)) : std::nullopt;
}

} // namespace orbita
