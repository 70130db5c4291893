// SPDX-License-Identifier: GPL-3.0-or-later
// What comes before the first block: what was done before, how the drive is reached, how fast it is.
#include "core/scan/engine.h"

#include "core/image/image_writer.h"
#include "core/scan/record.h"
#include "core/scan/verify_check.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t paceProbes = 16;
constexpr std::uint64_t leastBytesToMeasure = 256U << 20U; // a shorter scan is over before it is estimated
constexpr std::uint64_t paceProbeBytes = 4U << 20U;
constexpr std::uint64_t verifyProbes = 24;

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
    m_plate->settle(0, m_blocks);
    m_status.totals.blocks = m_plate->countGrades(0, m_blocks);
    m_status.totals.blocks[static_cast<std::size_t>(Grade::none)] = 0;
    m_stalls = m_status.totals.of(Grade::stalled);
    m_status.totals.linkFaults = earlier.status.totals.linkFaults;
    m_status.hottest = earlier.status.hottest;
    m_status.lateness = earlier.status.lateness;
    m_before = earlier.status.elapsed;
    if (earlier.status.baseline.count() > 0 && earlier.status.unit.count() > 0)
        m_grader.takeUp(earlier.status.baseline, earlier.status.unit);
    std::vector<LedgerEntry> ledger;
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
                         .causeGiven = entry.causeGiven},
                        m_clock.now());
    }
    m_feed.restore(ledger, earlier.tape, done);
    for (const std::uint64_t block : failed)
        m_plate->set(block, earlier.plate->at(block));
    m_failedBlocks = failed.size();
    m_plate->settle(0, m_blocks);
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, done), failed);
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

// A few short reads across the span. They are not graded: what they meet is met again by the scan itself.
void Engine::measurePace() {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    const std::uint64_t reads = std::max<std::uint64_t>(3, paceProbeBytes / blockBytes);
    if (m_plan.asked.measurePaceFirst && m_blocks * blockBytes >= leastBytesToMeasure &&
        m_blocks > reads * paceProbes * 4) {
        publish(ScanPhase::measuring);
        for (std::uint64_t i = 0; i < paceProbes && m_ended == Ended::running && !m_stop.stop_requested();
             ++i) {
            const std::uint64_t block = m_blocks * (2 * i + 1) / (2 * paceProbes);
            Nanoseconds sum{};
            Nanoseconds longest{};
            bool good = true;
            for (std::uint64_t r = 0; r <= reads && good; ++r) {
                const Alone answer = readAlone(m_grid.spanOf(block + r), block + r);
                if (!answer)
                    return;
                good = answer->judged.outcome == Outcome::answered;
                if (r > 0) { // the first only brings the head there
                    sum += answer->latency;
                    longest = std::max(longest, answer->latency);
                }
            }
            if (good && reads > 1)
                m_estimator.addProbe(m_grid.spanOf(block).first,
                                     static_cast<double>((sum - longest).count()) /
                                         static_cast<double>((reads - 1) * m_grid.blockSectors));
        }
        if (m_route->sequential())
            m_status.expected = timeLeft();
        if (m_status.expected)
            note({.kind = TapeKind::paceMeasured, .latency = *m_status.expected});
    }
    m_began = m_clock.now();
    m_paceSince = m_began;
}

// Spread over the whole drive, so that nothing the drive has at hand can answer.
bool Engine::verifyBelieved() {
    if (m_verifyBelieved)
        return *m_verifyBelieved;
    const DriveIdentity& identity = m_drive->identity();
    const std::uint64_t sectors =
        identity.rotating == false ? m_grid.blockSectors : identity.sectorsPerPhysical();
    std::vector<Nanoseconds> latencies;
    for (std::uint64_t i = 0; i < verifyProbes && m_ended == Ended::running && !m_stop.stop_requested();
         ++i) {
        // 7 and 24 have no common divisor: each part once, never neighbours.
        const std::uint64_t part = i * 7 % verifyProbes;
        const Lba at{identity.capacity.value / verifyProbes * part / sectors * sectors};
        const Alone answer = readAlone(intersection({at, {sectors}}, identity.whole()), 0, ReadWay::verify);
        if (!answer)
            return true;
        if (answer->judged.outcome == Outcome::refused && m_plan.asked.way == ReadWay::verify)
            m_ended = Ended::refused;
        if (answer->judged.outcome == Outcome::answered)
            latencies.push_back(answer->latency);
    }
    m_verifyBelieved = true;
    if (m_ended != Ended::running || latencies.size() < verifyProbes / 3)
        return true;
    const Nanoseconds turn = identity.rotating == false ? Nanoseconds{} : turnOf(identity);
    m_verifyBelieved = believableVerify(latencies, turn, sectors * identity.logicalBytes);
    note({.kind = *m_verifyBelieved ? TapeKind::verifyChecked : TapeKind::verifyDoubted,
          .latency = medianOf(std::move(latencies))});
    return *m_verifyBelieved;
}

} // namespace orbita
