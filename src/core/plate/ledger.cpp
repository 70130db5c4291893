// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/ledger.h"

namespace orbita {

namespace {

bool sameDefect(const LedgerEntry& a, const LedgerEntry& b) {
    return a.grade == b.grade && a.standing == b.standing && a.causeGiven == b.causeGiven && a.exact &&
           b.exact;
}

// A damaged transfer says nothing of the surface.
bool isOfTheSurface(const LedgerEntry& entry) {
    return entry.grade != Grade::linkFault;
}

} // namespace

Ledger::Entries::const_iterator Ledger::firstOverlapping(LbaSpan span) const {
    auto at = m_entries.upper_bound(span.first);
    if (at != m_entries.begin() && std::prev(at)->second.span.end() > span.first)
        --at;
    return at != m_entries.end() && at->second.span.overlaps(span) ? at : m_entries.end();
}

std::vector<LedgerEntry> Ledger::entries() const {
    std::vector<LedgerEntry> entries;
    entries.reserve(m_entries.size());
    for (const auto& [first, entry] : m_entries)
        entries.push_back(entry);
    return entries;
}

std::uint64_t Ledger::unreadablePatches() const {
    std::uint64_t sum = 0;
    for (const auto& [sectors, patches] : m_patchesWith)
        sum += patches;
    return sum;
}

SectorCount Ledger::mostInOnePatch() const {
    return m_patchesWith.empty() ? SectorCount{} : m_patchesWith.rbegin()->first;
}

void Ledger::add(const LedgerEntry& entry) {
    ++m_version;
    const bool replaced = carve(entry.span);
    if (isOfTheSurface(entry))
        joinPatches(entry.span);
    insert(entry);
    if (replaced && !isOfTheSurface(entry))
        partPatches(entry.span);
    const auto at = m_entries.find(entry.span.first);
    if (const auto next = std::next(at); next != m_entries.end())
        mergeIntoBefore(next);
    mergeIntoBefore(at);
}

void Ledger::remove(LbaSpan span) {
    if (!carve(span))
        return;
    ++m_version;
    partPatches(span);
}

bool Ledger::carve(LbaSpan span) {
    bool any = false;
    for (auto at = firstOverlapping(span); at != m_entries.end() && at->second.span.overlaps(span);) {
        any = true;
        const LedgerEntry was = at->second;
        count(was, false);
        at = m_entries.erase(at);
        for (const LbaSpan& rest :
             {spanBetween(was.span.first, span.first), spanBetween(span.end(), was.span.end())}) {
            LedgerEntry piece = was;
            piece.span = intersection(was.span, rest);
            if (!piece.span.empty())
                insert(piece);
        }
    }
    return any;
}

// What of the surface it is of must be in a patch already.
void Ledger::insert(const LedgerEntry& entry) {
    m_entries.insert_or_assign(entry.span.first, entry);
    count(entry, true);
}

Ledger::Entries::iterator Ledger::mergeIntoBefore(Entries::iterator at) {
    if (at == m_entries.begin())
        return at;
    LedgerEntry& before = std::prev(at)->second;
    const LedgerEntry& here = at->second;
    if (before.span.end() != here.span.first || !sameDefect(before, here))
        return at;
    before.span.count = before.span.count + here.span.count;
    before.latency = std::max(before.latency, here.latency);
    return m_entries.erase(at);
}

void Ledger::count(const LedgerEntry& entry, bool added) {
    const SectorCount sectors = entry.unreadable();
    if (sectors.value == 0)
        return;
    PatchSum& patch = std::prev(m_patches.upper_bound(entry.span.first))->second;
    setUnreadable(patch, added ? patch.unreadable + sectors : patch.unreadable - sectors);
    m_unreadable = added ? m_unreadable + sectors : m_unreadable - sectors;
}

void Ledger::setUnreadable(PatchSum& patch, SectorCount now) {
    if (const auto was = m_patchesWith.find(patch.unreadable);
        was != m_patchesWith.end() && --was->second == 0)
        m_patchesWith.erase(was);
    if (now.value > 0)
        ++m_patchesWith[now];
    patch.unreadable = now;
}

// One patch for `around` and all that are near enough to it.
void Ledger::joinPatches(LbaSpan around) {
    auto at = m_patches.upper_bound(around.first);
    if (at != m_patches.begin() && around.first.value <= std::prev(at)->second.end.value + m_gap.value)
        --at;
    Lba first = around.first;
    PatchSum joined{around.end(), {}};
    SectorCount unreadable;
    while (at != m_patches.end() && at->first.value <= around.end().value + m_gap.value) {
        first = std::min(first, at->first);
        joined.end = std::max(joined.end, at->second.end);
        unreadable = unreadable + at->second.unreadable;
        setUnreadable(at->second, {});
        at = m_patches.erase(at);
    }
    setUnreadable(m_patches.emplace(first, joined).first->second, unreadable);
}

// What is left of the patches that reached into `emptied`, of which all that is of the surface has gone.
void Ledger::partPatches(LbaSpan emptied) {
    auto at = m_patches.upper_bound(emptied.first);
    if (at != m_patches.begin())
        --at;
    std::vector<std::pair<Lba, PatchSum>> touched;
    for (; at != m_patches.end() && at->first < emptied.end(); ++at)
        if (at->second.end > emptied.first)
            touched.emplace_back(*at);
    for (auto& [first, sum] : touched) {
        const LbaSpan patch = spanBetween(first, sum.end);
        const auto inside = [&](Entries::const_iterator e) {
            return e != m_entries.end() && patch.contains(e->second.span.first);
        };
        auto next = m_entries.lower_bound(emptied.end());
        while (inside(next) && !isOfTheSurface(next->second))
            ++next;
        auto last = m_entries.lower_bound(emptied.first);
        while (last != m_entries.begin() && !isOfTheSurface((--last)->second) && inside(last)) {
        }
        const bool before = last != m_entries.end() && last->second.span.first < emptied.first &&
                            inside(last) && isOfTheSurface(last->second);
        const bool behind = inside(next);
        if (before && behind && next->first - last->second.span.end() <= m_gap)
            continue;
        const SectorCount right = !behind   ? SectorCount{}
                                  : !before ? sum.unreadable
                                            : unreadableBehind(last, next, patch, sum.unreadable);
        setUnreadable(m_patches[first], {});
        m_patches.erase(first);
        if (before)
            setUnreadable(m_patches.emplace(first, PatchSum{last->second.span.end(), {}}).first->second,
                          sum.unreadable - right);
        if (behind)
            setUnreadable(m_patches.emplace(next->first, PatchSum{sum.end, {}}).first->second, right);
    }
}

// Of a patch that parts between two entries: the sectors from `next` on. Walked from there in both directions
// at once, so that it costs no more than the smaller part.
SectorCount Ledger::unreadableBehind(Entries::const_iterator last, Entries::const_iterator next,
                                     const LbaSpan& patch, SectorCount whole) const {
    SectorCount left;
    SectorCount right;
    for (;;) {
        left = left + last->second.unreadable();
        right = right + next->second.unreadable();
        if (last == m_entries.begin() || (--last)->second.span.first < patch.first)
            return whole - left;
        if (++next == m_entries.end() || next->first >= patch.end())
            return right;
    }
}

std::vector<Patch> patchesOf(const std::vector<LedgerEntry>& entries, std::uint32_t logicalBytes) {
    std::vector<Patch> patches;
    const std::uint64_t gap = patchGapBytes / logicalBytes;
    for (std::size_t i = 0; i < entries.size(); ++i) {
        const LedgerEntry& entry = entries[i];
        if (!isOfTheSurface(entry))
            continue;
        if (patches.empty() || entry.span.first.value - patches.back().span.end().value > gap)
            patches.push_back({i, 0, {entry.span.first, {}}, {}, Grade::none});
        Patch& patch = patches.back();
        patch.count = i - patch.first + 1;
        patch.span = spanBetween(patch.span.first, entry.span.end());
        patch.unreadable = patch.unreadable + entry.unreadable();
        patch.worst = std::max(patch.worst, entry.grade);
    }
    return patches;
}

} // namespace orbita
