// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/counters.h"

#include <algorithm>

namespace orbita {

namespace {

std::optional<std::int64_t> valueOf(const Vitals& vitals, ReadingKind kind) {
    const Reading* const reading = vitals.find(kind);
    return reading == nullptr ? std::nullopt : std::optional(reading->value);
}

bool names(const std::set<Lba>& list, const LbaSpan& spot) {
    const auto at = list.lower_bound(spot.first);
    return at != list.end() && *at < spot.end();
}

// By how much it has grown; nothing where it is not told.
std::optional<std::int64_t> growth(const std::optional<std::int64_t>& before,
                                   const std::optional<std::int64_t>& now) {
    return before && now ? std::optional(*now - *before) : std::nullopt;
}

} // namespace

SectorCounters countersOf(const Vitals& vitals) {
    SectorCounters c;
    c.pending = valueOf(vitals, ReadingKind::pendingSectors);
    c.reallocated = valueOf(vitals, ReadingKind::reallocatedSectors);
    if (!c.reallocated)
        c.reallocated = valueOf(vitals, ReadingKind::grownDefects);
    c.spare = valueOf(vitals, ReadingKind::spareLeft);
    c.mediaErrors = valueOf(vitals, ReadingKind::mediaErrors);
    for (const Suspect& suspect : vitals.suspects) {
        if (suspect.source == SuspectSource::pendingDefects)
            c.pendingList.insert(suspect.lba);
        if (suspect.source == SuspectSource::grownList)
            c.grownList.insert(suspect.lba);
    }
    return c;
}

bool listsPending(const SectorCounters& counters, const LbaSpan& spot) {
    return names(counters.pendingList, spot);
}

std::optional<TreatmentResult> toldOf(const LbaSpan& spot, const SectorCounters& before,
                                      const SectorCounters& now) {
    if (names(now.grownList, spot) && !names(before.grownList, spot))
        return TreatmentResult::remapped;
    const auto moved = growth(before.reallocated, now.reallocated);
    if (moved && *moved > 0)
        return TreatmentResult::remapped;
    const auto pending = growth(before.pending, now.pending);
    const bool released =
        (pending && *pending < 0) || (names(before.pendingList, spot) && !names(now.pendingList, spot));
    // That it has let go of it is proof that its counts have caught up.
    return released && moved ? std::optional(TreatmentResult::rewritten) : std::nullopt;
}

std::optional<TreatmentResult> toldOfAll(std::uint64_t spots, SectorCount unreadable,
                                         const SectorCounters& before, const SectorCounters& now) {
    const auto moved = growth(before.reallocated, now.reallocated);
    if (!moved || spots == 0)
        return std::nullopt;
    if (*moved == static_cast<std::int64_t>(spots))
        return TreatmentResult::remapped;
    const auto pending = growth(before.pending, now.pending);
    const bool allReleased =
        pending && unreadable.value > 0 && -*pending == static_cast<std::int64_t>(unreadable.value);
    return *moved == 0 && allReleased ? std::optional(TreatmentResult::rewritten) : std::nullopt;
}

} // namespace orbita
