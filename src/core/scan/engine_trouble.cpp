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

// What ends a scan wherever it is met.
std::optional<EndReason> endBy(Outcome outcome) {
    switch (outcome) {
    case Outcome::beyondEnd:
        return EndReason::shrunk;
    case Outcome::readerLost:
        return EndReason::readerLost;
    case Outcome::locked:
        return EndReason::locked;
    case Outcome::refused:
        return EndReason::refused;
    case Outcome::barred:
        return EndReason::barred;
    case Outcome::answered:
    case Outcome::unreadable:
    case Outcome::bareError:
    case Outcome::linkFault:
    case Outcome::driveGone:
    case Outcome::interrupted:
    case Outcome::mediumChanged:
    case Outcome::notReady:
    case Outcome::unmapped:
    case Outcome::withdrawn:
        break;
    }
    return std::nullopt;
}

} // namespace

void Engine::resolve(const DriveQueue::Trouble& trouble) {
    const std::uint64_t block = trouble.block;
    m_preSeek = {};
    if (const auto end = endBy(trouble.answer.verdict.outcome))
        m_ended = *end;
    switch (trouble.answer.verdict.outcome) {
    case Outcome::answered:
        resolveLate(block, trouble.answer);
        break;
    case Outcome::unreadable:
    case Outcome::bareError:
        if (m_route->defersFailures() && !m_queue.range().splitBlock)
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
    case Outcome::interrupted:
        resolveInterrupted(block);
        break;
    case Outcome::mediumChanged:
        resolveChanged(block);
        break;
    case Outcome::notReady:
        waitUntilReady(block);
        break;
    case Outcome::unmapped:
        settleUnmapped(block, trouble.answer.latency);
        finishBlock();
        break;
    case Outcome::withdrawn: // to be sent again
    case Outcome::beyondEnd:
    case Outcome::readerLost:
    case Outcome::locked:
    case Outcome::refused:
    case Outcome::barred:
        break;
    }
    m_stallTold = false;
    m_status.waited = {};
    m_observedFrom = m_queue.done();
    m_observedTime = {};
    m_observedClean = true;
    publish(ScanPhase::reading);
}

// A reset, by whoever, says nothing of the block: it is read again and nothing is graded. Without end, it
// is the way to the drive that fails.
void Engine::resolveInterrupted(std::uint64_t block) {
    note(
        {.kind = ScanEventKind::interrupted, .span = m_grid.spanOf(block), .count = ++m_interruptionsInARow});
    if (m_limit.inForce()) { // a reset has put the drive's own setting back
        m_limit.forget();
        if (const auto event = m_limit.set(true, m_stop))
            note(*event);
    }
    if (m_interruptionsInARow > mostInterruptionsInARow)
        m_ended = EndReason::linkFaults;
}

// Spinning up takes its time and is no finding; never coming ready is.
void Engine::waitUntilReady(std::uint64_t block) {
    if (m_notReadyFor.count() == 0)
        note({.kind = ScanEventKind::notReady, .span = m_grid.spanOf(block)});
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
    note({.kind = ScanEventKind::answeredLate, .span = span, .grade = Grade::stalled, .latency = latency});
    m_met.erase(block);
    m_observedClean = false;
    m_model.settleAnswered(block, Grade::stalled, standing, latency);
    recheckLater(block, span, Grade::stalled, latency, disturbed);
    if (!m_route->defersFailures() || m_queue.range().splitBlock) {
        finishBlock();
        return;
    }
    ++m_blocksDone;
    leaveRange(block, latency, false);
}

// The route says where to go from here.
void Engine::leaveRange(std::uint64_t block, Nanoseconds took, bool putOff) {
    m_news.failed = block;
    m_news.putOff = putOff;
    m_news.failedTime = took;
    m_queue.leaveRange();
}

// The whole block failed; its good sectors are had later, when nothing better is left to read.
void Engine::putOff(std::uint64_t block, const ReadAnswer& answer) {
    const LbaSpan span = m_grid.spanOf(block);
    if (answer.verdict.outcome == Outcome::bareError && !isFinding(block))
        return;
    note(
        {.kind = ScanEventKind::putOff, .span = span, .grade = Grade::unreadable, .latency = answer.latency});
    m_putOff[block] = answer;
    m_putOff[block].data = {};
    m_model.putOff(block, answer.latency);
    leaveRange(block, answer.latency, true);
}

// What a block that was put off was answered with; of one put off in an earlier part of the scan, only how
// long it took is known.
ReadAnswer Engine::answerPutOff(std::uint64_t block) const {
    if (const auto known = m_putOff.find(block); known != m_putOff.end())
        return known->second;
    return {.tag = block,
            .verdict = {Outcome::unreadable, {}},
            .latency = decodeLatency(m_model.at(block).latency)};
}

