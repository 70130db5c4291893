// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/ledger.h"

namespace orbita {

namespace {

bool sameDefect(const LedgerEntry& a, const LedgerEntry& b) {
    return a.grade == b.grade && a.standing == b.standing && a.causeGiven == b.causeGiven && a.exact &&
           b.exact;
}

} // namespace

void Ledger::remove(LbaSpan span) {
    const auto touches = [&](const LedgerEntry& e) { return e.span.overlaps(span); };
    if (m_entries.empty() || m_entries.back().span.end() <= span.first ||
        std::none_of(m_entries.begin(), m_entries.end(), touches))
        return;
    ++m_version;
    std::vector<LedgerEntry> kept;
    kept.reserve(m_entries.size() + 1);
    m_unreadable = {};
    for (const LedgerEntry& entry : m_entries) {
        if (!touches(entry)) {
            kept.push_back(entry);
        } else {
            for (const LbaSpan& rest :
                 {spanBetween(entry.span.first, span.first), spanBetween(span.end(), entry.span.end())}) {
                const LbaSpan part = intersection(entry.span, rest);
                if (part.empty())
                    continue;
                LedgerEntry piece = entry;
                piece.span = part;
                kept.push_back(piece);
            }
        }
    }
    for (const LedgerEntry& entry : kept)
        m_unreadable = m_unreadable + entry.unreadable();
    m_entries = std::move(kept);
}

void Ledger::add(const LedgerEntry& entry) {
    remove(entry.span);
    ++m_version;
    m_unreadable = m_unreadable + entry.unreadable();
    auto at = m_entries.end();
    if (!m_entries.empty() && m_entries.back().span.first > entry.span.first)
        at = std::lower_bound(m_entries.begin(), m_entries.end(), entry.span.first,
                              [](const LedgerEntry& e, Lba first) { return e.span.first < first; });
    const auto index = static_cast<std::size_t>(at - m_entries.begin());
    m_entries.insert(at, entry);
    mergeAt(index + 1);
    mergeAt(index);
}

// Merges entry `index` into the one before, where they are neighbours and equal.
void Ledger::mergeAt(std::size_t index) {
    if (index == 0 || index >= m_entries.size())
        return;
    LedgerEntry& before = m_entries[index - 1];
    const LedgerEntry& here = m_entries[index];
    if (before.span.end() != here.span.first || !sameDefect(before, here))
        return;
    before.span.count = before.span.count + here.span.count;
    before.latency = std::max(before.latency, here.latency);
    m_entries.erase(m_entries.begin() + static_cast<std::ptrdiff_t>(index));
}

std::vector<Patch> patchesOf(const std::vector<LedgerEntry>& entries, std::uint32_t logicalBytes) {
    std::vector<Patch> patches;
    const std::uint64_t gap = patchGapBytes / logicalBytes;
    for (std::size_t i = 0; i < entries.size(); ++i) {
        const LedgerEntry& entry = entries[i];
        if (entry.grade == Grade::linkFault) // says nothing of the surface
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
