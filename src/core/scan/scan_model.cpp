// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/scan_model.h"

#include "core/scan/record.h"

#include <algorithm>

namespace orbita {

ScanModel::ScanModel(const BlockGrid& grid, std::uint32_t logicalBytes, EventLog& events)
    : m_grid(grid)
    , m_logicalBytes(logicalBytes)
    , m_plate(std::make_shared<Plate>(grid.blocks()))
    , m_ledger(logicalBytes)
    , m_events(events) {}

void ScanModel::count(Cell cell, std::int64_t by) {
    const auto add = [by](std::uint64_t& total) { total += static_cast<std::uint64_t>(by); };
    if (cell.unmapped())
        add(m_totals.unmapped);
    else if (cell.ungraded())
        add(m_totals.ungraded);
    else if (cell.grade != Grade::none)
        add(m_totals.blocks[static_cast<std::size_t>(cell.grade)]);
    if (cell.standing == Standing::disturbed)
        add(m_totals.disturbed);
}

// True where there was something to forget.
bool ScanModel::forget(std::uint64_t block) {
    const Cell was = m_plate->at(block);
    if (!was.visited())
        return false;
    if (m_open.empty() || m_open.erase(block) == 0)
        count(was, -1);
    m_putOff.erase(block);
    return true;
}

// For those who watch the answers come.
void ScanModel::tell(std::uint64_t block, Cell cell, Nanoseconds latency) {
    m_seen.push_back({block, cell});
    m_latest = {m_grid.spanOf(block).first, latency};
    if (latency > m_slowest.latency)
        m_slowest = m_latest;
}

// True where something was said of it before.
bool ScanModel::settle(std::uint64_t block, Cell cell, Nanoseconds latency) {
    const bool before = forget(block);
    if (!m_stalledBefore.empty())
        m_stalledBefore.erase(block);
    count(cell, 1);
    m_plate->set(block, cell);
    tell(block, cell, latency);
    return before;
}

bool ScanModel::show(std::uint64_t block, Cell cell) {
    const bool before = forget(block);
    m_open.insert(block);
    m_plate->set(block, cell);
    m_plate->settle(block, 1);
    return before;
}

// Backward as well as forward.
void ScanModel::vouch(std::uint64_t block) {
    if (m_runCount > 0 && block == m_runFirst + m_runCount) {
        ++m_runCount;
    } else if (m_runCount > 0 && block + 1 == m_runFirst) {
        m_runFirst = block;
        ++m_runCount;
    } else {
        flush();
        m_runFirst = block;
        m_runCount = 1;
    }
}

void ScanModel::flush() {
    if (m_runCount == 0)
        return;
    m_plate->settle(m_runFirst, m_runCount);
    cover(spanBetween(m_grid.spanOf(m_runFirst).first, m_grid.spanOf(m_runFirst + m_runCount - 1).end()));
    m_runCount = 0;
}

void ScanModel::cover(LbaSpan span) {
    m_covered.add(span);
    ++m_changes;
}

void ScanModel::settleAnswered(std::uint64_t block, Grade grade, Standing standing, Nanoseconds latency) {
    const bool before = settle(block, {grade, standing, encodeLatency(latency)}, latency);
    if (grade >= Grade::laboured)
        m_ledger.add({m_grid.spanOf(block), grade, standing, latency, true});
    else if (before)
        m_ledger.remove(m_grid.spanOf(block));
    vouch(block);
}

void ScanModel::settleUngraded(std::uint64_t block, Nanoseconds latency) {
    if (settle(block, Cell::makeUngraded(encodeLatency(latency)), latency))
        m_ledger.remove(m_grid.spanOf(block));
    vouch(block);
}

void ScanModel::settleUnmapped(std::uint64_t block, Nanoseconds latency) {
    if (settle(block, {Grade::none, Standing::once, encodeLatency(latency)}, latency))
        m_ledger.remove(m_grid.spanOf(block));
    vouch(block);
}

void ScanModel::settleFailedOnce(std::uint64_t block, const LedgerEntry& defect, Nanoseconds latency) {
    if (settle(block, {defect.grade, defect.standing, encodeLatency(latency)}, latency))
        m_ledger.remove(m_grid.spanOf(block));
    m_ledger.add(defect);
    vouch(block);
}

void ScanModel::settleSplit(std::uint64_t block, Grade worst, Standing standing, Nanoseconds latency) {
    settle(block, {worst, standing, encodeLatency(latency)}, latency);
    m_plate->settle(block, 1);
}

void ScanModel::settleUnanswered(std::uint64_t block, Standing standing, Nanoseconds waited) {
    settle(block, {Grade::stalled, standing, encodeLatency(waited)}, waited);
    m_ledger.add({m_grid.spanOf(block), Grade::stalled, standing, waited, true});
    m_plate->settle(block, 1);
}

void ScanModel::settleLinkFault(std::uint64_t block) {
    settle(block, {Grade::linkFault, Standing::once, encodeLatency({})}, {});
    m_ledger.add({m_grid.spanOf(block), Grade::linkFault, Standing::once, {}, true});
    m_plate->settle(block, 1);
}

void ScanModel::hold(std::uint64_t block, Nanoseconds latency) {
    if (!show(block, {Grade::steady, Standing::once, encodeLatency(latency)}))
        return;
    flush();
    m_covered.remove(m_grid.spanOf(block));
    ++m_changes;
}

void ScanModel::showStalling(std::uint64_t block, Nanoseconds waited) {
    show(block, {Grade::stalled, Standing::once, encodeLatency(waited)});
}

void ScanModel::putOff(std::uint64_t block, Nanoseconds latency) {
    const Cell cell{Grade::unreadable, Standing::once, encodeLatency(latency)};
    show(block, cell);
    m_putOff.insert(block);
    tell(block, cell, latency);
}

void ScanModel::withdraw(std::uint64_t block) {
    flush();
    const LbaSpan span = m_grid.spanOf(block);
    forget(block);
    m_plate->set(block, {});
    m_ledger.remove(span);
    m_covered.remove(span);
    ++m_changes;
    if (const auto stalled = m_stalledBefore.find(block); stalled != m_stalledBefore.end()) {
        const Cell cell{Grade::stalled, Standing::once, encodeLatency(stalled->second)};
        m_plate->set(block, cell);
        count(cell, 1);
        m_ledger.add({span, Grade::stalled, Standing::once, stalled->second, true});
    }
    m_plate->settle(block, 1);
}

void ScanModel::goodSectors(LbaSpan span) {
    flush();
    cover(span);
}

void ScanModel::badSectors(std::uint64_t block, const LedgerEntry& defect) {
    m_ledger.add(defect);
    show(block, {defect.grade, defect.standing, encodeLatency(defect.latency)});
    if (defect.exact)
        goodSectors(defect.span);
}

void ScanModel::closeOpen() {
    const std::set<std::uint64_t> open = m_open;
    for (const std::uint64_t block : open) {
        const Cell cell = m_plate->at(block);
        if (m_putOff.contains(block))
            continue;
        if (cell.grade == Grade::steady) {
            withdraw(block);
        } else {
            m_open.erase(block);
            m_stalledBefore.erase(block);
            count(cell, 1);
        }
    }
}

void ScanModel::forgetDefects(LbaSpan span) {
    m_ledger.remove(span);
}

void ScanModel::restand(std::uint64_t block, const LedgerEntry& defect) {
    m_ledger.add(defect);
    Cell cell = m_plate->at(block);
    if (defect.standing != Standing::confirmed && cell.standing == Standing::confirmed)
        return;
    const bool counted = !m_open.contains(block);
    if (counted)
        count(cell, -1);
    cell.standing = defect.standing;
    if (counted)
        count(cell, 1);
    m_plate->set(block, cell);
    m_plate->settle(block, 1);
}

Standstill ScanModel::addStandstill(const LbaSpan& span, StandstillKind kind, bool again) {
    ++m_changes;
    return orbita::addStandstill(m_standstills, {span, kind}, again);
}

void ScanModel::setStandstills(std::vector<Standstill> standstills) {
    ++m_changes;
    m_standstills = std::move(standstills);
}

const SpanSet& ScanModel::covered() {
    flush();
    return m_covered;
}

bool ScanModel::isCovered(std::uint64_t block) {
    flush();
    return m_covered.contains(m_grid.spanOf(block));
}

ScanTotals ScanModel::totals() {
    flush();
    m_totals.covered = m_covered.total();
    return m_totals;
}

std::uint64_t ScanModel::version() {
    flush();
    return m_changes + m_ledger.version();
}

// Only whole blocks that are vouched for count.
void ScanModel::restoreCells(const ScanRecord& earlier, const std::function<bool(std::uint64_t)>& counts,
                             SpanSet& done) {
    SpanSet vouched;
    for (const LbaSpan& span : earlier.covered)
        vouched.add(span);
    for (const LbaSpan& span : earlier.covered) {
        const LbaSpan inside = intersection(span, m_grid.span);
        if (inside.empty())
            continue;
        for (std::uint64_t block = m_grid.blockAt(inside.first); block <= m_grid.blockAt(inside.last());
             ++block) {
            const Cell cell = earlier.plate->at(block);
            const LbaSpan whole = m_grid.spanOf(block);
            if (!cell.visited() || m_plate->at(block).visited() || !vouched.contains(whole) || !counts(block))
                continue;
            m_plate->set(block, cell);
            count(cell, 1);
            done.add(whole);
            if (cell.latency != 0 && decodeLatency(cell.latency) > m_slowest.latency)
                m_slowest = {whole.first, decodeLatency(cell.latency)};
        }
    }
}

// Of blocks that are vouched for. What was never answered is a finding until it is read, and one of its past
// even then.
void ScanModel::restoreDefects(const LedgerEntry& entry, Earlier& taken) {
    const LbaSpan inGrid = intersection(entry.span, m_grid.span);
    if (inGrid.empty())
        return;
    for (std::uint64_t block = m_grid.blockAt(inGrid.first); block <= m_grid.blockAt(inGrid.last());
         ++block) {
        const LbaSpan span = m_grid.spanOf(block);
        if (taken.done.contains(span)) {
            LedgerEntry part = entry;
            part.span = intersection(inGrid, span);
            m_ledger.add(part);
        } else if (entry.grade == Grade::stalled && m_stalledBefore.emplace(block, entry.latency).second) {
            const Cell cell{Grade::stalled, entry.standing, encodeLatency(entry.latency)};
            m_plate->set(block, cell);
            count(cell, 1);
            m_ledger.add({span, Grade::stalled, entry.standing, entry.latency, true});
            taken.stalled[block] = entry.latency;
        }
    }
}

ScanModel::Earlier ScanModel::restore(const ScanRecord& earlier,
                                      const std::function<bool(std::uint64_t)>& counts, bool putOff) {
    Earlier taken;
    m_treatments = earlier.treatments;
    if (earlier.plate)
        restoreCells(earlier, counts, taken.done);
    for (const LedgerEntry& entry : earlier.ledger)
        restoreDefects(entry, taken);
    if (putOff && earlier.plate)
        for (std::uint64_t block = earlier.plate->findNext(0, gradeBit(Grade::unreadable));
             block < m_grid.blocks(); block = earlier.plate->findNext(block + 1, gradeBit(Grade::unreadable)))
            if (!taken.done.contains(m_grid.spanOf(block)))
                taken.putOff.push_back(block);
    for (const std::uint64_t block : taken.putOff) {
        forget(block);
        m_stalledBefore.erase(block);
        m_plate->set(block, earlier.plate->at(block));
        m_open.insert(block);
        m_putOff.insert(block);
    }
    m_plate->settle(0, m_grid.blocks());
    m_covered = taken.done;
    m_totals.linkFaults = earlier.status.totals.linkFaults;
    m_lateness = earlier.status.lateness;
    m_events.restore(earlier.events);
    for (const Standstill& standstill : earlier.standstills)
        if (std::none_of(m_standstills.begin(), m_standstills.end(),
                         [&](const Standstill& known) { return known.span.overlaps(standstill.span); }))
            orbita::addStandstill(m_standstills, standstill, true);
    ++m_changes;
    return taken;
}

} // namespace orbita
