// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of a block that failed or took too long.
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"
#include "core/scan/splitter.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr int linkRetries = 3;
constexpr std::uint64_t placesToTry = 32;
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
            resolveUnreadable(block, trouble.answer);
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
    if (!m_route->givesWay() || m_stretch.lookInside) {
        finishBlock();
        return;
    }
    ++m_blocksDone;
    leaveStretch(block, latency, false);
}

// The route says where to go from here.
void Engine::leaveStretch(std::uint64_t block, Nanoseconds took, bool putOff) {
    m_news.failed = block;
    m_news.putOff = putOff;
    m_news.failedTime = took;
    m_stretch.count = m_sent = ++m_done;
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
    m_putOff[block] = answer;
    m_putOff[block].data = {};
    show(block, {Grade::unreadable, Standing::once, encodeLatency(answer.latency)}, answer.latency);
    m_plate->settle(block, 1);
    ++m_failedBlocks;
    leaveStretch(block, answer.latency, true);
}

// What a block that was put off was answered with; of one put off in an earlier part of the scan, only how
// long it took is known.
ReadAnswer Engine::answerPutOff(std::uint64_t block) const {
    if (const auto known = m_putOff.find(block); known != m_putOff.end())
        return known->second;
    return {.tag = block,
            .judged = {Outcome::unreadable, {}},
            .latency = decodeLatency(m_plate->at(block).latency)};
}

// Whether the drive reads elsewhere. Where nothing that was asked for can be read, only the system's own word
// is left: a device that has gone is no longer there, or has no size.
bool Engine::goodBlockStillReads(std::uint64_t suspect) {
    if (m_lastGood) {
        const Alone answer = readAlone(firstSectorsOf(*m_lastGood));
        return answer && answer->judged.outcome == Outcome::answered;
    }
    // Nothing has been read yet: is there any place that can be?
    const std::uint64_t places = std::min(m_askedFor.count(), placesToTry);
    for (std::uint64_t i = places; i-- > 0 && !m_nothingReads;) {
        const std::uint64_t candidate = m_askedFor.at(m_askedFor.count() * (2 * i + 1) / (2 * places));
        if (candidate == suspect)
            continue;
        const Alone answer = readAlone(firstSectorsOf(candidate));
        if (!answer || m_stop.stop_requested())
            return false;
        if (answer->judged.outcome == Outcome::driveGone)
            return false;
        if (answer->judged.outcome == Outcome::answered) {
            m_lastGood = candidate;
            return true;
        }
    }
    if (!m_aids.present || !m_aids.present())
        return false;
    if (!m_nothingReads)
        note({.kind = TapeKind::nothingToCompare, .span = m_grid.span});
    m_nothingReads = true; // not asked again: each may take seconds
    return true;
}

void Engine::resolveUnreadable(std::uint64_t block, const ReadAnswer& whole) {
    const LbaSpan span = m_grid.spanOf(block);
    const Judged& judged = whole.judged;
    publish(ScanPhase::splitting);
    if (m_stalledBefore.contains(block)) // what is found now is exact
        m_feed.removeDefects(span);
    // A sick drive is not asked twice at once: its bad sectors are measured again when all else is done.
    Splitter splitter(span, m_drive->identity().sectorsPerPhysical(), judged.firstBad, !carefully());
    const Nanoseconds began = m_clock.now();
    SectorCount readInside;
    Grade worst = Grade::none;
    Nanoseconds longest{};
    Nanoseconds longestRead{}; // of the pieces that were read
    Standing standing = Standing::once;
    bool bareErrors = false;
    ReadAnswer firstFailure;
    while (!splitter.next().empty() && m_ended == Ended::running) {
        if (m_stop.stop_requested()) {
            m_ended = Ended::stopped;
            break;
        }
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece);
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
        if (readable)
            longestRead = std::max(longestRead, answer->latency);
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
    if (worst == Grade::none && gaveUpEarly(whole)) {
        // It failed while the drive was to give up soon, and reads now that it may try as long as it likes:
        // at least that late, and no more than that.
        longest = std::max(longestRead, whole.latency);
        const bool stalls = longest > m_plan.asked.limit;
        if (!stalls && m_grader.holding()) { // nothing yet to compare with: graded with those that are held
            m_plate->set(block, {Grade::steady, Standing::once, encodeLatency(longest)});
            m_held.push_back({block, longest, Disturbance::none});
            m_feed.uncover(span); // vouched for when it has its grade
            m_putOff.erase(block);
            --m_failedBlocks;
            finishBlock();
            return;
        }
        const Grader::Graded graded = m_grader.judge(longest, courseOf(span));
        if (!stalls && !graded.certain) {
            leaveUngraded(block, longest);
            m_plate->settle(block, 1);
            m_putOff.erase(block);
            --m_failedBlocks;
            finishBlock();
            return;
        }
        worst = stalls ? Grade::stalled : graded.grade;
        if (worst >= Grade::laboured) {
            m_feed.addDefect({span, worst, Standing::once, longest, true});
            lookAgainLater(block, span, worst, longest, false);
        }
    }
    if (worst == Grade::none) {
        // The parts read where the whole did not: a finding all the same, seen once.
        worst = Grade::unreadable;
        longest = std::max(longest, whole.latency);
        if (m_ended == Ended::running) {
            standing = Standing::passing;
            noteFailedOnce(span, whole);
        }
    }
    m_putOff.erase(block);
    settleCell(block, worst, longest, worst == Grade::unreadable ? standing : Standing::once);
    m_failedBlocks -= m_stretch.lookInside ? 1 : 0;
    finishBlock();
}

