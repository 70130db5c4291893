// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/life/drive_life.h"

#include <algorithm>

namespace orbita {

const Reading* LifeVisit::reading(ReadingKind kind) const {
    return vitals ? vitals->vitals.find(kind) : nullptr;
}

DriveLife lifeOf(const DriveIdentity& drive, const History& history, const std::vector<KeptRuling>& rulings,
                 const std::vector<ScanDigest>& scans, const UnwornKind& unworn) {
    DriveLife life;
    life.drive = drive;
    History ordered = history;
    std::stable_sort(ordered.visits.begin(), ordered.visits.end(), [](const Visit& a, const Visit& b) {
        return std::pair(a.beganAt, a.id) < std::pair(b.beganAt, b.id);
    });
    for (std::size_t i = 0; i < ordered.visits.size(); ++i) {
        LifeVisit visit;
        visit.visit = ordered.visits[i];
        visit.done = ordered.doneOn(i);
        for (const PastVitals& past : history.vitals)
            if (past.visit == visit.visit.id && (!visit.vitals || past.readAt >= visit.vitals->readAt))
                visit.vitals = past;
        for (const KeptRuling& ruling : rulings)
            if (ruling.visit == visit.visit.id &&
                (!visit.ruling ||
                 std::pair(ruling.at, ruling.id) > std::pair(visit.ruling->at, visit.ruling->id)))
                visit.ruling = ruling;
        life.visits.push_back(std::move(visit));
    }
    for (const ScanDigest& scan : scans) {
        const auto next =
            std::partition_point(life.visits.begin(), life.visits.end(), [&](const LifeVisit& visit) {
                return visit.visit.beganAt <= scan.startedAt;
            });
        if (!life.visits.empty())
            (next == life.visits.begin() ? *next : *(next - 1)).scans.push_back(scan);
    }
    for (LifeVisit& visit : life.visits) {
        std::stable_sort(visit.scans.begin(), visit.scans.end(),
                         [](const ScanDigest& a, const ScanDigest& b) { return a.startedAt < b.startedAt; });
        for (const ScanDigest& scan : visit.scans)
            if (auto wear = wearOf(scan, unworn.latePerMiB))
                visit.wear = wear;
    }
    return life;
}

std::array<ZoneLook, zoneCount> zonesSeen(const std::vector<ScanDigest>& scans) {
    std::array<ZoneLook, zoneCount> looks{};
    const auto worsen = [](ZoneLook& look, Grade grade) { look.worst = std::max(look.worst, grade); };
    for (const ScanDigest& scan : scans)
        for (std::size_t z = 0; z < zoneCount; ++z) {
            const Zone& zone = scan.zones[z];
            if (zone.graded > 0) {
                // What its blocks hold that is worse than late is in the ledger.
                looks[z].lateShare =
                    static_cast<double>(zone.lateByItself) / static_cast<double>(zone.graded);
                worsen(looks[z], looks[z].lateShare >= 0.005 ? Grade::late : Grade::steady);
            }
            if (zone.nsPerByte > 0)
                looks[z].nsPerByte = zone.nsPerByte;
        }
    if (scans.empty())
        return looks;
    std::vector<const ScanDigest*> ordered;
    ordered.reserve(scans.size());
    for (const ScanDigest& scan : scans)
        ordered.push_back(&scan);
    const KnownSurface known = surfaceKnownFrom(ordered);
    const std::uint64_t each = std::max<std::uint64_t>(1, scans.back().drive.capacity.value / zoneCount);
    for (const LedgerEntry& entry : known.state.ledger)
        if (isDamage(entry))
            for (std::uint64_t z = entry.span.first.value / each;
                 z <= entry.span.last().value / each && z < zoneCount; ++z)
                worsen(looks[z], entry.grade);
    return looks;
}

} // namespace orbita
