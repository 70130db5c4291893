// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/baseline.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {
constexpr std::size_t window = 256;          // blocks that count as "nearby"
constexpr std::size_t heldRotating = 64;     // enough for a median
constexpr std::size_t heldSolidState = 1000; // u is defined by the first thousand
} // namespace

RunningMedian::RunningMedian(std::size_t windowSize) : m_ring(windowSize, 0), m_count(latencyCodes, 0) {}

void RunningMedian::add(LatencyCode code) {
    if (m_size == m_ring.size()) {
        const LatencyCode old = m_ring[m_next];
        --m_count[old];
        if (old < m_median)
            --m_below;
    } else {
        ++m_size;
    }
    m_ring[m_next] = code;
    m_next = m_next + 1 == m_ring.size() ? 0 : m_next + 1;
    ++m_count[code];
    if (code < m_median)
        ++m_below;
    // The median is the value with at most `half` values below it and more than `half` up to it.
    const std::size_t half = (m_size - 1) / 2;
    while (m_below > half) {
        do {
            --m_median;
        } while (m_count[m_median] == 0);
        m_below -= m_count[m_median];
    }
    while (m_below + m_count[m_median] <= half) {
        m_below += m_count[m_median];
        do {
            ++m_median;
        } while (m_count[m_median] == 0);
    }
}

Grader::Grader(Nanoseconds unit, bool solidState, const GradeLimits& limits)
    : m_unit(unit), m_solidState(solidState), m_limits(limits), m_recent(window) {}

Nanoseconds Grader::levelled(Nanoseconds latency, Nanoseconds course) {
    if (course.count() == 0)
        return latency;
    if (m_reference.count() == 0)
        m_reference = course;
    return Nanoseconds{
        std::llround(static_cast<double>(latency.count()) *
                     (static_cast<double>(m_reference.count()) / static_cast<double>(course.count())))};
}

bool Grader::hold(Nanoseconds latency, Nanoseconds course) {
    m_held.push_back(levelled(latency, course));
    return m_held.size() >= (m_solidState ? heldSolidState : heldRotating);
}

void Grader::release() {
    m_holding = false;
    if (m_held.empty())
        return;
    const auto middle = m_held.begin() + static_cast<std::ptrdiff_t>((m_held.size() - 1) / 2);
    std::nth_element(m_held.begin(), middle, m_held.end());
    if (m_solidState)
        m_unit = solidStateUnit(m_bounds ? std::min(*middle, m_bounds->most) : *middle);
    // All that are not late themselves: one alone would be too easily outweighed by the few that follow.
    const Nanoseconds usual = *middle;
    for (const Nanoseconds latency : m_held)
        if (gradeOf(latency - usual, m_unit, m_limits) == Grade::steady)
            m_recent.add(encodeLatency(latency));
    m_held.clear();
    m_held.shrink_to_fit();
}

void Grader::settleUnit(Nanoseconds unit) {
    m_unit = unit;
    m_solidState = false;
}

void Grader::takeUp(Nanoseconds baseline, Nanoseconds unit) {
    m_holding = false;
    m_held.clear();
    m_unit = unit;
    m_recent.add(encodeLatency(baseline));
}

Nanoseconds Grader::baseline() const {
    if (m_lastExpected.count() > 0)
        return m_lastExpected;
    return m_recent.size() == 0 ? Nanoseconds{} : decodeLatency(m_recent.median());
}

Nanoseconds Grader::expected(Nanoseconds course, Nanoseconds latency) const {
    const Nanoseconds usual = nearby(course, latency);
    return m_bounds ? std::min(usual, m_bounds->most) : usual;
}

Nanoseconds Grader::nearby(Nanoseconds course, Nanoseconds latency) const {
    if (m_recent.size() == 0)
        return course.count() > 0 ? course : latency;
    const Nanoseconds median =
        m_recent.median() == m_medianCode ? m_median : decodeLatency(m_recent.median());
    if (course.count() == 0)
        return median;
    const Nanoseconds nearby = m_reference.count() == 0
                                   ? median
                                   : Nanoseconds{std::llround(static_cast<double>(median.count()) *
                                                              (static_cast<double>(course.count()) /
                                                               static_cast<double>(m_reference.count())))};
    return std::clamp(nearby, course, course + m_unit);
}

bool Grader::doubtful() const {
    if (!m_bounds || (m_held.empty() && m_recent.size() == 0))
        return false;
    if (m_held.empty())
        return expected({}, {}) > m_bounds->surely;
    std::vector<Nanoseconds> held = m_held;
    const auto middle = held.begin() + static_cast<std::ptrdiff_t>((held.size() - 1) / 2);
    std::nth_element(held.begin(), middle, held.end());
    return *middle > m_bounds->surely;
}

Grader::GradeResult Grader::gradeAgainst(Nanoseconds expected, Nanoseconds latency) const {
    const Nanoseconds excess = latency - expected;
    const Grade grade = gradeOf(excess, m_unit, m_limits);
    const bool certain =
        grade != Grade::steady || !m_bounds || std::min(expected, latency) <= m_bounds->surely;
    return {grade, excess, certain};
}

Grader::GradeResult Grader::judge(Nanoseconds latency, Nanoseconds course) const {
    return gradeAgainst(expected(course, latency), latency);
}

Grader::GradeResult Grader::grade(Nanoseconds latency, Nanoseconds course) {
    if (m_recent.size() == 0 && course.count() == 0)
        m_recent.add(encodeLatency(latency));
    if (m_recent.size() > 0 && m_recent.median() != m_medianCode) {
        m_medianCode = m_recent.median();
        m_median = decodeLatency(m_medianCode);
    }
    m_lastExpected = expected(course, latency);
    const GradeResult graded = gradeAgainst(m_lastExpected, latency);
    if (graded.grade == Grade::steady)
        m_recent.add(encodeLatency(levelled(latency, course)));
    return graded;
}

} // namespace orbita
