// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/answer_tail.h"

#include <algorithm>

namespace orbita {

void AnswerTail::add(std::span<const AnswerSeen> answers) {
    const MutexLock lock(m_mutex);
    if (m_ring.empty() && !answers.empty()) {
        m_ring.resize(most);
        m_late.resize(mostLate);
    }
    for (const AnswerSeen& answer : answers) {
        m_ring[m_count % most] = answer;
        if (answer.cell.grade >= Grade::late)
            m_late[m_lateCount++ % mostLate] = {m_count, answer};
        ++m_count;
    }
}

AnswerTail::News AnswerTail::since(std::uint64_t from) const {
    const MutexLock lock(m_mutex);
    News news;
    news.next = m_count;
    const std::uint64_t kept = m_count - std::min<std::uint64_t>(m_count, most); // the oldest that is there
    if (from < kept) {
        for (std::uint64_t n = m_lateCount - std::min<std::uint64_t>(m_lateCount, mostLate); n < m_lateCount;
             ++n)
            if (const Late& late = m_late[n % mostLate]; late.number >= from && late.number < kept)
                news.answers.push_back(late.answer);
        news.passedOver = kept - from - news.answers.size();
    }
    for (std::uint64_t n = std::max(from, kept); n < m_count; ++n)
        news.answers.push_back(m_ring[n % most]);
    return news;
}

} // namespace orbita