// Whether the drive reads elsewhere. Where nothing that was asked for can be read, only the system's own word
// is left: a device that has gone is no longer there, or has no size.
bool Engine::goodBlockStillReads(std::uint64_t suspect) {
    if (m_lastGood) {
        const Alone answer = readAlone(firstSectorsOf(*m_lastGood));
        return answer && answer->verdict.outcome == Outcome::answered;
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
        if (answer->verdict.outcome == Outcome::driveGone)
            return false;
        if (answer->verdict.outcome == Outcome::answered) {
            m_lastGood = candidate;
            return true;
        }
    }
    if (!m_services.present || !m_services.present())
        return false;
    if (!m_nothingReads)
        note({.kind = ScanEventKind::nothingToCompare, .span = m_grid.span});
    m_nothingReads = true; // not asked again: each may take seconds
    return true;
}

// A block that failed as a whole, while it is read piece by piece.
struct Engine::Split {
    std::uint64_t block;
    const ReadAnswer& whole;
    Splitter splitter;
    SectorCount read;          // of its sectors
    Grade worst = Grade::none; // of its pieces
    Standing standing = Standing::once;
    Nanoseconds longest{};
    Nanoseconds longestRead{}; // of the pieces that were read
    ReadAnswer firstFailure;
    bool bareErrors = false; // some failed without a cause
};

void Engine::resolveUnreadable(std::uint64_t block, const ReadAnswer& whole) {
    const LbaSpan span = m_grid.spanOf(block);
    publish(ScanPhase::splitting);
    if (m_model.stalledBefore(block)) // what is found now is exact
        m_model.forgetDefects(span);
    // A sick drive is not asked twice at once: its bad sectors are measured again when all else is done.
    Split split{.block = block,
                .whole = whole,
                .splitter = Splitter(span, drive().identity().sectorsPerPhysical(), whole.verdict.firstBad,
                                     !carefully()),
                .read = {},
                .firstFailure = {}};
    const Nanoseconds began = m_clock.now();
    while (!split.splitter.next().empty() && m_ended == EndReason::running)
        if (!readPiece(split))
            return;
    m_route->learnInside(split.read, m_clock.now() - began);
    // The errors must not have been those of a drive that went away meanwhile.
    if (m_ended == EndReason::noAnswer ||
        (split.bareErrors && m_ended == EndReason::running && !isFinding(block)))
        return; // its cell is settled, or it is read anew
    m_putOff.erase(block);
    m_met.erase(block);
    m_observedClean = false;
    if (split.worst == Grade::none && gaveUpEarly(whole))
        settleGaveUpEarly(split);
    else if (split.worst == Grade::none && m_ended == EndReason::running)
        // The parts read where the whole did not: a finding all the same, seen once.
        m_model.settleFailedOnce(block, failedOnce(span, whole), std::max(split.longest, whole.latency));
    else if (split.worst == Grade::none)
        m_model.settleSplit(block, Grade::unreadable, split.standing, std::max(split.longest, whole.latency));
    else
        m_model.settleSplit(block, split.worst,
                            split.worst == Grade::unreadable ? split.standing : Standing::once,
                            split.longest);
    finishBlock();
}

// Without a cause, only a drive that still reads elsewhere makes an error a finding; else it may have gone.
bool Engine::isFinding(std::uint64_t block) {
    if (goodBlockStillReads(block))
        return true;
    if (m_ended == EndReason::running)
        resolveGone(block);
    return false;
}

// False where the drive has gone over it: if it came back, the block is read anew.
bool Engine::readPiece(Split& split) {
    if (m_stop.stop_requested()) {
        m_ended = EndReason::stopped;
        return true;
    }
    const LbaSpan piece = split.splitter.next();
    const Alone answer = readAlone(piece);
    if (!answer)
        return true;
    split.longest = std::max(split.longest, answer->latency);
    switch (answer->verdict.outcome) {
    case Outcome::driveGone:
        resolveGone(split.block);
        return false;
    case Outcome::answered:
    case Outcome::unreadable:
    case Outcome::bareError:
        m_linkFaultsInARow = 0;
        return tellPiece(split, piece, *answer);
    case Outcome::unmapped:
        split.splitter.report(true);
        return true;
    // The same piece again.
    case Outcome::mediumChanged:
        resolveChanged(split.block);
        return true;
    case Outcome::interrupted:
        resolveInterrupted(split.block);
        return true;
    case Outcome::notReady:
        waitUntilReady(split.block);
        return true;
    case Outcome::linkFault:
        m_model.addLinkFault();
        note({.kind = ScanEventKind::linkFault, .span = piece, .count = m_model.totals().linkFaults});
        if (++m_linkFaultsInARow > mostLinkFaultsInARow)
            m_ended = EndReason::linkFaults;
        return true;
    case Outcome::withdrawn: // it was never sent
    case Outcome::beyondEnd:
    case Outcome::readerLost:
    case Outcome::locked:
    case Outcome::refused:
    case Outcome::barred:
        break;
    }
    if (const auto end = endBy(answer->verdict.outcome))
        m_ended = *end;
    return true;
}

