// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of a block that failed or took too long.
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"
#include "core/scan/splitter.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr int linkRetries = 3;
constexpr std::uint32_t mostLinkFaultsInARow = 8;
constexpr Nanoseconds readyInterval = std::chrono::seconds{1};
constexpr int goneProbes = 5;
constexpr int goneProbesAnywhere = 30; // where it may come back under another name
constexpr int mostDropsAtOneBlock = 3;
constexpr Nanoseconds goneProbeWait = std::chrono::seconds{1};

} // namespace

void Engine::resolve(const Trouble& trouble) {
    const std::uint64_t block = trouble.block;
    m_runUp = {};
    switch (trouble.answer.judged.outcome) {
    case Outcome::answered:
        resolveLate(block, trouble.answer);
        break;
    case Outcome::unreadable:
    case Outcome::bareError:
        if (m_route->givesWay() && !m_stretch.lookInside)
            putOff(block, trouble.answer);
        else
            resolveUnreadable(block, trouble.answer.judged);
        break;
    case Outcome::linkFault:
        resolveLinkFault(block);
        break;
    case Outcome::driveGone:
        resolveGone(block);
        break;
    case Outcome::beyondEnd:
        m_ended = Ended::shrunk;
        break;
    case Outcome::readerLost:
        m_ended = Ended::readerLost;
        break;
    case Outcome::interrupted:
        resolveInterrupted(block);
        break;
    case Outcome::mediumChanged:
        resolveChanged(block);
        break;
    case Outcome::notReady:
        waitUntilReady(block);
        break;
    case Outcome::locked:
        m_ended = Ended::locked;
        break;
    case Outcome::refused:
        m_ended = Ended::refused;
        break;
    case Outcome::nothing:
        settleNothing(block, trouble.answer.latency);
        m_plate->settle(block, 1);
        m_feed.cover(m_grid.spanOf(block));
        finishBlock();
        break;
    case Outcome::withdrawn:
        break; // to be sent again
    case Outcome::barred:
        m_ended = Ended::barred;
        break;
    }
    m_stallTold = false;
    m_status.waited = {};
    m_observedFrom = m_done;
    m_observedTime = {};
    m_observedClean = true;
    publish(ScanPhase::reading);
}

// A reset, by whoever, says nothing of the block: it is read again and nothing is graded. Without end, it
// is the way to the drive that fails.
void Engine::resolveInterrupted(std::uint64_t block) {
    note({.kind = TapeKind::interrupted, .span = m_grid.spanOf(block), .count = ++m_interruptionsInARow});
    if (m_recoveryLimited == true) { // a reset has put the drive's own setting back
        m_recoveryLimited.reset();
        limitRecovery(true);
    }
    if (m_interruptionsInARow > mostInterruptionsInARow)
        m_ended = Ended::linkFaults;
}

// Spinning up takes its time and is no finding; never coming ready is.
void Engine::waitUntilReady(std::uint64_t block) {
    if (m_notReadyFor.count() == 0)
        note({.kind = TapeKind::notReady, .span = m_grid.spanOf(block)});
    publish(ScanPhase::waiting);
    sleep(readyInterval);
    m_notReadyFor += readyInterval;
    if (m_notReadyFor > m_plan.asked.giveUp)
        endNoAnswer(block);
}

void Engine::resolveLate(std::uint64_t block, const ReadAnswer& answer) {
    const LbaSpan span = m_grid.spanOf(block);
    const Nanoseconds latency = answer.latency;
    const bool disturbed = disturbanceOf(answer) != Disturbance::none;
    const Standing standing = disturbed ? Standing::disturbed : Standing::once;
    if (!m_stallTold)
        markStalled(block, latency);
    note({.kind = TapeKind::answeredLate, .span = span, .grade = Grade::stalled, .latency = latency});
    settleCell(block, Grade::stalled, latency, standing);
    if (disturbed)
        ++m_status.totals.disturbed;
    m_feed.addDefect({span, Grade::stalled, standing, latency, true});
    m_feed.cover(span);
    lookAgainLater(block, span, Grade::stalled, latency, disturbed);
    finishBlock();
}

// The whole block failed; its good sectors are had later, when nothing better is left to read.
void Engine::putOff(std::uint64_t block, const ReadAnswer& answer) {
    const LbaSpan span = m_grid.spanOf(block);
    // Without a cause, only a drive that still reads elsewhere makes it a finding.
    if (answer.judged.outcome == Outcome::bareError && !goodBlockStillReads(block)) {
        if (m_ended == Ended::running)
            resolveGone(block);
        return;
    }
    note({.kind = TapeKind::putOff, .span = span, .grade = Grade::unreadable, .latency = answer.latency});
    m_plate->set(block, {Grade::unreadable, Standing::once, encodeLatency(answer.latency)});
    m_plate->settle(block, 1);
    ++m_failedBlocks;
    m_news.failed = block;
    m_news.failedTime = answer.latency;
    m_stretch.count = m_sent = ++m_done; // the route says where to go from here
}

