// SPDX-License-Identifier: GPL-3.0-or-later
// What this drive does nearby: the running median of recent steady blocks.
#pragma once

#include "core/plate/cell.h"
#include "core/plate/plausible_time.h"

#include <vector>

namespace orbita {

// Median of the last `window` values, exact to the step of the latency code (1 %). Adding takes constant time
// as long as values change slowly.
class RunningMedian {
public:
    explicit RunningMedian(std::size_t window);

    void add(LatencyCode code);
    [[nodiscard]] std::size_t size() const { return m_size; }
    // Requires size() > 0. With an even number of values, the lower of the two in the middle.
    [[nodiscard]] LatencyCode median() const { return m_median; }

private:
    std::vector<LatencyCode> m_ring;
    std::size_t m_next = 0;
    std::size_t m_size = 0;
    std::vector<std::uint32_t> m_count; // of each code in the window
    LatencyCode m_median = 0;
    std::size_t m_below = 0; // values in the window less than m_median
};

// Grades the blocks of one scan, all of the same size and read by the same command, in the order they are
// read. The first blocks have nothing to be compared with: they are held until enough are there, then graded
// against their own median. For solid state that is also when u is settled.
// Where it is known what a block should take at its place (`course`; zero: not known), that is what counts:
// what was read nearby only corrects it, by no more than u, and upwards only. A patch can then not become its
// own measure, nor a jump in pace accuse anybody.
class Grader {
public:
    // `unit` is u, or a stand-in until settled for solid state.
    Grader(Nanoseconds unit, bool solidState, const GradeLimits& limits);

    struct GradeResult {
        Grade grade = Grade::steady;
        Nanoseconds excess{}; // over the baseline; negative when faster
        // False: steady against the blocks beside it, but those may all be late, for all that is known.
        bool certain = true;
    };

    // True while blocks are still being held: grade() must not be called, hold() must.
    [[nodiscard]] bool holding() const { return m_holding; }
    // Holds one answered block's latency; true when enough are held (release() is then due).
    bool hold(Nanoseconds latency, Nanoseconds course = {});
    // Ends the holding with what is there. The held blocks are then graded by calling grade() for each, in
    // order.
    void release();

    // u of solid state, settled by other blocks than the first; what is held then only makes the baseline.
    void settleUnit(Nanoseconds unit);

    // For where nothing is known but the blocks themselves, or too little beside them: they are expected to
    // take no more than any sound drive does, and u of solid state follows from no more.
    void bound(const PlausibleTime& bounds) { m_bounds = bounds; }
    // True where what is expected may itself be late, by those bounds; also of what is held.
    [[nodiscard]] bool doubtful() const;

    // Goes on from what an earlier part of the same scan had settled; nothing is held then.
    void takeUp(Nanoseconds baseline, Nanoseconds unit);

    GradeResult grade(Nanoseconds latency, Nanoseconds course = {});
    // The same for a block that must not move the baseline: read out of turn, or while something else used
    // the drive.
    [[nodiscard]] GradeResult judge(Nanoseconds latency, Nanoseconds course = {}) const;
    // What a block with that course should take; `latency` where nothing at all is known.
    [[nodiscard]] Nanoseconds expected(Nanoseconds course, Nanoseconds latency) const;

    [[nodiscard]] Nanoseconds unit() const { return m_unit; }
    [[nodiscard]] const GradeLimits& limits() const { return m_limits; }
    // What the latest block should have taken; zero while nothing has been graded.
    [[nodiscard]] Nanoseconds baseline() const;

private:
    Nanoseconds m_unit;
    bool m_solidState;
    GradeLimits m_limits;
    bool m_holding = true;
    std::vector<Nanoseconds> m_held;
    // As they would be at the first block's place, where their courses are known.
    [[nodiscard]] Nanoseconds levelled(Nanoseconds latency, Nanoseconds course);
    RunningMedian m_recent;
    Nanoseconds m_reference{}; // the course of the first block
    // What grade() needs of the last median, kept while the median stands still.
    LatencyCode m_medianCode = 0;
    Nanoseconds m_median{};
    Nanoseconds m_lastExpected{};
    std::optional<PlausibleTime> m_bounds;
    [[nodiscard]] Nanoseconds nearby(Nanoseconds course, Nanoseconds latency) const;
    [[nodiscard]] GradeResult gradeAgainst(Nanoseconds expected, Nanoseconds latency) const;
};

} // namespace orbita
