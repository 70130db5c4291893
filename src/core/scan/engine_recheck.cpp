// SPDX-License-Identifier: GPL-3.0-or-later
// Each defect is measured again from the medium: what the drive has in its cache proves nothing.
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"
#include "core/scan/splitter.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t mostCacheBytes = 512U << 20U; // more than any drive's cache holds
constexpr int mostAttempts = 4;                       // that are disturbed
constexpr Nanoseconds quietWait = std::chrono::seconds{1};
constexpr std::uint64_t regionBlocks = 256; // in which sound blocks take about the same
constexpr int soundBlocks = 3;              // measured to know what that is
constexpr int slowMeasurements = 2;         // of a slow block, before it counts as passing
constexpr int mostOddAnswers = 3;           // then the drive has other troubles; what waits, waits on

} // namespace

void Engine::recheckDue(bool atEnd) {
    if (m_rechecks.waiting() == 0 || (!atEnd && (carefully() || !m_rechecks.due(m_clock.now()))))
        return;
    if (m_queue.trouble() || !drain())
        return;
    publish(ScanPhase::again);
    m_again = true;
    std::vector<Recheck> open;
    int odd = 0;
    while (m_ended == EndReason::running && !m_stop.stop_requested() && odd < mostOddAnswers) {
        const auto look = m_rechecks.take(atEnd);
        if (!look)
            break;
        m_status.position = look->span.first;
        if (lookAt(*look, atEnd)) {
            odd = 0;
        } else {
            open.push_back(*look);
            ++open.back().attempts;
            odd += look->disturbed ? 0 : 1;
        }
        publish(ScanPhase::again);
        interrupt(m_technician);
        heedRules();
    }
    m_again = false;
    for (const Recheck& look : open)
        m_rechecks.add(look, m_clock.now());
    if (!atEnd)
        bringHeadBack();
    else if (m_ended == EndReason::running && m_rechecks.waiting() > 0 && !m_stop.stop_requested())
        note({.kind = ScanEventKind::notAgain, .count = m_rechecks.waiting()});
    m_queue.startWatch();
}

// False where it could not be measured: it waits on.
bool Engine::lookAt(const Recheck& look, bool atEnd) {
    if (pastCacheWay() == ReadWay::verify)
        verifyBelieved(); // one that lies would say good without looking
    const std::optional<ReadWay> way = pastCacheWay();
    if (m_ended != EndReason::running || m_stop.stop_requested())
        return false;
    const bool pastCache = way.has_value();
    bool fromMedium = pastCache || m_bytesRead - look.readBefore >= mostCacheBytes;
    if (!fromMedium && atEnd)
        fromMedium = pushOutCache(look);
    // Neither a failure nor a slow answer can come out of a cache: that much can be found out everywhere.
    if (!fromMedium && (look.grade == Grade::stalled || !atEnd))
        return false;
    int measured = 0;
    for (int attempt = 0; attempt < mostAttempts; ++attempt) {
        // The way there is ours, and no part of what the block takes.
        if (look.grade != Grade::unreadable && drive().identity().rotating != false &&
            !readAlone(preSeekSpan(look.block), way))
            return true;
        const Alone answer = readAlone(look.span, way);
        if (!answer) { // the scan has ended over it
            if (m_ended == EndReason::noAnswer && look.grade == Grade::stalled)
                settleAgain(look, Standing::confirmed, look.latency);
            return true;
        }
        const Outcome outcome = answer->verdict.outcome;
        if (outcome == Outcome::unreadable ||
            (outcome == Outcome::bareError && look.grade == Grade::unreadable &&
             goodBlockStillReads(look.block))) {
            if (look.grade == Grade::unreadable && look.exact)
                settleAgain(look, Standing::confirmed, answer->latency);
            else
                splitAgain(look, *answer);
            return true;
        }
        if (outcome != Outcome::answered)
            return false;
        if (look.grade == Grade::unreadable) {
            if (fromMedium)
                settleAgain(look, Standing::passing, answer->latency);
            return fromMedium;
        }
        // One that was quick needs no excuse; one that was late on a hub that others use says nothing.
        const Grader::GradeResult graded = judgeAgain(look, answer->latency, way);
        if (m_ended != EndReason::running)
            return true;
        const bool late = answer->latency > m_plan.asked.limit || graded.grade >= Grade::late;
        if (answer->disturbance != Disturbance::none ||
            (late && disturbanceOf(*answer) != Disturbance::none)) {
            if (!atEnd || !sleep(quietWait))
                return false;
            continue;
        }
        const bool slow = answer->latency > m_plan.asked.limit || graded.grade >= Grade::laboured;
        if (!fromMedium && !(look.disturbed ? late : slow))
            return false;
        if (look.disturbed) {
            regradeUndisturbed(look, *answer, graded);
            return true;
        }
        const bool stalls = answer->latency > m_plan.asked.limit;
        // As late again, or half as late where that falls below the limit of the grade.
        const Nanoseconds lateAtFirst =
            look.latency - m_grader.expected(courseOf(look.span), m_grader.baseline());
        const bool halfAsLate = graded.excess * 2 >= lateAtFirst;
        const bool slowAgain = stalls || graded.grade >= Grade::laboured || halfAsLate;
        const bool seenAgain = look.grade == Grade::stalled ? stalls || halfAsLate : slowAgain;
        if (slowAgain || !pastCache || ++measured == slowMeasurements) {
            // One that stalled and was only slow then has stalled once; good it was not.
            settleAgain(look,
                        seenAgain   ? Standing::confirmed
                        : slowAgain ? Standing::once
                                    : Standing::passing,
                        answer->latency);
            return true;
        }
    }
    return false;
}