bool Engine::goodBlockStillReads(std::uint64_t suspect) {
    std::vector<std::uint64_t> candidates;
    if (m_lastGood)
        candidates = {*m_lastGood};
    else // nothing has been read yet: is there any place that does?
        candidates = {m_blocks - 1, m_blocks / 2, m_blocks / 3};
    for (const std::uint64_t candidate : candidates) {
        const Alone answer = readAlone(firstSectorsOf(candidate), suspect);
        if (!answer)
            return false;
        if (answer->judged.outcome == Outcome::answered) {
            if (!m_lastGood)
                m_lastGood = candidate;
            return true;
        }
    }
    return false;
}

void Engine::resolveUnreadable(std::uint64_t block, const Judged& judged) {
    const LbaSpan span = m_grid.spanOf(block);
    publish(ScanPhase::splitting);
    // A sick drive is not asked twice at once: its bad sectors are measured again when all else is done.
    Splitter splitter(span, m_drive->identity().sectorsPerPhysical(), judged.firstBad, !carefully());
    const Nanoseconds began = m_clock.now();
    SectorCount readInside;
    Grade worst = Grade::none;
    Nanoseconds longest{};
    Standing standing = Standing::once;
    bool bareErrors = false;
    ReadAnswer firstFailure;
    while (!splitter.next().empty() && m_ended == Ended::running) {
        if (m_stop.stop_requested()) {
            m_ended = Ended::stopped;
            break;
        }
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece, block);
        if (!answer)
            break;
        longest = std::max(longest, answer->latency);
        switch (answer->judged.outcome) {
        case Outcome::driveGone:
            resolveGone(block);
            return; // if it came back, the block is read anew
        case Outcome::beyondEnd:
            m_ended = Ended::shrunk;
            continue;
        case Outcome::readerLost:
            m_ended = Ended::readerLost;
            continue;
        case Outcome::locked:
            m_ended = Ended::locked;
            continue;
        case Outcome::refused:
            m_ended = Ended::refused;
            continue;
        case Outcome::mediumChanged:
            resolveChanged(block);
            continue;
        case Outcome::interrupted:
            resolveInterrupted(block);
            continue; // the same piece again
        case Outcome::notReady:
            waitUntilReady(block);
            continue;
        case Outcome::nothing:
            splitter.report(true);
            continue;
        case Outcome::linkFault:
            ++m_status.totals.linkFaults;
            note({.kind = TapeKind::linkFault, .span = piece, .count = m_status.totals.linkFaults});
            if (++m_linkFaultsInARow > mostLinkFaultsInARow)
                m_ended = Ended::linkFaults;
            continue; // the same piece again
        case Outcome::withdrawn:
            continue; // it was never sent
        case Outcome::barred:
            m_ended = Ended::barred;
            continue;
        case Outcome::answered:
        case Outcome::unreadable:
        case Outcome::bareError:
            break;
        }
        m_linkFaultsInARow = 0;
        const bool readable = answer->judged.outcome == Outcome::answered;
        if (!readable && !splitter.repeating())
            firstFailure = *answer;
        const Splitter::Settled settled = splitter.report(readable, answer->judged.firstBad);
        if (settled == Splitter::Settled::nothing)
            continue;
        if (settled == Splitter::Settled::good) {
            m_feed.cover(piece);
            readInside = readInside + piece.count;
            if (answer->latency > m_plan.asked.limit) {
                m_feed.addDefect({piece, Grade::stalled, Standing::once, answer->latency, true});
                worst = std::max(worst, Grade::stalled);
            }
            continue;
        }
        // Without a cause, only a drive that still reads elsewhere makes it a finding.
        const bool bare = firstFailure.judged.outcome == Outcome::bareError ||
                          (settled == Splitter::Settled::bad && answer->judged.outcome == Outcome::bareError);
        if (bare && !bareErrors && !goodBlockStillReads(block)) {
            if (m_ended == Ended::running)
                resolveGone(block);
            return;
        }
        bareErrors = bareErrors || bare;
        worst = Grade::unreadable;
        const Standing here = settled == Splitter::Settled::recovered ? Standing::passing
                              : carefully()                           ? Standing::once
                                                                      : Standing::confirmed;
        // The gravest of its sectors speaks for the block.
        if (here == Standing::confirmed || standing != Standing::confirmed)
            standing = here;
        settleBadSector(block, piece, firstFailure, here);
        m_feed.cover(piece);
        if (here != Standing::confirmed)
            lookAgainLater(block, piece, Grade::unreadable, firstFailure.latency, false);
        heedRules();
    }
    m_route->learnInside(readInside, m_clock.now() - began);
    // The errors must not have been those of a drive that went away meanwhile.
    if (bareErrors && m_ended == Ended::running && !goodBlockStillReads(block)) {
        if (m_ended == Ended::running)
            resolveGone(block);
        return;
    }
    if (m_ended == Ended::noAnswer)
        return; // its cell is settled
    if (worst == Grade::none && m_stretch.lookInside && m_aids.recovery && !m_recoveryRefused) {
        // It failed while the drive was to give up soon, and reads now that it may try as long as it likes:
        // late, and no more than that.
        const bool stalls = longest > m_plan.asked.limit;
        worst = stalls ? Grade::stalled : m_grader.judge(longest).grade;
        if (worst >= Grade::laboured) {
            m_feed.addDefect({span, worst, Standing::once, longest, true});
            lookAgainLater(block, span, worst, longest, false);
        }
    }
    if (worst == Grade::none) {
        // The parts read where the whole did not: a finding all the same, seen once.
        worst = Grade::unreadable;
        if (m_ended == Ended::running) {
            standing = Standing::passing;
            m_feed.addDefect({span, worst, standing, longest, judged.outcome == Outcome::unreadable});
        }
    }
    settleCell(block, worst, longest, worst == Grade::unreadable ? standing : Standing::once);
    m_failedBlocks -= m_stretch.lookInside ? 1 : 0;
    finishBlock();
}

