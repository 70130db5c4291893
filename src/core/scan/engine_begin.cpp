// SPDX-License-Identifier: GPL-3.0-or-later
// What comes before the first block: what was done before, how the drive is reached.
#include "core/scan/engine.h"

#include "core/image/image_writer.h"
#include "core/scan/record.h"

#include <algorithm>

namespace orbita {

void Engine::takeUp(const ScanRecord& earlier) {
    if (m_known.known().empty()) {
        m_known.restore(earlier.known);
        m_feed.tellKnown(earlier.known);
    }
    SpanSet unreadable;
    for (const LedgerEntry& entry : earlier.ledger)
        if (entry.grade == Grade::unreadable || entry.grade == Grade::linkFault)
            unreadable.add(entry.span);
    // What was read and is not in the image is read again.
    const auto saved = [&](std::uint64_t block) {
        if (!m_saving)
            return true;
        const auto missing = m_saving->missing(m_grid.spanOf(block));
        return std::all_of(missing.begin(), missing.end(),
                           [&](const LbaSpan& span) { return unreadable.contains(span); });
    };
    const ScanModel::Earlier taken = m_model.restore(earlier, saved, carefully());
    for (const auto& [block, took] : taken.stalled)
        m_met[block] = {m_grid.spanOf(block),
                        {.tag = block, .verdict = {Outcome::answered, {}}, .latency = took}};
    m_temperature.setHottest(earlier.status.hottest);
    m_time.carryOn(earlier.status.elapsed);
    m_stalls = m_model.totals().of(Grade::stalled) - m_model.stallsBefore();
    if (earlier.status.baseline.count() > 0 && earlier.status.unit.count() > 0)
        m_grader.takeUp(earlier.status.baseline, earlier.status.unit);
    for (const LedgerEntry& entry : m_model.ledger().entries()) {
        const bool open = entry.standing == Standing::once || entry.standing == Standing::disturbed ||
                          (entry.standing == Standing::passing && entry.grade == Grade::unreadable);
        if (entry.grade == Grade::linkFault || !open)
            continue;
        // Neighbours stand as one entry; each block is measured by itself.
        for (std::uint64_t block = m_grid.blockAt(entry.span.first);
             block <= m_grid.blockAt(entry.span.last()); ++block)
            if (taken.done.contains(m_grid.spanOf(block)))
                m_rechecks.add({.block = block,
                                .span = intersection(m_grid.spanOf(block), entry.span),
                                .grade = entry.grade,
                                .latency = entry.latency,
                                .disturbed = entry.standing == Standing::disturbed,
                                .causeGiven = entry.causeGiven,
                                .exact = entry.exact},
                               m_clock.now());
    }
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, taken.done), taken.putOff,
                        m_model.standstills());
    m_blocksDone = m_status.blocksPlanned - std::min(m_status.blocksPlanned, m_route->blocksLeft());
    m_blocksBefore = m_blocksDone;
}

void Engine::tellHowItIsReached() {
    const DriveLimits& limits = drive().limits();
    for (const AccessNote accessNote : limits.notes) {
        if (accessNote == AccessNote::throughPageCache)
            note({.kind = ScanEventKind::throughPageCache});
        else if (accessNote == AccessNote::partialLastSector)
            note({.kind = ScanEventKind::partialLastSector});
        else if (accessNote == AccessNote::incompleteImage)
            note({.kind = ScanEventKind::incompleteImage});
        else if (accessNote == AccessNote::blockLayerOnly)
            note({.kind = ScanEventKind::blockLayerOnly});
    }
    if (limits.maxSectorsPerCommand != 0 && limits.maxSectorsPerCommand < m_grid.blockSectors)
        note({.kind = ScanEventKind::kernelSplits, .count = limits.maxSectorsPerCommand});
    if (m_plan.asked.inUse)
        note({.kind = ScanEventKind::inUse});
}

void Engine::tellBerths() {
    for (const Berth& berth : berthsOf(m_plan, m_model.standstills()))
        if (berth.notAsked())
            note({.kind = ScanEventKind::notAsked, .span = berth.place.span, .count = berth.place.times});
        else if (!m_model.covered().contains(berth.around))
            note({.kind = ScanEventKind::keptForLast, .span = berth.place.span, .count = berth.width.value});
}

} // namespace orbita
