// SPDX-License-Identifier: GPL-3.0-or-later
// Several commands at the drive at once: what one block takes alone, and how many.
#include "core/base/bytes.h"
#include "core/scan/engine.h"
#include "core/scan/sampling.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint32_t usualDepth = 8;
constexpr std::uint64_t unitSamples = 256;
constexpr std::uint64_t leastUnitSamples = 16;

} // namespace

// What solid state takes for a block differs over the drive: one block out of each of many equal parts says
// what is usual, before the first is graded.
void Engine::sampleUnit() {
    const bool several = m_plan.asked.depth > 1;
    if ((drive().identity().rotating != false && !several) || !m_plan.asked.measurePaceFirst ||
        !m_grader.holding())
        return;
    // No more than a quarter of it: in less, too much would be read twice.
    const std::uint64_t samples = std::min(unitSamples, m_askedFor.count() / 4);
    if (samples < leastUnitSamples)
        return;
    std::vector<Nanoseconds> latencies;
    for (const std::uint64_t n : drawSamples(m_askedFor.count(), samples, m_plan.asked.seed)) {
        if (m_ended != EndReason::running || m_stop.stop_requested())
            return;
        const LbaSpan span = m_grid.spanOf(m_askedFor.at(n));
        if (looksEmpty(span))
            continue;
        const Alone answer = readBeside(span);
        if (!answer)
            return;
        if (answer->verdict.outcome == Outcome::answered && answer->disturbance == Disturbance::none &&
            !answer->zeros)
            latencies.push_back(answer->latency);
    }
    if (latencies.size() < leastUnitSamples)
        return;
    const auto middle = latencies.begin() + static_cast<std::ptrdiff_t>(latencies.size() / 2);
    std::nth_element(latencies.begin(), middle, latencies.end());
    if (drive().identity().rotating == false)
        m_grader.settleUnit(solidStateUnit(
            speaksForTheDrive() ? *middle
                                : std::min(*middle, plausibleTime(reading({}), m_grader.limits()).most)));
    m_usualAlone = *middle;
    m_queue.startWatch();
}

// Solid state serves several commands at once, and only then shows its pace.
void Engine::chooseDepth() {
    const bool one = carefully() || m_plan.asked.way != ReadWay::read || m_plan.asked.depth == 1 ||
                     (m_plan.asked.depth == 0 && drive().identity().rotating != false);
    const std::uint32_t wanted = one ? 1 : m_plan.asked.depth == 0 ? usualDepth : m_plan.asked.depth;
    m_status.depth = m_queue.setDepth(wanted);
    if (m_status.depth > 1 || m_plan.asked.depth > 1)
        note({.kind = ScanEventKind::atOnce, .count = m_status.depth});
}

// What is measured again has the drive to itself, and is compared with blocks that had.
Grader::GradeResult Engine::judgeAlone(const LbaSpan& span, Nanoseconds latency) const {
    if (m_status.depth == 1 || m_usualAlone.count() == 0)
        return m_grader.judge(latency, courseOf(span));
    const Nanoseconds excess = latency - m_usualAlone;
    return {gradeOf(excess, m_grader.unit(), m_grader.limits()), excess};
}

} // namespace orbita
