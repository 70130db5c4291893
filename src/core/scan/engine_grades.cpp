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
    if (m_preSeek > longestSeek + Nanoseconds{std::llround(m_grader.limits().laboured *
                                                           static_cast<double>(m_grader.unit().count()))})
        latency = std::max(latency, m_preSeek);
    m_preSeek = {};
    Disturbance disturbance = disturbanceOf(answer);
    if (m_onlyAtHand && !m_grader.holding())
        m_onlyAtHand = layAtHand(block, latency, disturbance, beginsRange());
    m_lastGood = block;
    if (!m_met.empty() && settleMetBefore(block))
        return;
    if (takeUnmapped(block, answer))
        return;
    m_bytesRead += std::uint64_t{m_grid.blockSectors} * drive().identity().logicalBytes;
    m_news.readTime += latency;
    m_observedTime += latency;
    if (!m_grader.holding()) {
        gradeGood(block, latency, disturbance);
    } else {
        m_model.hold(block, latency);
        m_held.push_back({block, latency, disturbance, m_onlyAtHand && beginsRange()});
        if (m_grader.hold(latency, courseOf(m_grid.spanOf(block)))) {
            m_carryingDue = m_carryingDue.value_or(m_grader.doubtful());
            if (!*m_carryingDue)
                releaseHeld();
        }
    }
    const std::uint64_t done = m_queue.done() + 1;
    if (m_queue.range().contiguous() && done - m_observedFrom >= observeBlocks) {
        if (m_observedClean)
            m_estimator.observe(m_queue.spanOf(m_observedFrom, done), m_observedTime);
        m_observedFrom = done;
        m_observedTime = {};
        m_observedClean = true;
    }
}

// Whether a block came faster than the medium gives it. What the drive has at hand where a range begins,
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
    const Grader::GradeResult graded =
        alone ? m_grader.grade(latency, course) : m_grader.judge(latency, course);
    if (!graded.certain) {
        leaveUngraded(block, latency);
        return;
    }
    const bool disturbed = !alone && graded.grade >= Grade::late;
    const LbaSpan span = m_grid.spanOf(block);
    m_model.settleAnswered(block, graded.grade, disturbed ? Standing::disturbed : Standing::once, latency);
    if (disturbed) {
        m_observedClean = false;
        const std::uint64_t soFar = m_model.totals().disturbed;
        if (soFar == 1 || m_clock.now() - m_disturbanceTold > disturbanceInterval) {
            m_disturbanceTold = m_clock.now();
            nameLoad();
            note(
                {.kind = ScanEventKind::disturbed, .span = span, .count = soFar, .disturbance = disturbance});
        }
    } else {
        m_model.addLateness(graded.excess, m_grader.unit());
    }
    if (disturbed && graded.grade == Grade::late && m_lateAgain < mostLateAgain) {
        ++m_lateAgain;
        recheckLater(block, span, graded.grade, latency, disturbed);
    }
    if (graded.grade < Grade::laboured)
        return;
    m_observedClean = false;
    if (alone)
        note({.kind = ScanEventKind::slow,
              .span = span,
              .grade = graded.grade,
              .turns = turnsLate(latency),
              .latency = latency});
    recheckLater(block, span, graded.grade, latency, disturbed);
}

// Read well, and nothing to compare its time with: no grade is better than a guess.
void Engine::leaveUngraded(std::uint64_t block, Nanoseconds latency) {
    m_model.settleUngraded(block, latency);
    if (m_model.totals().ungraded == 1)
        note({.kind = ScanEventKind::ungraded, .span = m_grid.spanOf(block), .latency = latency});
}

void Engine::recheckLater(std::uint64_t block, LbaSpan span, Grade grade, Nanoseconds latency,
                          bool disturbed) {
    m_rechecks.add({.block = block,
                    .span = span,
                    .grade = grade,
                    .latency = latency,
                    .disturbed = disturbed,
                    .readBefore = m_bytesRead},
                   m_clock.now());
}

void Engine::releaseHeld() {
    // On a drive that holds next to nothing, what holds nothing says what is usual.
    const std::uint64_t unmapped = m_model.totals().unmapped;
    for (std::size_t i = m_held.size(); i < unmapped && m_held.size() < leastToCompare && !m_course.known();
         ++i)
        if (m_grader.hold(m_quickestEmpty))
            break;
    m_grader.release();
    bool atHand = false;
    for (HeldBlock& held : m_held) {
        if (atHand || held.begins)
            atHand = layAtHand(held.block, held.latency, held.disturbance, held.begins);
        gradeGood(held.block, held.latency, held.disturbance);
    }
    m_held.clear();
    m_onlyAtHand = m_onlyAtHand && atHand;
}

void Engine::watchForStall() {
    const Nanoseconds waited = m_queue.waited();
    m_status.waited = waited;
    const std::uint64_t block = m_queue.current();
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
    m_model.showStalling(block, latency);
    note({.kind = ScanEventKind::stalled,
          .span = m_grid.spanOf(block),
          .grade = Grade::stalled,
          .latency = latency});
}

// At once in the record and in the map of the image: whatever becomes of this scan, the next comes there
// last.
void Engine::rememberStandstill(const LbaSpan& span, StandstillKind kind, bool again) {
    const Standstill now = m_model.addStandstill(span, kind, again);
    publishNow(m_status.phase);
    if (m_saving)
        m_saving->tell(now);
}

std::uint32_t Engine::standstillsAt(const LbaSpan& span) const {
    std::uint32_t times = 0;
    for (const Standstill& standstill : m_model.standstills())
        if (standstill.span.overlaps(span))
            times = std::max(times, standstill.times);
    return times;
}

void Engine::endNoAnswer(std::uint64_t block) {
    const Nanoseconds waited = m_queue.waited();
    m_queue.abandon();
    m_ended = EndReason::noAnswer;
    rememberStandstill(m_grid.spanOf(block),
                       waited >= m_plan.asked.giveUp ? StandstillKind::froze : StandstillKind::stalled,
                       !m_stallTold);
    if (m_again && m_model.at(block).grade > Grade::steady) // it has its grade already
        return;
    std::erase_if(m_held, [block](const HeldBlock& held) { return held.block == block; });
    m_met.erase(block);
    m_observedClean = false;
    const Standing standing = standstillsAt(m_grid.spanOf(block)) > 1 ? Standing::confirmed : Standing::once;
    m_model.settleUnanswered(block, standing, waited);
}

void Engine::endNoAnswerAt(LbaSpan span) {
    if (m_grid.span.contains(span.first)) {
        endNoAnswer(m_grid.blockAt(span.first));
        return;
    }
    const Nanoseconds waited = m_queue.waited();
    m_queue.abandon();
    m_ended = EndReason::noAnswer;
    rememberStandstill(span, StandstillKind::froze, true);
    note({.kind = ScanEventKind::stalled, .span = span, .grade = Grade::stalled, .latency = waited});
}

double Engine::turnsLate(Nanoseconds latency) const {
    return static_cast<double>((latency - m_grader.baseline()).count()) /
           static_cast<double>(m_grader.unit().count());
}

} // namespace orbita
