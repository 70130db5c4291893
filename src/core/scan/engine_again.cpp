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
constexpr int slowMeasurements = 2; // of a slow block, before it counts as passing
constexpr int mostOddAnswers = 3;   // then the drive has other troubles; what waits, waits on

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
    std::optional<ReadWay> way = m_drive->limits().pastCache;
    if (!way && m_plan.asked.way == ReadWay::verify)
        way = ReadWay::verify;
    if (way == ReadWay::verify && !verifyBelieved())
        way.reset(); // it would say good without looking
    if (m_ended != Ended::running || m_stop.stop_requested())
        return false;
    const bool pastCache = way.has_value();
    if (!pastCache && m_bytesRead - look.readBefore < mostCacheBytes && (!atEnd || !pushOutCache(look)))
        return false;
    int measured = 0;
    for (int attempt = 0; attempt < mostAttempts; ++attempt) {
        const Alone answer = readAlone(look.span, look.block, way);
        if (!answer) { // the scan has ended over it
            if (m_ended == Ended::noAnswer && look.grade == Grade::stalled)
                settleAgain(look, true, look.latency);
            return true;
        }
        const Outcome outcome = answer->judged.outcome;
        if (outcome == Outcome::unreadable ||
            (outcome == Outcome::bareError && look.grade == Grade::unreadable &&
             goodBlockStillReads(look.block))) {
            if (look.grade == Grade::unreadable)
                settleAgain(look, true, answer->latency);
            else
                splitAgain(look, answer->judged);
            return true;
        }
        if (outcome != Outcome::answered)
            return false;
        if (look.grade == Grade::unreadable) {
            settleAgain(look, false, answer->latency);
            return true;
        }
        // One that was quick needs no excuse; one that was late on a hub that others use says nothing.
        const bool late =
            answer->latency > m_plan.asked.limit || judgeAlone(answer->latency).grade >= Grade::late;
        if (answer->disturbance != Disturbance::none ||
            (late && disturbanceOf(*answer) != Disturbance::none)) {
            if (!atEnd || !sleep(quietWait))
                return false;
            continue;
        }
        if (look.disturbed) {
            regradeUndisturbed(look, *answer);
            return true;
        }
        const Grader::Graded graded = judgeAlone(answer->latency);
        const bool stalls = answer->latency > m_plan.asked.limit;
        // As late again, or half as late where that falls below the limit of the grade.
        const bool seenAgain = look.grade == Grade::stalled
                                   ? stalls
                                   : stalls || graded.grade >= Grade::laboured ||
                                         graded.excess * 2 >= look.latency - m_grader.baseline();
        if (seenAgain || !pastCache || ++measured == slowMeasurements) {
            settleAgain(look, seenAgain, answer->latency);
            return true;
        }
    }
    return false;
}

void Engine::settleAgain(const SecondLook& look, bool seenAgain, Nanoseconds latency) {
    const Standing standing = seenAgain ? Standing::confirmed : Standing::passing;
    m_feed.addDefect({look.span, look.grade, standing, look.latency, look.causeGiven});
    Cell cell = m_plate->at(look.block);
    // A block holds several bad sectors at times: the gravest standing is shown.
    if (standing == Standing::confirmed || cell.standing != Standing::confirmed) {
        cell.standing = standing;
        m_plate->set(look.block, cell);
        m_plate->settle(look.block, 1);
    }
    note({.kind = seenAgain ? TapeKind::againConfirmed : TapeKind::againPassing,
          .span = look.span,
          .grade = look.grade,
          .standing = standing,
          .latency = latency});
}

// It was slow, and cannot be read now: which sectors, is found out as for any block that fails.
void Engine::splitAgain(const SecondLook& look, const Judged& judged) {
    Splitter splitter(look.span, m_drive->identity().sectorsPerPhysical(), judged.firstBad, true);
    ReadAnswer firstFailure;
    Standing standing = Standing::passing;
    bool found = false;
    m_feed.removeDefects(look.span);
    while (!splitter.next().empty() && m_ended == Ended::running && !m_stop.stop_requested()) {
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece, look.block);
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
        m_feed.addDefect(
            {look.span, Grade::unreadable, standing, look.latency, judged.outcome == Outcome::unreadable});
    const Cell before = m_plate->at(look.block);
    --m_status.totals.blocks[static_cast<std::size_t>(before.grade)];
    m_status.totals.disturbed -= look.disturbed ? 1 : 0;
    settleCell(look.block, Grade::unreadable, look.latency, standing);
}

// The first measurement said nothing of the drive; this one does, and takes its place.
void Engine::regradeUndisturbed(const SecondLook& look, const ReadAnswer& answer) {
    const bool stalls = answer.latency > m_plan.asked.limit;
    const Grade grade = stalls ? Grade::stalled : judgeAlone(answer.latency).grade;
    const Cell before = m_plate->at(look.block);
    --m_status.totals.blocks[static_cast<std::size_t>(before.grade)];
    --m_status.totals.disturbed;
    settleCell(look.block, grade, answer.latency);
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
        const Alone answer = readAlone(m_grid.spanOf(block), block);
        if (!answer || m_stop.stop_requested())
            return false;
        if (answer->judged.outcome == Outcome::answered)
            m_bytesRead += blockBytes;
        publish(ScanPhase::again);
    }
    return m_bytesRead - look.readBefore >= mostCacheBytes;
}

} // namespace orbita