// What a piece that was read, or could not be read, comes to. False as above.
bool Engine::tellPiece(Split& split, LbaSpan piece, const ReadAnswer& answer) {
    const bool readable = answer.verdict.outcome == Outcome::answered;
    if (readable)
        split.longestRead = std::max(split.longestRead, answer.latency);
    if (!readable && !split.splitter.repeating())
        split.firstFailure = answer;
    using Result = Splitter::PieceResult;
    const Result result = split.splitter.report(readable, answer.verdict.firstBad);
    if (result == Result::open)
        return true;
    if (result == Result::good) {
        split.read = split.read + piece.count;
        if (answer.latency > m_plan.asked.limit) {
            m_model.badSectors(split.block, {piece, Grade::stalled, Standing::once, answer.latency, true});
            split.worst = std::max(split.worst, Grade::stalled);
        } else {
            m_model.goodSectors(piece);
        }
        return true;
    }
    const bool bare = split.firstFailure.verdict.outcome == Outcome::bareError ||
                      (result == Result::bad && answer.verdict.outcome == Outcome::bareError);
    if (bare && !split.bareErrors && !isFinding(split.block))
        return false;
    split.bareErrors = split.bareErrors || bare;
    split.worst = Grade::unreadable;
    const Standing here = result == Result::recovered ? Standing::passing
                          : carefully()               ? Standing::once
                                                      : Standing::confirmed;
    // The gravest of its sectors speaks for the block.
    if (here == Standing::confirmed || split.standing != Standing::confirmed)
        split.standing = here;
    settleBadSector(split.block, piece, split.firstFailure, here);
    if (here != Standing::confirmed)
        recheckLater(split.block, piece, Grade::unreadable, split.firstFailure.latency, false);
    heedRules();
    return true;
}

// It failed while the drive was to give up soon, and reads now that it may try as long as it likes: at least
// that late, and no more than that.
void Engine::settleGaveUpEarly(const Split& split) {
    const std::uint64_t block = split.block;
    const LbaSpan span = m_grid.spanOf(block);
    const Nanoseconds longest = std::max(split.longestRead, split.whole.latency);
    const bool stalls = longest > m_plan.asked.limit;
    if (!stalls && m_grader.holding()) { // nothing yet to compare with: graded with those that are held
        m_model.hold(block, longest);
        m_held.push_back({block, longest, Disturbance::none});
        return;
    }
    const Grader::GradeResult graded = m_grader.judge(longest, courseOf(span));
    if (!stalls && !graded.certain) {
        leaveUngraded(block, longest);
        return;
    }
    const Grade grade = stalls ? Grade::stalled : graded.grade;
    m_model.settleAnswered(block, grade, Standing::once, longest);
    if (grade >= Grade::laboured)
        recheckLater(block, span, grade, longest, false);
}

// The drive was to try no longer than the scan allowed, and failed when that time was over.
bool Engine::gaveUpEarly(const ReadAnswer& whole) const {
    return m_queue.range().splitBlock && m_limit.limit().count() > 0 &&
           whole.latency >= m_limit.limit() - m_limit.limit() / 8;
}

// It failed as a whole, and every part of it was read after that. Which sector it was, only the drive can
// say.
LedgerEntry Engine::failedOnce(LbaSpan span, const ReadAnswer& whole) {
    LedgerEntry entry{span, Grade::unreadable, Standing::passing, whole.latency,
                      whole.verdict.outcome == Outcome::unreadable};
    const std::uint64_t physical = drive().identity().sectorsPerPhysical();
    if (whole.verdict.firstBad && span.contains(*whole.verdict.firstBad))
        entry.span = intersection({{whole.verdict.firstBad->value / physical * physical}, {physical}}, span);
    else
        entry.exact = span.count.value <= physical;
    note({.kind = ScanEventKind::recovered,
          .span = entry.span,
          .grade = Grade::unreadable,
          .standing = Standing::passing,
          .causeGiven = entry.causeGiven,
          .latency = whole.latency,
          .count = entry.exact ? std::uint64_t{0} : 1});
    return entry;
}

