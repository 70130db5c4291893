// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/second_looks.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::size_t batch = 32;
constexpr Nanoseconds longestWait = std::chrono::seconds{15};

bool costly(const SecondLook& look) {
    return look.grade >= Grade::stalled;
}

} // namespace

void SecondLooks::add(const SecondLook& look, Nanoseconds now) {
    m_waiting.push_back(look);
    if (!costly(look) && m_cheap++ == 0)
        m_since = now;
}

void SecondLooks::forget(LbaSpan span) {
    std::erase_if(m_waiting, [&](const SecondLook& look) { return look.span.overlaps(span); });
    m_cheap = static_cast<std::size_t>(
        std::count_if(m_waiting.begin(), m_waiting.end(), [](const SecondLook& l) { return !costly(l); }));
}

bool SecondLooks::due(Nanoseconds now) const {
    return m_cheap >= batch || (m_cheap > 0 && now - m_since > longestWait);
}

std::optional<SecondLook> SecondLooks::take(bool atEnd) {
    const auto cheapest =
        std::min_element(m_waiting.begin(), m_waiting.end(), [](const SecondLook& a, const SecondLook& b) {
            // A stall may cost the whole limit, a failing sector what the drive tries.
            const auto cost = [](const SecondLook& l) {
                return l.grade == Grade::stalled ? 2 : l.grade == Grade::unreadable ? 1 : 0;
            };
            return std::pair(cost(a), a.span.first) < std::pair(cost(b), b.span.first);
        });
    if (cheapest == m_waiting.end() || (!atEnd && costly(*cheapest)))
        return std::nullopt;
    const SecondLook look = *cheapest;
    m_waiting.erase(cheapest);
    m_cheap -= costly(look) ? 0 : 1;
    return look;
}

} // namespace orbita
