// SPDX-License-Identifier: GPL-3.0-or-later
// The latest answers as columns, as many as can be looked at: each is one block while they come slowly, and
// several where they come fast. Of those the slowest is shown, and no two that are laboured or worse share
// one, so that none goes by unseen.
#pragma once

#include "core/scan/answer_tail.h"

#include <deque>

namespace orbita {

struct AnswerColumn {
    AnswerSeen slowest;       // by grade, then by latency
    std::uint64_t blocks = 0; // it stands for
    std::uint64_t late = 0;   // of those, late or worse
    LatencyCode quickest = 0; // of their latencies; 0: none is known
};

class AnswerStrip {
public:
    // Blocks that are looked at one by one, before several share a column: about what an eye can follow.
    static constexpr double blocksASecond = 120;

    explicit AnswerStrip(std::size_t mostColumns) : m_most(mostColumns) {}

    // What came in so many seconds since the last call.
    void add(const AnswerTail::News& news, double seconds);
    void clear();

    [[nodiscard]] const std::deque<AnswerColumn>& columns() const { return m_columns; } // the latest last
    // Columns ever begun: the one at columns()[i] is number begun() - columns().size() + i.
    [[nodiscard]] std::uint64_t begun() const { return m_begun; }

private:
    std::size_t m_most;
    std::deque<AnswerColumn> m_columns;
    std::uint64_t m_begun = 0;
};

} // namespace orbita