// The command that brings a block from the medium whatever the drive has at hand; nothing where there is none
// that is believed.
std::optional<ReadWay> Engine::pastCacheWay() const {
    std::optional<ReadWay> way = drive().limits().pastCache;
    if (!way && m_plan.asked.way == ReadWay::verify)
        way = ReadWay::verify;
    return way == ReadWay::verify && !m_verifyBelieved.value_or(true) ? std::nullopt : way;
}

// A block that was read by another command than the scan's is compared with what a sound one nearby takes by
// it.
Grader::GradeResult Engine::judgeAgain(const Recheck& look, Nanoseconds latency, std::optional<ReadWay> way) {
    if (way && *way != m_plan.asked.way)
        if (const auto usual = usualAgain(look.block, *way)) {
            const Nanoseconds excess = latency - *usual;
            return {gradeOf(excess, m_grader.unit(), m_grader.limits()), excess};
        }
    return judgeAlone(look.span, latency);
}

std::optional<Nanoseconds> Engine::usualAgain(std::uint64_t block, ReadWay way) {
    const std::uint64_t region = block / regionBlocks;
    if (const auto known = m_usualAgain.find(region); known != m_usualAgain.end())
        return known->second;
    std::optional<Nanoseconds> usual;
    int tried = 0;
    const auto tryOne = [&](std::uint64_t candidate) {
        if (tried == soundBlocks || candidate >= m_blocks || !m_askedFor.contains(candidate) ||
            m_model.at(candidate).grade != Grade::steady)
            return;
        ++tried;
        if (!readAlone(preSeekSpan(candidate), way))
            return;
        const Alone answer = readAlone(m_grid.spanOf(candidate), way);
        if (answer && answer->verdict.outcome == Outcome::answered)
            usual = std::min(usual.value_or(answer->latency), answer->latency);
    };
    for (std::uint64_t away = 2; away < regionBlocks && m_ended == EndReason::running; ++away) {
        tryOne(block + away);
        if (away <= block && m_ended == EndReason::running)
            tryOne(block - away);
        if (tried == soundBlocks)
            break;
    }
    if (usual)
        m_usualAgain[region] = *usual;
    return usual;
}

