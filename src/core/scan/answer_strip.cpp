// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/answer_strip.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace orbita {

void AnswerStrip::add(const AnswerTail::News& news, double seconds) {
    if (news.answers.empty())
        return;
    const auto all = static_cast<double>(news.answers.size() + news.passedOver);
    const double columns = std::max(1.0, std::floor(std::max(seconds, 0.0) * blocksASecond));
    const auto each = static_cast<std::uint64_t>(std::ceil(all / columns));
    // Those passed over are counted with the first column: what was late among them is at its beginning.
    std::uint64_t beside = news.passedOver;
    bool open = false;
    for (const AnswerSeen& answer : news.answers) {
        const bool bad = answer.cell.grade >= Grade::laboured;
        if (!open || (bad && m_columns.back().slowest.cell.grade >= Grade::laboured)) {
            m_columns.push_back({answer, 0, 0, 0});
            ++m_begun;
            if (m_columns.size() > m_most)
                m_columns.pop_front();
        }
        AnswerColumn& column = m_columns.back();
        const auto rank = [](const AnswerSeen& one) { return std::tuple(one.cell.grade, one.cell.latency); };
        if (rank(answer) > rank(column.slowest))
            column.slowest = answer;
        const LatencyCode latency = answer.cell.latency;
        if (latency != 0 && (column.quickest == 0 || latency < column.quickest))
            column.quickest = latency;
        column.late += answer.cell.grade >= Grade::late ? 1 : 0;
        column.blocks += 1 + beside;
        beside = 0;
        open = column.blocks < each;
    }
}

void AnswerStrip::clear() {
    m_columns.clear();
    m_begun = 0;
}

} // namespace orbita
