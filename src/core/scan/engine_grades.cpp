// SPDX-License-Identifier: GPL-3.0-or-later
// What a block has come to.
#include "core/scan/engine.h"

#include "core/image/image_writer.h"

#include <cmath>

namespace orbita {

namespace {

constexpr std::uint64_t observeBlocks = 64;
constexpr Nanoseconds disturbanceInterval = std::chrono::seconds{10}; // between entries on the tape
constexpr Nanoseconds longestSeek = std::chrono::milliseconds{30};
constexpr std::size_t leastToCompare = 64;    // blocks that make a baseline
constexpr std::uint64_t mostLateAgain = 1000; // beyond that, being disturbed is all that can be said

} // namespace

void Engine::takeGood(std::uint64_t block, const ReadAnswer& answer) {
    Nanoseconds latency = answer.latency;
    // A place so slow that no seek explains it, met by the sector that only was to bring the head there.
    if (m_runUp > longestSeek + Nanoseconds{std::llround(m_grader.limits().laboured *
                                                         static_cast<double>(m_grader.unit().count()))})
        latency = std::max(latency, m_runUp);
    m_runUp = {};
    Disturbance disturbance = disturbanceOf(answer);
    if (m_onlyAtHand && !m_grader.holding())
        m_onlyAtHand = layAtHand(block, latency, disturbance, m_done == 0 && !m_wayDue);
    m_lastGood = block;
    if (!m_met.empty() && settleMetBefore(block))
        return;
    if (takeNothing(block, answer))
        return;
    m_bytesRead += std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    m_news.readTime += latency;
    m_observedTime += latency;
    if (!m_grader.holding()) {
        gradeGood(block, latency, disturbance);
    } else {
        m_plate->set(block, {Grade::steady, Standing::once, encodeLatency(latency)});
        m_held.push_back({block, latency, disturbance, m_onlyAtHand && m_done == 0 && !m_wayDue});
        if (m_grader.hold(latency, courseOf(m_grid.spanOf(block)))) {
            m_carryingDue = m_carryingDue.value_or(m_grader.doubtful());
            if (!*m_carryingDue)
                releaseHeld(m_done + 1);
        }
    }
    if (m_stretch.contiguous() && m_done + 1 - m_observedFrom >= observeBlocks) {
        if (m_observedClean)
            m_estimator.observe(stretchSpan(m_observedFrom, m_done + 1), m_observedTime);
        m_observedFrom = m_done + 1;
        m_observedTime = {};
        m_observedClean = true;
    }
}

// Whether a block came faster than the medium gives it. What the drive has at hand where a stretch begins,
// for it was read beforehand, does not move its head (nor does a run-up that lies in it): the way is no fault
// of the first block behind it. Where that took longer than most ways do, it is measured again. `begins`: no
// block was before it.
bool Engine::layAtHand(std::uint64_t block, Nanoseconds& latency, Disturbance& disturbance, bool begins) {
    if (!rotating() || m_plan.asked.way != ReadWay::read)
        return false;
    const Nanoseconds course = courseOf(m_grid.spanOf(block));
    const Nanoseconds usual = m_grader.expected(course, latency);
    if (latency * 3 < usual * 2)
        return true;
    if (begins || latency >= usual + longestSeek)
        return false;
    if (m_grader.judge(latency, course).grade < Grade::late)
        latency = std::min(latency, usual);
    else if (disturbance == Disturbance::none)
        disturbance = Disturbance::headAway;
    return false;
}

void Engine::gradeGood(std::uint64_t block, Nanoseconds latency, Disturbance disturbance) {
    // Of several at the drive at once, nobody knows which one was slow: whoever looks so is measured again
    // alone.
    if (m_status.depth > 1 && disturbance == Disturbance::none &&
        m_grader.judge(latency).grade >= Grade::late)
        disturbance = Disturbance::beside;
    const bool alone = disturbance == Disturbance::none;
    const Nanoseconds course = courseOf(m_grid.spanOf(block));
    const Grader::Graded graded = alone ? m_grader.grade(latency, course) : m_grader.judge(latency, course);
    if (!graded.certain) {
        leaveUngraded(block, latency);
        return;
    }
    const bool disturbed = !alone && graded.grade >= Grade::late;
    const Standing standing = disturbed ? Standing::disturbed : Standing::once;
    show(block, {graded.grade, standing, encodeLatency(latency)}, latency);
    ++m_status.totals.blocks[static_cast<std::size_t>(graded.grade)];
    if (disturbed) {
        m_observedClean = false;
        ++m_status.totals.disturbed;
        if (m_status.totals.disturbed == 1 || m_clock.now() - m_disturbanceTold > disturbanceInterval) {
            m_disturbanceTold = m_clock.now();
            nameLoad();
            note({.kind = TapeKind::disturbed,
                  .span = m_grid.spanOf(block),
                  .count = m_status.totals.disturbed,
                  .disturbance = disturbance});
        }
    } else {
        m_status.lateness.add(graded.excess, m_grader.unit());
    }
    const LbaSpan span = m_grid.spanOf(block);
    if (disturbed && graded.grade == Grade::late && m_lateAgain < mostLateAgain) {
        ++m_lateAgain;
        lookAgainLater(block, span, graded.grade, latency, disturbed);
    }
    if (graded.grade < Grade::laboured)
        return;
    m_observedClean = false;
    m_feed.addDefect({span, graded.grade, standing, latency, true});
    if (alone)
        note({.kind = TapeKind::slow,
              .span = span,
              .grade = graded.grade,
              .turns = turnsLate(latency),
              .latency = latency});
    lookAgainLater(block, span, graded.grade, latency, disturbed);
}

// Read well, and nothing to compare its time with: no grade is better than a guess.
void Engine::leaveUngraded(std::uint64_t block, Nanoseconds latency) {
    show(block, Cell::makeUngraded(encodeLatency(latency)), latency);
    if (++m_status.totals.ungraded == 1)
        note({.kind = TapeKind::ungraded, .span = m_grid.spanOf(block), .latency = latency});
}

void Engine::lookAgainLater(std::uint64_t block, LbaSpan span, Grade grade, Nanoseconds latency,
                            bool disturbed) {
    m_looks.add({.block = block,
                 .span = span,
                 .grade = grade,
                 .latency = latency,
                 .disturbed = disturbed,
                 .readBefore = m_bytesRead},
                m_clock.now());
}

void Engine::releaseHeld(std::uint64_t upTo) {
    // On a drive that holds next to nothing, what holds nothing says what is usual.
    for (std::size_t i = m_held.size();
         i < m_status.totals.notStored && m_held.size() < leastToCompare && !m_course.known(); ++i)
        if (m_grader.hold(m_quickestEmpty))
            break;
    m_grader.release();
    bool atHand = false;
    for (Held& held : m_held) {
        if (atHand || held.begins)
            atHand = layAtHand(held.block, held.latency, held.disturbance, held.begins);
        gradeGood(held.block, held.latency, held.disturbance);
        m_plate->settle(held.block, 1);
        m_feed.cover(m_grid.spanOf(held.block));
    }
    m_held.clear();
    m_onlyAtHand = m_onlyAtHand && atHand;
    m_releasedTo = upTo;
}

void Engine::watchForStall() {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_status.waited = waited;
    const std::uint64_t block = m_stretch.at(m_done);
    if (waited > m_plan.asked.limit && !m_stallTold)
        markStalled(block, waited);
    if (waited > m_plan.asked.giveUp)
        endNoAnswer(block);
}

// Shown at once; what it comes to is settled when the answer is there or given up.
void Engine::markStalled(std::uint64_t block, Nanoseconds latency) {
    m_stallTold = true;
    ++m_stalls;
    rememberStandstill(m_grid.spanOf(block), StandstillKind::stalled, true);
    m_plate->set(block, {Grade::stalled, Standing::once, encodeLatency(latency)});
    m_plate->settle(block, 1);
    note({.kind = TapeKind::stalled,
          .span = m_grid.spanOf(block),
          .grade = Grade::stalled,
          .latency = latency});
}

// At once in the record and in the map of the image: whatever becomes of this scan, the next comes there
// last.
void Engine::rememberStandstill(const LbaSpan& span, StandstillKind kind, bool again) {
    const Standstill now = addStandstill(m_standstills, {span, kind}, again);
    m_feed.tellStandstills(m_standstills);
    if (m_aids.image)
        m_aids.image->tell(now);
}

std::uint32_t Engine::standstillsAt(const LbaSpan& span) const {
    std::uint32_t times = 0;
    for (const Standstill& standstill : m_standstills)
        if (standstill.span.overlaps(span))
            times = std::max(times, standstill.times);
    return times;
}

void Engine::endNoAnswer(std::uint64_t block) {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_drive->link().abandon();
    m_ended = Ended::noAnswer;
    rememberStandstill(m_grid.spanOf(block),
                       waited >= m_plan.asked.giveUp ? StandstillKind::froze : StandstillKind::stalled,
                       !m_stallTold);
    if (m_again && m_plate->at(block).grade > Grade::steady) // it has its grade already
        return;
    const LbaSpan span = m_grid.spanOf(block);
    std::erase_if(m_held, [block](const Held& held) { return held.block == block; });
    if (m_feed.isCovered(span)) { // it was read before: counted once, by the worse
        const Cell before = m_plate->at(block);
        --(before.notStored()  ? m_status.totals.notStored
           : before.ungraded() ? m_status.totals.ungraded
                               : m_status.totals.blocks[static_cast<std::size_t>(before.grade)]);
    }
    const Standing standing = standstillsAt(span) > 1 ? Standing::confirmed : Standing::once;
    m_feed.addDefect({span, Grade::stalled, standing, waited, true});
    settleCell(block, Grade::stalled, waited, standing);
}

void Engine::endNoAnswerAt(LbaSpan span) {
    if (m_grid.span.contains(span.first)) {
        endNoAnswer(m_grid.blockAt(span.first));
        return;
    }
    m_drive->link().abandon();
    m_ended = Ended::noAnswer;
    rememberStandstill(span, StandstillKind::froze, true);
    note({.kind = TapeKind::stalled,
          .span = span,
          .grade = Grade::stalled,
          .latency = m_clock.now() - m_atDriveSince});
}

void Engine::settleCell(std::uint64_t block, Grade grade, Nanoseconds latency, Standing standing) {
    m_met.erase(block);
    if (!m_stalledBefore.empty() && m_stalledBefore.erase(block) > 0)
        --m_status.totals.blocks[static_cast<std::size_t>(Grade::stalled)];
    show(block, {grade, standing, encodeLatency(latency)}, latency);
    m_plate->settle(block, 1);
    ++m_status.totals.blocks[static_cast<std::size_t>(grade)];
    m_observedClean = false;
}

double Engine::turnsLate(Nanoseconds latency) const {
    return static_cast<double>((latency - m_grader.baseline()).count()) /
           static_cast<double>(m_grader.unit().count());
}

} // namespace orbita