// The drive was to try no longer than the scan allowed, and failed when that time was over.
bool Engine::gaveUpEarly(const ReadAnswer& whole) const {
    return m_stretch.lookInside && m_shortened.count() > 0 && whole.latency >= m_shortened - m_shortened / 8;
}

// It failed as a whole, and every part of it was read after that. Which sector it was, only the drive can
// say.
void Engine::noteFailedOnce(LbaSpan span, const ReadAnswer& whole) {
    LedgerEntry entry{span, Grade::unreadable, Standing::passing, whole.latency,
                      whole.judged.outcome == Outcome::unreadable};
    const std::uint64_t physical = m_drive->identity().sectorsPerPhysical();
    if (whole.judged.firstBad && span.contains(*whole.judged.firstBad))
        entry.span = intersection({{whole.judged.firstBad->value / physical * physical}, {physical}}, span);
    else
        entry.exact = span.count.value <= physical;
    m_feed.addDefect(entry);
    note({.kind = TapeKind::recovered,
          .span = entry.span,
          .grade = Grade::unreadable,
          .standing = Standing::passing,
          .causeGiven = entry.causeGiven,
          .latency = whole.latency,
          .count = entry.exact ? std::uint64_t{0} : 1});
}

// A block that the scan has read well, and another reading has not: true where there was such.
bool Engine::settleMetBefore(std::uint64_t block) {
    const auto known = m_met.find(block);
    if (known == m_met.end())
        return false;
    const MetBefore met = known->second;
    m_met.erase(known);
    const LbaSpan span = m_grid.spanOf(block);
    const bool stalled = met.answer.judged.outcome == Outcome::answered;
    if (stalled)
        m_feed.addDefect({span, Grade::stalled, Standing::passing, met.answer.latency, true});
    else
        noteFailedOnce(intersection(met.span, span), met.answer);
    settleCell(block, stalled ? Grade::stalled : Grade::unreadable, met.answer.latency, Standing::passing);
    m_feed.cover(span);
    return true;
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
        const Alone again = readAlone(span);
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
    rememberStandstill(span, StandstillKind::dropped, !m_stallTold);
    // What was measured of this block while the drive was going does not count, nor errors without a cause
    // elsewhere.
    std::erase_if(m_met,
                  [](const auto& met) { return met.second.answer.judged.outcome == Outcome::bareError; });
    m_feed.removeDefects(span);
    m_looks.forget(span);
    m_feed.uncover(span);
    m_plate->set(block, {});
    if (m_stalledBefore.contains(block)) { // what an earlier part of the scan found stays
        const Nanoseconds latency = m_met.at(block).answer.latency;
        m_feed.addDefect({span, Grade::stalled, Standing::once, latency, true});
        m_plate->set(block, {Grade::stalled, Standing::once, encodeLatency(latency)});
    }
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
        const bool here = goodBlockStillReads(block);
        if (here || foundElsewhere()) {
            renewAids(!here);
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
