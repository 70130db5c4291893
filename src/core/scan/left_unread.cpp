// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/left_unread.h"

#include "core/scan/block_runs.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 5> reasonNames = {"not-reached", "near-damage", "failed-whole",
                                                         "no-answer", "near-standstill"};

class Listing {
public:
    explicit Listing(const ScanRecord& record) : m_record(record), m_grid(record.plan.grid) {
        std::vector<LbaSpan> kept; // as this scan kept them for last
        for (const ScanEvent& entry : record.events)
            if (entry.kind == ScanEventKind::keptForLast) {
                const LbaSpan around = intersection(
                    spanBetween({entry.span.first.value - std::min(entry.span.first.value, entry.count)},
                                entry.span.end() + SectorCount{entry.count}),
                    m_grid.span);
                if (!around.empty())
                    kept.push_back(around);
            }
        if (!kept.empty())
            m_keptForLast = blocksToVisit(m_grid, kept, {});
    }

    void addRun(std::uint64_t first, std::uint64_t end) {
        const bool putsOff = m_record.plan.asked.order == ScanOrder::careful;
        for (std::uint64_t at = first; at < end;) {
            // Blocks that were tried stand alone; between them lie gaps that were not.
            const std::uint64_t tried = std::min(
                end, m_record.plate->findNext(at, static_cast<std::uint8_t>(gradeBit(Grade::unreadable) |
                                                                            gradeBit(Grade::stalled))));
            if (at < tried) {
                const bool beside =
                    putsOff && (failed(at - 1, at > 0) || failed(tried, tried < m_grid.blocks()));
                addUntried(at, tried, beside ? UnreadReason::nearDamage : UnreadReason::notReached);
            }
            if (tried < end)
                add(tried, tried + 1,
                    m_record.plate->at(tried).grade == Grade::stalled ? UnreadReason::noAnswer
                                                                      : UnreadReason::failedWhole);
            at = tried + 1;
        }
    }
    [[nodiscard]] std::vector<LeftUnread> take() { return std::move(m_list); }

private:
    [[nodiscard]] bool failed(std::uint64_t block, bool exists) const {
        return exists && m_record.plate->at(block).grade >= Grade::stalled;
    }
    void addUntried(std::uint64_t first, std::uint64_t end, UnreadReason reason) {
        const BlockRuns all{{first, end}};
        const BlockRuns kept = inside(all, m_keptForLast);
        std::uint64_t at = first;
        for (const auto& [from, to] : kept) {
            if (at < from)
                add(at, from, reason);
            add(from, to, UnreadReason::berth);
            at = to;
        }
        if (at < end)
            add(at, end, reason);
    }
    void add(std::uint64_t first, std::uint64_t end, UnreadReason reason) {
        const LbaSpan span = spanBetween(m_grid.spanOf(first).first, m_grid.spanOf(end - 1).end());
        if (!m_list.empty() && m_list.back().reason == reason && m_list.back().span.end() == span.first)
            m_list.back().span.count = m_list.back().span.count + span.count;
        else
            m_list.push_back({span, reason});
    }

    const ScanRecord& m_record;
    const BlockGrid& m_grid;
    BlockRuns m_keptForLast;
    std::vector<LeftUnread> m_list;
};

} // namespace

std::string_view unreadReasonName(UnreadReason reason) {
    return reasonNames[static_cast<std::size_t>(reason)];
}

std::vector<LeftUnread> leftUnread(const ScanRecord& record) {
    if (!record.plate || record.plan.asked.order == ScanOrder::sample)
        return {};
    SpanSet known;
    for (const LbaSpan& span : record.covered)
        known.add(span);
    Listing listing(record);
    for (const auto& [first, end] : blocksToVisit(record.plan.grid, record.plan.asked.parts, known))
        listing.addRun(first, end);
    return listing.take();
}

} // namespace orbita
