// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/defect_changes.h"

#include "core/base/names.h"

#include "core/base/span_set.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::array<std::string_view, placeChanges> changeNames = {"new",  "worse",  "same",        "better",
                                                                    "gone", "healed", "not-compared"};

ByteSpan bytesOf(const LbaSpan& span, std::uint32_t logicalBytes) {
    return {span.first.value * logicalBytes, span.count.value * logicalBytes};
}

// The stretches of one time, by what is known of them.
struct Stretch {
    ByteSpan where;
    Grade grade = Grade::none;
};

std::vector<Stretch> damageOf(const KnownState& state) {
    std::vector<Stretch> damage;
    for (const LedgerEntry& entry : state.ledger)
        if (isDamage(entry))
            damage.push_back({bytesOf(entry.span, state.logicalBytes), entry.grade});
    return damage;
}

std::vector<Stretch> readOf(const KnownState& state) {
    std::vector<Stretch> read;
    for (const LbaSpan& span : state.read)
        read.push_back({bytesOf(span, state.logicalBytes), Grade::none});
    return read;
}

// Goes up through a list of stretches that do not overlap; asked about ascending places only.
class Walker {
public:
    explicit Walker(const std::vector<Stretch>& stretches) : m_stretches(stretches) {}
    [[nodiscard]] const Stretch* at(std::uint64_t byte) {
        while (m_next < m_stretches.size() && m_stretches[m_next].where.end() <= byte)
            ++m_next;
        return m_next < m_stretches.size() && m_stretches[m_next].where.first <= byte ? &m_stretches[m_next]
                                                                                      : nullptr;
    }

private:
    const std::vector<Stretch>& m_stretches;
    std::size_t m_next = 0;
};

bool healedIn(const KnownState& state, const ByteSpan& where) {
    const std::uint64_t first = where.first / state.logicalBytes;
    const std::uint64_t end = (where.end() + state.logicalBytes - 1) / state.logicalBytes;
    return state.treatments.heals({Lba{first}, SectorCount{end - first}});
}

// Damaged transfers stand outside of the order, and are not asked about.
PlaceChange changeOf(Grade before, Grade now, bool readBefore, bool readNow) {
    if (before == Grade::none)
        return readBefore ? PlaceChange::fresh : PlaceChange::notCompared;
    if (now == Grade::none)
        return readNow ? PlaceChange::gone : PlaceChange::notCompared;
    return now == before ? PlaceChange::same : now > before ? PlaceChange::worse : PlaceChange::better;
}

std::vector<Patch> unreadablePatchesOf(const KnownState& state) {
    std::vector<LedgerEntry> damage;
    std::copy_if(state.ledger.begin(), state.ledger.end(), std::back_inserter(damage), isDamage);
    std::vector<Patch> patches = patchesOf(damage, state.logicalBytes);
    std::erase_if(patches, [](const Patch& patch) { return patch.unreadable.value == 0; });
    return patches;
}

// Those of `places` that lie within `where`, or as near as one patch reaches.
std::pair<std::size_t, std::size_t> near(const std::vector<ChangedPlace>& places, const ByteSpan& where) {
    const std::uint64_t from = where.first - std::min(where.first, patchGapBytes);
    const std::uint64_t to = where.end() + patchGapBytes;
    const auto first = std::partition_point(
        places.begin(), places.end(), [&](const ChangedPlace& place) { return place.where.end() <= from; });
    const auto last = std::partition_point(first, places.end(),
                                           [&](const ChangedPlace& place) { return place.where.first < to; });
    return {static_cast<std::size_t>(first - places.begin()),
            static_cast<std::size_t>(last - places.begin())};
}

} // namespace

std::string_view placeChangeName(PlaceChange change) {
    return changeNames[static_cast<std::size_t>(change)];
}

std::optional<PlaceChange> placeChangeFromName(std::string_view name) {
    return enumFromName<PlaceChange>(changeNames, name);
}

bool isDamage(const LedgerEntry& entry) {
    return entry.grade != Grade::linkFault && entry.grade >= Grade::laboured &&
           (entry.standing == Standing::once || entry.standing == Standing::confirmed);
}

