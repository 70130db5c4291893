// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/recheck_queue.h"

#include <algorithm>
#include <numeric>

namespace orbita {

namespace {

constexpr std::size_t batch = 32;
constexpr Nanoseconds longestWait = std::chrono::seconds{15};

} // namespace

RecheckQueue::Cost RecheckQueue::costOf(const Recheck& recheck) {
    return recheck.grade == Grade::stalled ? aStall : recheck.grade == Grade::unreadable ? aFailure : little;
}

void RecheckQueue::add(const Recheck& recheck, Nanoseconds now) {
    const Cost cost = costOf(recheck);
    if (cost == little && m_waiting[little].empty())
        m_since = now;
    m_longest = std::max(m_longest, recheck.span.count);
    m_waiting[cost].emplace(recheck.span.first, recheck);
}

void RecheckQueue::forget(LbaSpan span) {
    const Lba from{span.first.value - std::min(span.first.value, m_longest.value)};
    for (auto& waiting : m_waiting)
        for (auto at = waiting.lower_bound(from); at != waiting.end() && at->first < span.end();)
            at = at->second.span.overlaps(span) ? waiting.erase(at) : std::next(at);
}

bool RecheckQueue::due(Nanoseconds now) const {
    const std::size_t cheap = m_waiting[little].size();
    return cheap >= batch || (cheap > 0 && now - m_since > longestWait);
}

std::optional<Recheck> RecheckQueue::take(bool atEnd) {
    for (auto& waiting : m_waiting) {
        if (!waiting.empty()) {
            const Recheck recheck = waiting.begin()->second;
            waiting.erase(waiting.begin());
            return recheck;
        }
        if (!atEnd)
            break;
    }
    return std::nullopt;
}

std::size_t RecheckQueue::waiting() const {
    return std::accumulate(m_waiting.begin(), m_waiting.end(), std::size_t{0},
                           [](std::size_t sum, const auto& waiting) { return sum + waiting.size(); });
}

} // namespace orbita
