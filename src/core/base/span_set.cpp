// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/span_set.h"

namespace orbita {

SpanSet::Ends::const_iterator SpanSet::endingBehind(Lba lba, bool touching) const {
    const auto next = m_ends.upper_bound(lba);
    if (next == m_ends.begin())
        return next;
    const auto before = std::prev(next);
    return before->second > lba || (touching && before->second == lba) ? before : next;
}

void SpanSet::add(LbaSpan span) {
    if (span.empty())
        return;
    if (m_ends.empty() || span.first > m_ends.rbegin()->second) {
        m_ends.emplace_hint(m_ends.end(), span.first, span.end());
        m_total = m_total + span.count;
        return;
    }
    if (auto& last = *m_ends.rbegin(); span.first == last.second) {
        last.second = span.end();
        m_total = m_total + span.count;
        return;
    }
    Lba first = span.first;
    Lba end = span.end();
    const auto from = endingBehind(span.first, true);
    auto to = from;
    for (; to != m_ends.end() && to->first <= end; ++to) {
        m_total = m_total - (to->second - to->first);
        first = std::min(first, to->first);
        end = std::max(end, to->second);
    }
    m_ends.erase(from, to);
    m_ends.emplace(first, end);
    m_total = m_total + (end - first);
}

void SpanSet::remove(LbaSpan span) {
    if (span.empty())
        return;
    auto at = endingBehind(span.first, false);
    while (at != m_ends.end() && at->first < span.end()) {
        const LbaSpan was = spanBetween(at->first, at->second);
        at = m_ends.erase(at);
        m_total = m_total - was.count;
        for (const LbaSpan& rest : {spanBetween(was.first, span.first), spanBetween(span.end(), was.end())}) {
            if (rest.empty())
                continue;
            m_ends.emplace(rest.first, rest.end());
            m_total = m_total + rest.count;
        }
    }
}

void SpanSet::clear() {
    m_ends.clear();
    m_total = {};
}

std::vector<LbaSpan> SpanSet::spans() const {
    std::vector<LbaSpan> spans;
    spans.reserve(m_ends.size());
    for (const auto& [first, end] : m_ends)
        spans.push_back(spanBetween(first, end));
    return spans;
}

bool SpanSet::contains(LbaSpan span) const {
    if (span.empty())
        return true;
    const auto at = endingBehind(span.first, false);
    return at != m_ends.end() && at->first <= span.first && span.end() <= at->second;
}

std::vector<LbaSpan> SpanSet::gaps(LbaSpan within) const {
    std::vector<LbaSpan> gaps;
    Lba from = within.first;
    for (auto next = endingBehind(within.first, false); next != m_ends.end() && next->first < within.end();
         ++next) {
        if (from < next->first)
            gaps.push_back(spanBetween(from, next->first));
        from = std::max(from, next->second);
    }
    if (from < within.end())
        gaps.push_back(spanBetween(from, within.end()));
    return gaps;
}

} // namespace orbita