void Engine::settleAgain(const Recheck& look, Standing standing, Nanoseconds latency) {
    m_model.restand(look.block, {look.span, look.grade, standing, look.latency, look.causeGiven, look.exact});
    note({.kind = standing == Standing::passing ? ScanEventKind::againPassing : ScanEventKind::againConfirmed,
          .span = look.span,
          .grade = look.grade,
          .standing = standing,
          .latency = latency});
}

// It was slow, and cannot be read now: which sectors, is found out as for any block that fails.
void Engine::splitAgain(const Recheck& look, const ReadAnswer& whole) {
    Splitter splitter(look.span, drive().identity().sectorsPerPhysical(), whole.verdict.firstBad, true);
    ReadAnswer firstFailure;
    Standing standing = Standing::passing;
    bool found = false;
    while (!splitter.next().empty() && m_ended == EndReason::running && !m_stop.stop_requested()) {
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece);
        if (!answer)
            break;
        const Outcome outcome = answer->verdict.outcome;
        if (outcome != Outcome::answered && outcome != Outcome::unreadable && outcome != Outcome::bareError)
            break;
        const bool readable = outcome == Outcome::answered;
        if (!readable && !splitter.repeating())
            firstFailure = *answer;
        const Splitter::PieceResult settled = splitter.report(readable, answer->verdict.firstBad);
        if (settled != Splitter::PieceResult::bad && settled != Splitter::PieceResult::recovered)
            continue;
        if (!found)
            m_model.forgetDefects(look.span);
        const bool bad = settled == Splitter::PieceResult::bad;
        settleBadSector(look.block, piece, firstFailure, bad ? Standing::confirmed : Standing::passing);
        standing = bad ? Standing::confirmed : standing;
        found = true;
    }
    if (found)
        m_model.settleSplit(look.block, Grade::unreadable, standing, look.latency);
    else if (m_ended == EndReason::running && !m_stop.stop_requested()) // the parts read, the whole did not
        m_model.settleFailedOnce(look.block, failedOnce(look.span, whole), look.latency);
}

// The first measurement said nothing of the drive; this one does, and takes its place.
void Engine::regradeUndisturbed(const Recheck& look, const ReadAnswer& answer, Grader::GradeResult graded) {
    const bool stalls = answer.latency > m_plan.asked.limit;
    const Grade grade = stalls ? Grade::stalled : graded.grade;
    if (stalls || graded.certain)
        m_model.settleAnswered(look.block, grade, Standing::once, answer.latency);
    else
        leaveUngraded(look.block, answer.latency);
    if (grade < Grade::laboured) {
        if (look.grade == Grade::late)
            return; // it was never on the tape
        note({.kind = ScanEventKind::againPassing,
              .span = look.span,
              .grade = look.grade,
              .standing = Standing::passing,
              .latency = answer.latency});
        return;
    }
    note({.kind = ScanEventKind::slow,
          .span = look.span,
          .grade = grade,
          .turns = turnsLate(answer.latency),
          .latency = answer.latency});
    recheckLater(look.block, look.span, grade, answer.latency, false);
}

// Reads elsewhere in the span, where the drive is known to be good, until its cache must have let go of what
// it held. False where there is too little elsewhere, or it would take the drive too far.
bool Engine::pushOutCache(const Recheck& look) {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * drive().identity().logicalBytes;
    const std::uint64_t wanted = mostCacheBytes / blockBytes + 1;
    if (m_blocks < 2 * wanted)
        return false;
    // The half of the span that does not hold the block.
    std::uint64_t block = look.block < m_blocks / 2 ? m_blocks / 2 : 0;
    const std::uint64_t end = block == 0 ? m_blocks / 2 : m_blocks;
    for (; block < end && m_bytesRead - look.readBefore < mostCacheBytes; ++block) {
        if (m_model.at(block).grade != Grade::steady)
            continue;
        const Alone answer = readAlone(m_grid.spanOf(block));
        if (!answer || m_stop.stop_requested())
            return false;
        if (answer->verdict.outcome == Outcome::answered)
            m_bytesRead += blockBytes;
        publish(ScanPhase::again);
    }
    return m_bytesRead - look.readBefore >= mostCacheBytes;
}

} // namespace orbita
