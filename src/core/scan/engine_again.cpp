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

void Engine::lookAgain(bool atEnd) {
    if (m_looks.waiting() == 0 || (!atEnd && (carefully() || !m_looks.due(m_clock.now()))))
        return;
    if (m_trouble || !drain())
        return;
    publish(ScanPhase::again);
    m_again = true;
    std::vector<SecondLook> open;
    int odd = 0;
    while (m_ended == Ended::running && !m_stop.stop_requested() && odd < mostOddAnswers) {
        const auto look = m_looks.take(atEnd);
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
        pauseIfAsked();
        heedRules();
    }
    m_again = false;
    for (const SecondLook& look : open)
        m_looks.add(look, m_clock.now());
    if (!atEnd)
        bringHeadBack();
    else if (m_ended == Ended::running && m_looks.waiting() > 0 && !m_stop.stop_requested())
        note({.kind = TapeKind::notAgain, .count = m_looks.waiting()});
    m_atDriveSince = m_clock.now();
}

// False where it could not be measured: it waits on.
bool Engine::lookAt(const SecondLook& look, bool atEnd) {
    if (pastCacheWay() == ReadWay::verify)
        verifyBelieved(); // one that lies would say good without looking
    const std::optional<ReadWay> way = pastCacheWay();
    if (m_ended != Ended::running || m_stop.stop_requested())
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
        if (look.grade != Grade::unreadable && m_drive->identity().rotating != false &&
            !readAlone(runUpTo(look.block), way))
            return true;
        const Alone answer = readAlone(look.span, way);
        if (!answer) { // the scan has ended over it
            if (m_ended == Ended::noAnswer && look.grade == Grade::stalled)
                settleAgain(look, Standing::confirmed, look.latency);
            return true;
        }
        const Outcome outcome = answer->judged.outcome;
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
        const Grader::Graded graded = judgeAgain(look, answer->latency, way);
        if (m_ended != Ended::running)
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
    std::optional<ReadWay> way = m_drive->limits().pastCache;
    if (!way && m_plan.asked.way == ReadWay::verify)
        way = ReadWay::verify;
    return way == ReadWay::verify && !m_verifyBelieved.value_or(true) ? std::nullopt : way;
}

// A block that was read by another command than the scan's is compared with what a sound one nearby takes by
// it.
Grader::Graded Engine::judgeAgain(const SecondLook& look, Nanoseconds latency, std::optional<ReadWay> way) {
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
            m_plate->at(candidate).grade != Grade::steady)
            return;
        ++tried;
        if (!readAlone(runUpTo(candidate), way))
            return;
        const Alone answer = readAlone(m_grid.spanOf(candidate), way);
        if (answer && answer->judged.outcome == Outcome::answered)
            usual = std::min(usual.value_or(answer->latency), answer->latency);
    };
    for (std::uint64_t away = 2; away < regionBlocks && m_ended == Ended::running; ++away) {
        tryOne(block + away);
        if (away <= block && m_ended == Ended::running)
            tryOne(block - away);
        if (tried == soundBlocks)
            break;
    }
    if (usual)
        m_usualAgain[region] = *usual;
    return usual;
}

void Engine::settleAgain(const SecondLook& look, Standing standing, Nanoseconds latency) {
    m_feed.addDefect({look.span, look.grade, standing, look.latency, look.causeGiven, look.exact});
    Cell cell = m_plate->at(look.block);
    // A block holds several bad sectors at times: the gravest standing is shown.
    if (standing == Standing::confirmed || cell.standing != Standing::confirmed) {
        cell.standing = standing;
        m_plate->set(look.block, cell);
        m_plate->settle(look.block, 1);
    }
    note({.kind = standing == Standing::passing ? TapeKind::againPassing : TapeKind::againConfirmed,
          .span = look.span,
          .grade = look.grade,
          .standing = standing,
          .latency = latency});
}

