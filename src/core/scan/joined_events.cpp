// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/joined_events.h"

#include <algorithm>

namespace orbita {

std::optional<ScanEvent> joined(const ScanEvent& first, const ScanEvent& next) {
    const bool ofPlaces = first.kind == ScanEventKind::unreadable || first.kind == ScanEventKind::recovered ||
                          first.kind == ScanEventKind::putOff;
    const bool same = ofPlaces && next.kind == first.kind && next.grade == first.grade &&
                      next.standing == first.standing && next.causeGiven == first.causeGiven &&
                      next.count == first.count;
    if (!same || first.span.empty() || next.span.empty())
        return std::nullopt;
    const bool behind = next.span.first.value == first.span.end().value;
    const bool before = next.span.end().value == first.span.first.value;
    if (!behind && !before)
        return std::nullopt;
    ScanEvent both = first;
    both.span = {behind ? first.span.first : next.span.first,
                 {first.span.count.value + next.span.count.value}};
    both.latency = std::max(first.latency, next.latency);
    return both;
}

} // namespace orbita
