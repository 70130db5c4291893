// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/pace.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::size_t leastZonesInCommon = 8;
constexpr std::size_t neighbours = 8;
constexpr double mostFall = 1.15; // from the neighbours on one side to the last zones of a drive

double medianOf(std::vector<double>& values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

// Of the timed zones among [first, last); 0 where there are fewer than half of them.
double medianOfZones(const ScanDigest& scan, std::size_t first, std::size_t last) {
    std::vector<double> times;
    for (std::size_t z = first; z < last; ++z)
        if (scan.zones[z].nsPerByte > 0)
            times.push_back(scan.zones[z].nsPerByte);
    return times.empty() || times.size() * 2 < last - first ? 0 : medianOf(times);
}

} // namespace

std::optional<PaceChange> comparePace(const ScanDigest& before, const ScanDigest& now) {
    const double blocks = static_cast<double>(now.blockSectors) * now.drive.logicalBytes /
                          std::max(1.0, static_cast<double>(before.blockSectors) * before.drive.logicalBytes);
    if (before.way != now.way || before.depth != now.depth || blocks < 0.5 || blocks > 2 ||
        (before.order == ScanOrder::forward) != (now.order == ScanOrder::forward) ||
        before.drive.capacityBytes() != now.drive.capacityBytes())
        return std::nullopt;
    std::vector<double> ratios;
    PaceChange change;
    for (std::size_t z = 0; z < zoneCount; ++z) {
        if (before.zones[z].nsPerByte <= 0 || now.zones[z].nsPerByte <= 0)
            continue;
        const double ratio = now.zones[z].nsPerByte / before.zones[z].nsPerByte;
        if (ratios.empty() || ratio > change.worst) {
            change.worst = ratio;
            change.worstZone = z;
        }
        ratios.push_back(ratio);
    }
    if (ratios.size() < leastZonesInCommon)
        return std::nullopt;
    change.zones = ratios.size();
    change.typical = medianOf(ratios);
    return change;
}

std::optional<UnevenZone> slowestZone(const ScanDigest& scan) {
    const auto timed = std::count_if(scan.zones.begin(), scan.zones.end(),
                                     [](const Zone& zone) { return zone.nsPerByte > 0; });
    if (static_cast<std::size_t>(timed) * 2 < zoneCount)
        return std::nullopt;
    UnevenZone slowest;
    for (std::size_t z = 0; z < zoneCount; ++z) {
        if (scan.zones[z].nsPerByte <= 0)
            continue;
        const double ahead = medianOfZones(scan, z - std::min(z, neighbours), z);
        const double behind = medianOfZones(scan, z + 1, std::min(zoneCount, z + 1 + neighbours));
        // Where one side is missing, the drive may still fall off towards its end.
        const double expected =
            ahead > 0 && behind > 0 ? std::max(ahead, behind) : std::max(ahead, behind) * mostFall;
        if (expected <= 0)
            continue;
        const double ratio = scan.zones[z].nsPerByte / expected;
        if (ratio > slowest.ratio)
            slowest = {ratio, z};
    }
    return slowest;
}

} // namespace orbita
