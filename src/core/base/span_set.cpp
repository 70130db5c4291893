// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/span_set.h"

namespace orbita {

void SpanSet::add(LbaSpan span) {
    if (span.empty())
        return;
    if (m_spans.empty() || span.first > m_spans.back().end()) {
        m_spans.push_back(span);
        return;
    }
    // The first span that touches or follows the new one.
    auto from = std::lower_bound(m_spans.begin(), m_spans.end(), span.first,
                                 [](const LbaSpan& s, Lba first) { return s.end() < first; });
    auto to = from;
    Lba first = span.first;
    Lba end = span.end();
    while (to != m_spans.end() && to->first <= end) {
        first = std::min(first, to->first);
        end = std::max(end, to->end());
        ++to;
    }
    if (from == to) {
        m_spans.insert(from, span);
        return;
    }
    *from = spanBetween(first, end);
    m_spans.erase(from + 1, to);
}

void SpanSet::remove(LbaSpan span) {
    if (span.empty())
        return;
    std::vector<LbaSpan> kept;
    kept.reserve(m_spans.size() + 1);
    for (const LbaSpan& s : m_spans) {
        if (!s.overlaps(span)) {
            kept.push_back(s);
            continue;
        }
        if (s.first < span.first)
            kept.push_back(spanBetween(s.first, span.first));
        if (span.end() < s.end())
            kept.push_back(spanBetween(span.end(), s.end()));
    }
    m_spans = std::move(kept);
}

SectorCount SpanSet::total() const {
    SectorCount sum;
    for (const LbaSpan& s : m_spans)
        sum = sum + s.count;
    return sum;
}

bool SpanSet::contains(LbaSpan span) const {
    if (span.empty())
        return true;
    const auto after = std::upper_bound(m_spans.begin(), m_spans.end(), span.first,
                                        [](Lba first, const LbaSpan& s) { return first < s.first; });
    return after != m_spans.begin() && span.end() <= std::prev(after)->end();
}

std::vector<LbaSpan> SpanSet::gaps(LbaSpan within) const {
    std::vector<LbaSpan> gaps;
    Lba from = within.first;
    auto next = std::lower_bound(m_spans.begin(), m_spans.end(), within.first,
                                 [](const LbaSpan& s, Lba first) { return s.end() <= first; });
    for (; next != m_spans.end() && next->first < within.end(); ++next) {
        if (from < next->first)
            gaps.push_back(spanBetween(from, next->first));
        from = std::max(from, next->end());
    }
    if (from < within.end())
        gaps.push_back(spanBetween(from, within.end()));
    return gaps;
}

} // namespace orbita