// A block that the scan has read well, and another reading has not: true where there was such.
bool Engine::settleMetBefore(std::uint64_t block) {
    const auto known = m_met.find(block);
    if (known == m_met.end())
        return false;
    const MetBefore met = known->second;
    m_met.erase(known);
    m_observedClean = false;
    const LbaSpan span = m_grid.spanOf(block);
    if (met.answer.verdict.outcome == Outcome::answered)
        m_model.settleAnswered(block, Grade::stalled, Standing::passing, met.answer.latency);
    else
        m_model.settleFailedOnce(block, failedOnce(intersection(met.span, span), met.answer),
                                 met.answer.latency);
    return true;
}

void Engine::settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first,
                             Standing standing) {
    const bool cause = first.verdict.outcome == Outcome::unreadable;
    m_model.badSectors(block, {sector, Grade::unreadable, standing, first.latency, cause});
    note({.kind = standing == Standing::passing ? ScanEventKind::recovered : ScanEventKind::unreadable,
          .span = sector,
          .grade = Grade::unreadable,
          .standing = standing,
          .causeGiven = cause,
          .latency = first.latency});
    publish(ScanPhase::splitting);
}

void Engine::resolveLinkFault(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    for (int attempt = 0; attempt <= linkRetries; ++attempt) {
        m_model.addLinkFault();
        note({.kind = ScanEventKind::linkFault,
              .span = span,
              .grade = Grade::linkFault,
              .count = m_model.totals().linkFaults});
        const Alone again = readAlone(span);
        if (!again)
            return;
        if (again->verdict.outcome == Outcome::linkFault)
            continue;
        if (again->verdict.outcome == Outcome::answered && again->latency <= m_plan.asked.limit) {
            // The surface is as good as this reading says.
            m_linkFaultsInARow = 0;
            takeGood(block, *again);
            finishBlock();
            return;
        }
        resolve({block, *again});
        return;
    }
    m_met.erase(block);
    m_observedClean = false;
    m_model.settleLinkFault(block);
    finishBlock();
    if (++m_linkFaultsInARow >= mostLinkFaultsInARow)
        m_ended = EndReason::linkFaults;
}

// Everything fails at once: is there still a drive?
void Engine::resolveGone(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    rememberStandstill(span, StandstillKind::dropped, !m_stallTold);
    // What was measured of this block while the drive was going does not count, nor errors without a cause
    // elsewhere.
    std::erase_if(m_met,
                  [](const auto& met) { return met.second.answer.verdict.outcome == Outcome::bareError; });
    m_rechecks.forget(span);
    m_model.withdraw(block);
    note({.kind = ScanEventKind::withdrawn, .span = span});
    note({.kind = ScanEventKind::probing, .span = span});
    const Nanoseconds since = m_clock.now();
    const int probes = m_services.finder ? goneProbesAnywhere : goneProbes;
    for (int probe = 0; probe < probes && m_ended == EndReason::running; ++probe) {
        m_status.waited = m_clock.now() - since;
        publish(ScanPhase::waiting);
        if (!sleep(goneProbeWait)) {
            m_ended = EndReason::stopped;
            return;
        }
        const bool here = goodBlockStillReads(block);
        if (here || foundElsewhere()) {
            renewServices(!here);
            if (!stillTheSame()) {
                if (m_ended == EndReason::running)
                    m_ended = EndReason::otherDrive;
                return;
            }
            note({.kind = ScanEventKind::cameBack, .span = span});
            m_limit.forget();    // a drive that was reset has its own setting again
            m_queue.sendAgain(); // read it anew
            m_dropsHere = block == m_droppedAt ? m_dropsHere + 1 : 1;
            m_droppedAt = block;
            if (m_dropsHere >= mostDropsAtOneBlock)
                giveUpOnBlock(block);
            return;
        }
    }
    if (m_ended == EndReason::running)
        m_ended = EndReason::driveGone;
}

// A block that takes the drive down every time is not read again.
void Engine::giveUpOnBlock(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    m_met.erase(block);
    m_observedClean = false;
    m_model.badSectors(block, {span, Grade::unreadable, Standing::confirmed, {}, false});
    m_model.settleSplit(block, Grade::unreadable, Standing::confirmed, {});
    note({.kind = ScanEventKind::unreadable,
          .span = span,
          .grade = Grade::unreadable,
          .standing = Standing::confirmed,
          .causeGiven = false});
    finishBlock();
}

} // namespace orbita
