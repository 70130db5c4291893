// SPDX-License-Identifier: GPL-3.0-or-later
// What comes before the first block: what was done before, how the drive is reached, how fast it is.
#include "core/base/bytes.h"
#include "core/scan/engine.h"

#include "core/image/image_writer.h"
#include "core/scan/record.h"
#include "core/scan/verify_check.h"

#include <algorithm>
#include <numeric>

namespace orbita {

namespace {

constexpr std::uint64_t paceProbes = 16;
constexpr std::uint64_t leastBytesToMeasure = 256U << 20U; // a shorter scan is over before it is estimated
constexpr std::uint64_t leastBytesToProbe = 128U << 20U;   // in less, too much of it would be read twice
constexpr std::uint64_t paceProbeBytes = 4U << 20U;

} // namespace

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

// The blocks of one probe, in the order and manner in which the scan will read such: the first only brings
// the head there. Empty where they do not lie together in what was asked for.
std::vector<std::uint64_t> Engine::probeBlocks(std::uint64_t place, std::uint64_t of,
                                               std::uint64_t reads) const {
    const std::uint64_t count = m_askedFor.count();
    std::vector<std::uint64_t> blocks;
    if (m_plan.asked.order == ScanOrder::sweep) {
        const auto hop = std::min((count + 1) / 2, std::max<std::uint64_t>(1, sweepDistance(m_plan)));
        const std::uint64_t n = (count - hop) * (2 * place + 1) / (2 * of);
        for (std::uint64_t r = 0; r <= reads && n + r / 2 + hop < count; ++r)
            blocks.push_back(m_askedFor.at(n + r / 2 + r % 2 * hop));
        return blocks;
    }
    const std::uint64_t n = count * (2 * place + 1) / (2 * of);
    if (!m_askedFor.together(n, reads))
        return blocks;
    for (std::uint64_t r = 0; r <= reads; ++r)
        blocks.push_back(m_askedFor.at(m_plan.asked.order == ScanOrder::backward ? n + reads - r : n + r));
    return blocks;
}

// A few short reads across what was asked for. They are not graded: what they meet is met again by the scan
// itself.
void Engine::measurePace() {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    const std::uint64_t reads = std::max<std::uint64_t>(3, paceProbeBytes / blockBytes);
    const std::uint64_t blocks = m_askedFor.count();
    const std::uint64_t probes = std::min(paceProbes, blocks / (reads * 4));
    if (m_plan.asked.measurePaceFirst && probes >= PaceCourse::leastPlaces &&
        m_route->blocksLeft() * blockBytes >= leastBytesToProbe) {
        publish(ScanPhase::measuring);
        std::map<std::uint64_t, double> usual; // by block: what a sector there takes
        for (std::uint64_t i = 0; i < probes && m_ended == Ended::running && !m_stop.stop_requested(); ++i)
            measureAt(probeBlocks(i, probes, reads), usual);
        if (m_ended != Ended::running)
            return;
        for (const auto& [block, perSector] : usual)
            m_course.add(m_grid.spanOf(block).first, perSector);
        m_course.settle(m_drive->identity().rotating != false, m_grader.unit(), m_grid.blockSectors,
                        m_drive->identity().logicalBytes);
        if (blocks * blockBytes >= leastBytesToMeasure && m_plan.asked.order != ScanOrder::sweep &&
            m_plan.asked.order != ScanOrder::sample)
            m_status.expected = timeLeft();
        if (m_status.expected)
            note({.kind = TapeKind::paceMeasured, .latency = *m_status.expected});
    }
    m_began = m_clock.now();
    m_paceSince = m_began;
}

void Engine::measureAt(const std::vector<std::uint64_t>& blocks, std::map<std::uint64_t, double>& usual) {
    if (blocks.size() < 3 || looksEmpty(m_grid.spanOf(blocks[0])))
        return;
    const bool apart = m_plan.asked.order == ScanOrder::sweep;
    std::map<std::uint64_t, std::vector<Nanoseconds>>
        latencies; // at each of the places that one probe goes to
    for (std::size_t r = 0; r < blocks.size(); ++r) {
        const Alone answer = readBeside(m_grid.spanOf(blocks[r]));
        if (!answer || answer->judged.outcome != Outcome::answered || m_stop.stop_requested())
            return;
        if (!answer->data.empty() && allZero(answer->data) && forgets())
            return; // it was answered without the medium
        if (r > 0 && answer->disturbance == Disturbance::none)
            latencies[blocks[apart ? r % 2 : 0]].push_back(answer->latency);
    }
    for (auto& [block, took] : latencies) {
        usual[block] = static_cast<double>(medianOf(took).count()) / m_grid.blockSectors;
        if (apart)
            continue;
        // One that met something is no part of what to expect of the time.
        const Nanoseconds most = 2 * medianOf(took);
        std::erase_if(took, [most](Nanoseconds t) { return t > most; });
        const Nanoseconds sum = std::accumulate(took.begin(), took.end(), Nanoseconds{});
        m_estimator.addProbe(m_grid.spanOf(block).first,
                             static_cast<double>(sum.count()) /
                                 static_cast<double>(took.size() * m_grid.blockSectors));
    }
}

// Whether a place holds nothing, so that what it takes says nothing of the medium. A verify does not tell:
// there one sector is read for it.
bool Engine::looksEmpty(const LbaSpan& span) {
    if (m_stored.told.contains(span))
        return m_stored.nothing.contains(span);
    if (!forgets() || m_plan.asked.way == ReadWay::read)
        return false;
    const std::uint32_t sectors = m_drive->identity().sectorsPerPhysical();
    m_drive->link().handOverReads(sectors * m_drive->identity().logicalBytes);
    const Alone answer = readBeside(intersection({span.first, {sectors}}, span), ReadWay::read);
    return answer && answer->judged.outcome == Outcome::answered && !answer->data.empty() &&
           allZero(answer->data);
}

// Of a short last block that has to be gone to, the way is as long as to any other: a whole one is the
// measure.
Nanoseconds Engine::courseOf(const LbaSpan& span) const {
    if (m_status.depth > 1)
        return {};
    const bool goneTo = m_plan.asked.order == ScanOrder::sweep || m_plan.asked.order == ScanOrder::backward;
    return m_course.expected(goneTo ? LbaSpan{span.first, {m_grid.blockSectors}} : span);
}

} // namespace orbita