std::vector<ChangedPlace> compareDefects(const KnownState& before, const KnownState& now) {
    const auto damageBefore = damageOf(before);
    const auto damageNow = damageOf(now);
    const auto readBefore = readOf(before);
    const auto readNow = readOf(now);
    // Wherever anything begins or ends.
    std::vector<std::uint64_t> edges;
    for (const auto* list : {&damageBefore, &damageNow, &readBefore, &readNow})
        for (const Stretch& stretch : *list) {
            edges.push_back(stretch.where.first);
            edges.push_back(stretch.where.end());
        }
    // Where sectors were healed alone, and their neighbours were not.
    for (const KnownState* state : {&before, &now})
        for (const Treatment& treatment : state->treatments.all()) {
            const ByteSpan where = bytesOf(treatment.span, state->logicalBytes);
            edges.push_back(where.first);
            edges.push_back(where.end());
        }
    std::sort(edges.begin(), edges.end());
    edges.erase(std::unique(edges.begin(), edges.end()), edges.end());

    std::vector<ChangedPlace> places;
    Walker oldDamage(damageBefore);
    Walker newDamage(damageNow);
    Walker oldRead(readBefore);
    Walker newRead(readNow);
    for (std::size_t i = 0; i + 1 < edges.size(); ++i) {
        const Stretch* was = oldDamage.at(edges[i]);
        const Stretch* is = newDamage.at(edges[i]);
        const bool wasRead = oldRead.at(edges[i]) != nullptr;
        const bool isRead = newRead.at(edges[i]) != nullptr;
        if (was == nullptr && is == nullptr)
            continue;
        ChangedPlace place;
        place.where = {edges[i], edges[i + 1] - edges[i]};
        place.before = was == nullptr ? Grade::none : was->grade;
        place.now = is == nullptr ? Grade::none : is->grade;
        place.change = changeOf(place.before, place.now, wasRead, isRead);
        if (place.change == PlaceChange::gone &&
            (healedIn(before, place.where) || healedIn(now, place.where)))
            place.change = PlaceChange::healed;
        if (!places.empty() && places.back().where.end() == place.where.first &&
            places.back().before == place.before && places.back().now == place.now &&
            places.back().change == place.change)
            places.back().where.count += place.where.count;
        else
            places.push_back(place);
    }
    return places;
}

PatchChanges comparePatches(const KnownState& before, const KnownState& now) {
    const std::vector<ChangedPlace> places = compareDefects(before, now);
    PatchChanges changes;
    for (const Patch& patch : unreadablePatchesOf(now)) {
        const auto [first, last] = near(places, bytesOf(patch.span, now.logicalBytes));
        bool wasDamaged = false;
        bool more = false;
        bool compared = false;
        for (std::size_t i = first; i < last; ++i) {
            const ChangedPlace& place = places[i];
            wasDamaged = wasDamaged || place.before != Grade::none;
            if (place.now != Grade::unreadable)
                continue;
            compared = compared || place.change != PlaceChange::notCompared;
            more = more || place.change == PlaceChange::fresh || place.change == PlaceChange::worse;
        }
        if (!compared && !wasDamaged)
            ++changes.notCompared;
        else if (!wasDamaged)
            ++changes.fresh;
        else if (more)
            ++changes.grown;
        else
            ++changes.same;
    }
    for (const Patch& patch : unreadablePatchesOf(before)) {
        const ByteSpan where = bytesOf(patch.span, before.logicalBytes);
        const auto [first, last] = near(places, where);
        bool stillThere = false;
        bool read = true;
        bool healed = true;
        for (std::size_t i = first; i < last; ++i) {
            const ChangedPlace& place = places[i];
            stillThere = stillThere || place.now == Grade::unreadable;
            if (place.before != Grade::unreadable)
                continue;
            read = read && place.change != PlaceChange::notCompared;
            healed = healed && place.change == PlaceChange::healed;
        }
        if (stillThere)
            continue; // counted above
        if (!read)
            ++changes.notCompared;
        else
            ++(healed ? changes.healed : changes.gone);
    }
    return changes;
}

double shareInCommon(const KnownState& a, const KnownState& b, std::uint64_t capacityBytes) {
    SpanSet bytes;
    for (const LbaSpan& span : a.read)
        bytes.add({Lba{span.first.value * a.logicalBytes}, SectorCount{span.count.value * a.logicalBytes}});
    std::uint64_t common = 0;
    for (const LbaSpan& span : b.read) {
        const LbaSpan here{Lba{span.first.value * b.logicalBytes},
                           SectorCount{span.count.value * b.logicalBytes}};
        common += here.count.value;
        for (const LbaSpan& gap : bytes.gaps(here))
            common -= gap.count.value;
    }
    return capacityBytes == 0 ? 0 : static_cast<double>(common) / static_cast<double>(capacityBytes);
}

} // namespace orbita
