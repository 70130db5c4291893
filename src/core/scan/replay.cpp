// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/replay.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

// The careful order follows from what is met on the way, which nobody kept.
SettledPlan inADecidedOrder(SettledPlan plan) {
    if (plan.asked.order == ScanOrder::careful)
        plan.asked.order = ScanOrder::forward;
    return plan;
}

} // namespace

Replay::Replay(ScanRecord finished)
    : m_finished(std::move(finished))
    , m_now(m_finished)
    , m_plate(std::make_shared<Plate>(m_finished.plate->blocks()))
    , m_route(makeRoute(inADecidedOrder(m_finished.plan),
                        blocksToVisit(m_finished.plan.grid, m_finished.plan.asked.parts, {}))) {
    const ScanStatus& was = m_finished.status;
    m_visited = was.totals.visited() + was.totals.unmapped + was.totals.ungraded;
    m_wholeNs =
        m_finished.plate->summarise(0, m_finished.plate->blocks()).meanNs * static_cast<double>(m_visited);
    m_now.plate = m_plate;
    m_now.ledger.clear();
    m_now.events.clear();
    m_now.covered.clear();
    m_now.status = {};
    m_now.status.phase = ScanPhase::reading;
    m_now.status.order = was.order;
    m_now.status.blockSectors = was.blockSectors;
    m_now.status.depth = was.depth;
    m_now.status.blocksPlanned = was.blocksPlanned;
    m_now.status.unit = was.unit;
    m_now.status.baseline = was.baseline;
    m_now.status.position = m_finished.plan.grid.span.first;
}

void Replay::play(std::uint64_t block) {
    const Cell cell = m_finished.plate->at(block);
    if (!cell.visited() || m_plate->at(block).visited())
        return;
    m_plate->set(block, cell);
    m_plate->settle(block, 1);
    ++m_done;
    const double ns = decodeLatencyNs(cell.latency);
    m_sumNs += ns;
    ScanStatus& now = m_now.status;
    const LbaSpan span = m_finished.plan.grid.spanOf(block);
    m_covered.add(span);
    now.totals.covered = now.totals.covered + span.count;
    now.position = span.end();
    if (cell.unmapped()) {
        ++now.totals.unmapped;
        return;
    }
    if (cell.ungraded()) {
        ++now.totals.ungraded;
        return;
    }
    ++now.totals.blocks[static_cast<std::size_t>(cell.grade)];
    if (cell.grade <= Grade::straining && cell.latency != 0)
        now.lateness.add(Nanoseconds{std::llround(ns)} - now.baseline, now.unit);
    m_defects += cell.grade >= Grade::laboured ? 1 : 0;
}

// What of the ledger lies in blocks that have been played.
void Replay::tellWhatWasFound() {
    if (m_defects == m_defectsTold)
        return;
    m_defectsTold = m_defects;
    m_now.ledger.clear();
    for (const LedgerEntry& entry : m_finished.ledger)
        if (m_plate->at(m_finished.plan.grid.blockAt(entry.span.first)).visited())
            m_now.ledger.push_back(entry);
    ++m_now.status.ledgerVersion;
}

const ScanRecord& Replay::at(double share) {
    if (share >= 1)
        m_over = true;
    if (m_over)
        return m_finished;
    const auto wanted = static_cast<std::uint64_t>(share * static_cast<double>(m_visited));
    const std::uint64_t before = m_done;
    const double beforeNs = m_sumNs;
    while (m_done < wanted) {
        if (m_inRange == m_range.count) {
            const auto next = m_route->next();
            if (!next)
                break; // what is left was read out of the plan's order: it comes with the end
            m_range = *next;
            m_inRange = 0;
        }
        play(m_range.at(m_inRange++));
    }
    ScanStatus& now = m_now.status;
    const ScanStatus& was = m_finished.status;
    now.blocksDone = m_done;
    now.elapsed = m_wholeNs > 0 ? Nanoseconds{std::llround(static_cast<double>(was.elapsed.count()) *
                                                           std::min(1.0, m_sumNs / m_wholeNs))}
                                : Nanoseconds{};
    now.left = was.elapsed - now.elapsed;
    now.expected = was.elapsed;
    const double blockBytes =
        static_cast<double>(m_finished.plan.grid.blockSectors) * m_finished.drive.logicalBytes;
    if (m_sumNs > beforeNs)
        now.paceNow = static_cast<double>(m_done - before) * blockBytes * 1e9 / (m_sumNs - beforeNs);
    if (now.elapsed.count() > 0)
        now.paceAverage = static_cast<double>(m_done) * blockBytes / toSeconds(now.elapsed);
    while (m_now.events.size() < m_finished.events.size() &&
           m_finished.events[m_now.events.size()].at <= now.elapsed)
        m_now.events.push_back(m_finished.events[m_now.events.size()]);
    now.eventCount = m_now.events.size();
    m_now.covered = m_covered.spans();
    tellWhatWasFound();
    return m_now;
}

} // namespace orbita