// It was slow, and cannot be read now: which sectors, is found out as for any block that fails.
void Engine::splitAgain(const SecondLook& look, const ReadAnswer& whole) {
    Splitter splitter(look.span, m_drive->identity().sectorsPerPhysical(), whole.judged.firstBad, true);
    ReadAnswer firstFailure;
    Standing standing = Standing::passing;
    bool found = false;
    m_feed.removeDefects(look.span);
    while (!splitter.next().empty() && m_ended == Ended::running && !m_stop.stop_requested()) {
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece);
        if (!answer)
            return;
        const Outcome outcome = answer->judged.outcome;
        if (outcome != Outcome::answered && outcome != Outcome::unreadable && outcome != Outcome::bareError)
            break;
        const bool readable = outcome == Outcome::answered;
        if (!readable && !splitter.repeating())
            firstFailure = *answer;
        const Splitter::Settled settled = splitter.report(readable, answer->judged.firstBad);
        if (settled != Splitter::Settled::bad && settled != Splitter::Settled::recovered)
            continue;
        const bool bad = settled == Splitter::Settled::bad;
        settleBadSector(look.block, piece, firstFailure, bad ? Standing::confirmed : Standing::passing);
        standing = bad ? Standing::confirmed : standing;
        found = true;
    }
    if (!found) // the parts read where the whole did not
        noteFailedOnce(look.span, whole);
    const Cell before = m_plate->at(look.block);
    --m_status.totals.blocks[static_cast<std::size_t>(before.grade)];
    m_status.totals.disturbed -= look.disturbed ? 1 : 0;
    settleCell(look.block, Grade::unreadable, look.latency, standing);
}

// The first measurement said nothing of the drive; this one does, and takes its place.
void Engine::regradeUndisturbed(const SecondLook& look, const ReadAnswer& answer, Grader::Graded graded) {
    const bool stalls = answer.latency > m_plan.asked.limit;
    const Grade grade = stalls ? Grade::stalled : graded.grade;
    const Cell before = m_plate->at(look.block);
    --m_status.totals.blocks[static_cast<std::size_t>(before.grade)];
    --m_status.totals.disturbed;
    if (stalls || graded.certain) {
        settleCell(look.block, grade, answer.latency);
    } else {
        leaveUngraded(look.block, answer.latency);
        m_plate->settle(look.block, 1);
    }
    m_feed.removeDefects(look.span);
    if (grade < Grade::laboured) {
        if (look.grade == Grade::late)
            return; // it was never on the tape
        note({.kind = TapeKind::againPassing,
              .span = look.span,
              .grade = look.grade,
              .standing = Standing::passing,
              .latency = answer.latency});
        return;
    }
    m_feed.addDefect({look.span, grade, Standing::once, answer.latency, true});
    note({.kind = TapeKind::slow,
          .span = look.span,
          .grade = grade,
          .turns = turnsLate(answer.latency),
          .latency = answer.latency});
    lookAgainLater(look.block, look.span, grade, answer.latency, false);
}

// Reads elsewhere in the span, where the drive is known to be good, until its cache must have let go of what
// it held. False where there is too little elsewhere, or it would take the drive too far.
bool Engine::pushOutCache(const SecondLook& look) {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    const std::uint64_t wanted = mostCacheBytes / blockBytes + 1;
    if (m_blocks < 2 * wanted)
        return false;
    // The half of the span that does not hold the block.
    std::uint64_t block = look.block < m_blocks / 2 ? m_blocks / 2 : 0;
    const std::uint64_t end = block == 0 ? m_blocks / 2 : m_blocks;
    for (; block < end && m_bytesRead - look.readBefore < mostCacheBytes; ++block) {
        if (m_plate->at(block).grade != Grade::steady)
            continue;
        const Alone answer = readAlone(m_grid.spanOf(block));
        if (!answer || m_stop.stop_requested())
            return false;
        if (answer->judged.outcome == Outcome::answered)
            m_bytesRead += blockBytes;
        publish(ScanPhase::again);
    }
    return m_bytesRead - look.readBefore >= mostCacheBytes;
}

} // namespace orbita