void Engine::settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first,
                             Standing standing) {
    const bool cause = first.judged.outcome == Outcome::unreadable;
    m_feed.addDefect({sector, Grade::unreadable, standing, first.latency, cause});
    note({.kind = standing == Standing::passing ? TapeKind::recovered : TapeKind::unreadable,
          .span = sector,
          .grade = Grade::unreadable,
          .standing = standing,
          .causeGiven = cause,
          .latency = first.latency});
    m_plate->set(block, {Grade::unreadable, standing, encodeLatency(first.latency)});
    m_plate->settle(block, 1);
    publish(ScanPhase::splitting);
}

void Engine::resolveLinkFault(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    for (int attempt = 0; attempt <= linkRetries; ++attempt) {
        ++m_status.totals.linkFaults;
        note({.kind = TapeKind::linkFault,
              .span = span,
              .grade = Grade::linkFault,
              .count = m_status.totals.linkFaults});
        const Alone again = readAlone(span, block);
        if (!again)
            return;
        if (again->judged.outcome == Outcome::linkFault)
            continue;
        if (again->judged.outcome == Outcome::answered && again->latency <= m_plan.asked.limit) {
            // The surface is as good as this reading says.
            m_linkFaultsInARow = 0;
            takeGood(block, *again);
            finishBlock();
            m_plate->settle(block, 1);
            if (!m_grader.holding() && m_done > m_releasedTo)
                m_feed.cover(span);
            return;
        }
        resolve({block, *again});
        return;
    }
    settleCell(block, Grade::linkFault, {});
    m_feed.addDefect({span, Grade::linkFault, Standing::once, {}, true});
    finishBlock();
    if (++m_linkFaultsInARow >= mostLinkFaultsInARow)
        m_ended = Ended::linkFaults;
}

// Everything fails at once: is there still a drive?
void Engine::resolveGone(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    // What was measured of this block while the drive was going does not count.
    m_feed.removeDefects(span);
    m_looks.forget(span);
    m_feed.uncover(span);
    m_plate->set(block, {});
    m_plate->settle(block, 1);
    note({.kind = TapeKind::withdrawn, .span = span});
    note({.kind = TapeKind::probing, .span = span});
    const Nanoseconds since = m_clock.now();
    const int probes = m_aids.finder ? goneProbesAnywhere : goneProbes;
    for (int probe = 0; probe < probes && m_ended == Ended::running; ++probe) {
        m_status.waited = m_clock.now() - since;
        publish(ScanPhase::waiting);
        if (!sleep(goneProbeWait)) {
            m_ended = Ended::stopped;
            return;
        }
        if (goodBlockStillReads(block) || foundElsewhere()) {
            if (!stillTheSame()) {
                if (m_ended == Ended::running)
                    m_ended = Ended::otherDrive;
                return;
            }
            note({.kind = TapeKind::cameBack, .span = span});
            m_recoveryLimited.reset(); // a drive that was reset has its own setting again
            m_sent = m_done;           // read it anew
            m_dropsHere = block == m_droppedAt ? m_dropsHere + 1 : 1;
            m_droppedAt = block;
            if (m_dropsHere >= mostDropsAtOneBlock)
                leaveBehind(block);
            return;
        }
    }
    if (m_ended == Ended::running)
        m_ended = Ended::driveGone;
}

// A block that takes the drive down every time is not read again.
void Engine::leaveBehind(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    m_feed.addDefect({span, Grade::unreadable, Standing::confirmed, {}, false});
    m_feed.cover(span);
    note({.kind = TapeKind::unreadable,
          .span = span,
          .grade = Grade::unreadable,
          .standing = Standing::confirmed,
          .causeGiven = false});
    settleCell(block, Grade::unreadable, {}, Standing::confirmed);
    finishBlock();
}

} // namespace orbita
