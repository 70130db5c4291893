// SPDX-License-Identifier: GPL-3.0-or-later
// What comes before the first block: what was done before, how the drive is reached.
#include "core/scan/engine.h"

#include "core/image/image_writer.h"
#include "core/scan/record.h"

#include <algorithm>

namespace orbita {

// Only whole blocks that are vouched for count; all else is visited again.
void Engine::takeUp(const ScanRecord& earlier) {
    if (m_known.known().empty()) {
        m_known.restore(earlier.known);
        m_feed.tellKnown(earlier.known);
    }
    SpanSet done;
    std::vector<std::uint64_t> failed;
    SpanSet unreadable;
    for (const LedgerEntry& entry : earlier.ledger)
        if (entry.grade == Grade::unreadable || entry.grade == Grade::linkFault)
            unreadable.add(entry.span);
    // What was read and is not in the image is read again.
    const auto saved = [&](std::uint64_t block) {
        if (!m_aids.image)
            return true;
        const auto missing = m_aids.image->missing(m_grid.spanOf(block));
        return std::all_of(missing.begin(), missing.end(),
                           [&](const LbaSpan& span) { return unreadable.contains(span); });
    };
    if (earlier.plate) {
        SpanSet vouched;
        for (const LbaSpan& span : earlier.covered)
            vouched.add(span);
        std::vector<bool> known(m_blocks, false);
        for (const LbaSpan& span : earlier.covered) {
            const LbaSpan inside = intersection(span, m_grid.span);
            if (inside.empty())
                continue;
            for (std::uint64_t block = m_grid.blockAt(inside.first); block <= m_grid.blockAt(inside.last());
                 ++block) {
                const Cell cell = earlier.plate->at(block);
                if (!cell.visited() || !vouched.contains(m_grid.spanOf(block)) || !saved(block))
                    continue;
                known[block] = true;
                m_status.totals.notStored += cell.notStored() ? 1 : 0;
                m_status.totals.ungraded += cell.ungraded() ? 1 : 0;
                m_plate->set(block, cell);
                if (cell.latency != 0 && decodeLatency(cell.latency) > m_status.slowest.latency)
                    m_status.slowest = {m_grid.spanOf(block).first, decodeLatency(cell.latency)};
                done.add(m_grid.spanOf(block));
                if (cell.standing == Standing::disturbed)
                    ++m_status.totals.disturbed;
            }
        }
        if (carefully())
            for (std::uint64_t block = earlier.plate->findNext(0, gradeBit(Grade::unreadable));
                 block < m_blocks; block = earlier.plate->findNext(block + 1, gradeBit(Grade::unreadable)))
                if (!known[block])
                    failed.push_back(block);
    }
    // What was never answered is a finding until it is read, and one of its past even then.
    std::vector<LedgerEntry> ledger;
    for (const LedgerEntry& entry : earlier.ledger) {
        const LbaSpan inGrid = intersection(entry.span, m_grid.span);
        if (entry.grade != Grade::stalled || inGrid.empty() || done.contains(entry.span))
            continue;
        for (std::uint64_t block = m_grid.blockAt(inGrid.first); block <= m_grid.blockAt(inGrid.last());
             ++block) {
            const LbaSpan span = m_grid.spanOf(block);
            if (done.contains(span))
                continue;
            m_stalledBefore.insert(block);
            m_met[block] = {span,
                            {.tag = block, .judged = {Outcome::answered, {}}, .latency = entry.latency}};
            m_plate->set(block, {Grade::stalled, entry.standing, encodeLatency(entry.latency)});
            ledger.push_back({span, Grade::stalled, entry.standing, entry.latency, true});
        }
    }
    m_plate->settle(0, m_blocks);
    m_status.totals.blocks = m_plate->countGrades(0, m_blocks);
    m_status.totals.blocks[static_cast<std::size_t>(Grade::none)] = 0;
    m_stalls = m_status.totals.of(Grade::stalled) - m_stalledBefore.size();
    m_status.totals.linkFaults = earlier.status.totals.linkFaults;
    m_status.hottest = earlier.status.hottest;
    m_status.lateness = earlier.status.lateness;
    m_before = earlier.status.elapsed;
    if (earlier.status.baseline.count() > 0 && earlier.status.unit.count() > 0)
        m_grader.takeUp(earlier.status.baseline, earlier.status.unit);
    for (const LedgerEntry& entry : earlier.ledger) {
        if (!done.contains(entry.span))
            continue;
        ledger.push_back(entry);
        const bool open = entry.standing == Standing::once || entry.standing == Standing::disturbed ||
                          (entry.standing == Standing::passing && entry.grade == Grade::unreadable);
        if (entry.grade == Grade::linkFault || !open)
            continue;
        // Neighbours stand as one entry; each block is measured by itself.
        for (std::uint64_t block = m_grid.blockAt(entry.span.first);
             block <= m_grid.blockAt(entry.span.last()); ++block)
            m_looks.add({.block = block,
                         .span = intersection(m_grid.spanOf(block), entry.span),
                         .grade = entry.grade,
                         .latency = entry.latency,
                         .disturbed = entry.standing == Standing::disturbed,
                         .causeGiven = entry.causeGiven,
                         .exact = entry.exact},
                        m_clock.now());
    }
    m_feed.restore(ledger, earlier.tape, done);
    for (const std::uint64_t block : failed)
        m_plate->set(block, earlier.plate->at(block));
    m_failedBlocks = failed.size();
    m_plate->settle(0, m_blocks);
    for (const Standstill& standstill : earlier.standstills)
        if (std::none_of(m_standstills.begin(), m_standstills.end(),
                         [&](const Standstill& known) { return known.span.overlaps(standstill.span); }))
            addStandstill(m_standstills, standstill, true);
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, done), failed, m_standstills);
    m_blocksDone = m_status.blocksPlanned - std::min(m_status.blocksPlanned, m_route->blocksLeft());
    m_blocksBefore = m_blocksDone;
}

void Engine::tellHowItIsReached() {
    const DriveLimits& limits = m_drive->limits();
    for (const AccessNote accessNote : limits.notes) {
        if (accessNote == AccessNote::throughPageCache)
            note({.kind = TapeKind::throughPageCache});
        else if (accessNote == AccessNote::partialLastSector)
            note({.kind = TapeKind::partialLastSector});
        else if (accessNote == AccessNote::incompleteImage)
            note({.kind = TapeKind::incompleteImage});
        else if (accessNote == AccessNote::blockLayerOnly)
            note({.kind = TapeKind::blockLayerOnly});
    }
    if (limits.maxSectorsPerCommand != 0 && limits.maxSectorsPerCommand < m_grid.blockSectors)
        note({.kind = TapeKind::kernelSplits, .count = limits.maxSectorsPerCommand});
    if (m_plan.asked.inUse)
        note({.kind = TapeKind::inUse});
}

void Engine::tellBerths() {
    for (const Berth& berth : berthsOf(m_plan, m_standstills))
        if (berth.notAsked())
            note({.kind = TapeKind::notAsked, .span = berth.place.span, .count = berth.place.times});
        else if (!m_feed.isCovered(berth.around))
            note({.kind = TapeKind::keptForLast, .span = berth.place.span, .count = berth.width.value});
}

} // namespace orbita
