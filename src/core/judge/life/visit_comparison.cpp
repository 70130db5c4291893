// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/life/visit_comparison.h"

#include "core/base/span_set.h"

#include <algorithm>

namespace orbita {

namespace {

bool countsUp(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::overallHealth:
    case ReadingKind::criticalWarning:
    case ReadingKind::spareLeft:
    case ReadingKind::temperature:
    case ReadingKind::highestTemperature:
    case ReadingKind::powerOnHours:
    case ReadingKind::spinUpTime:
    case ReadingKind::readErrorRate:
    case ReadingKind::seekErrorRate:
    case ReadingKind::vendorSpecific:
        return false;
    default:
        return true;
    }
}

bool neverGoesBack(ReadingKind kind) {
    return kind == ReadingKind::powerOnHours || kind == ReadingKind::bytesWritten ||
           kind == ReadingKind::bytesRead || kind == ReadingKind::powerCycles;
}

ComparedSide sideOf(const LifeVisit& visit, const DriveIdentity& drive) {
    ComparedSide side;
    side.at = visit.visit.beganAt;
    side.capacityBytes = drive.capacityBytes();
    side.zones = zonesSeen(visit.scans);
    std::vector<const ScanDigest*> scans;
    for (const ScanDigest& scan : visit.scans)
        if (!scan.covered.empty())
            scans.push_back(&scan);
    if (scans.empty())
        return side;
    side.read = true;
    side.capacityBytes = scans.back()->drive.capacityBytes();
    side.found = surfaceKnownFrom(scans).state;
    return side;
}

void compareCounters(VisitComparison& found, const LifeVisit& before, const LifeVisit& now) {
    if (!before.vitals || !now.vitals)
        return;
    const Reading* const ran = before.reading(ReadingKind::powerOnHours);
    const Reading* const runs = now.reading(ReadingKind::powerOnHours);
    if (ran != nullptr && runs != nullptr)
        found.hoursBetween = runs->value - ran->value;
    constexpr std::int64_t leastHours = 10;
    for (const Reading& reading : now.vitals->vitals.readings) {
        if (reading.kind == ReadingKind::vendorSpecific)
            continue;
        const Reading* was = before.reading(reading.kind);
        if (was == nullptr || now.reading(reading.kind) != &reading)
            continue;
        CounterChange change{reading.kind, reading.unit, was->value, reading.value, {}};
        if (countsUp(reading.kind) && found.hoursBetween.value_or(0) >= leastHours &&
            change.now >= change.before)
            change.perThousandHours = (static_cast<double>(change.now) - static_cast<double>(change.before)) *
                                      1000 / static_cast<double>(*found.hoursBetween);
        found.contradicts = found.contradicts || (neverGoesBack(reading.kind) && change.now < change.before);
        found.counters.push_back(change);
    }
    std::stable_sort(found.counters.begin(), found.counters.end(),
                     [](const CounterChange& a, const CounterChange& b) { return a.kind < b.kind; });
}

void comparePaceOf(VisitComparison& found, const LifeVisit& before, const LifeVisit& now) {
    const auto take = [&](const ScanDigest& was, const ScanDigest& is) {
        for (std::size_t z = 0; z < zoneCount; ++z) {
            found.nsPerByteBefore[z] = was.zones[z].nsPerByte;
            found.nsPerByteNow[z] = is.zones[z].nsPerByte;
        }
    };
    for (std::size_t n = now.scans.size(); n-- > 0;)
        for (std::size_t b = before.scans.size(); b-- > 0;)
            if ((found.pace = comparePace(before.scans[b], now.scans[n]))) {
                take(before.scans[b], now.scans[n]);
                return;
            }
    if (!before.scans.empty() && !now.scans.empty())
        take(before.scans.back(), now.scans.back());
}

void compareWear(VisitComparison& found, const LifeVisit& before, const LifeVisit& now) {
    for (std::size_t n = now.scans.size(); n-- > 0 && !found.wear;)
        for (std::size_t b = before.scans.size(); b-- > 0 && !found.wear;)
            found.wear = wearSince(before.scans[b], now.scans[n]);
}

} // namespace

VisitComparison compareVisits(const DriveLife& life, std::size_t one, std::size_t other) {
    const LifeVisit& before = life.visits.at(std::min(one, other));
    const LifeVisit& now = life.visits.at(std::max(one, other));
    VisitComparison found;
    found.before = sideOf(before, life.drive);
    found.now = sideOf(now, life.drive);
    if (found.before.read && found.now.read) {
        found.places = compareDefects(found.before.found, found.now.found);
        for (const ChangedPlace& place : found.places)
            ++found.counts[static_cast<std::size_t>(place.change)];
        found.patches = comparePatches(found.before.found, found.now.found);
        found.comparedPercent = std::min(
            100.0, 100 * shareInCommon(found.before.found, found.now.found, found.now.capacityBytes));
    }
    comparePaceOf(found, before, now);
    compareWear(found, before, now);
    compareCounters(found, before, now);
    return found;
}

} // namespace orbita
