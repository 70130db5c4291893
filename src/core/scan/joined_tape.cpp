// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/joined_tape.h"

#include <algorithm>

namespace orbita {

std::optional<TapeEntry> joined(const TapeEntry& first, const TapeEntry& next) {
    const bool ofPlaces = first.kind == TapeKind::unreadable || first.kind == TapeKind::recovered ||
                          first.kind == TapeKind::putOff;
    const bool same = ofPlaces && next.kind == first.kind && next.grade == first.grade &&
                      next.standing == first.standing && next.causeGiven == first.causeGiven &&
                      next.count == first.count;
    if (!same || first.span.empty() || next.span.empty())
        return std::nullopt;
    const bool behind = next.span.first.value == first.span.end().value;
    const bool before = next.span.end().value == first.span.first.value;
    if (!behind && !before)
        return std::nullopt;
    TapeEntry both = first;
    both.span = {behind ? first.span.first : next.span.first,
                 {first.span.count.value + next.span.count.value}};
    both.latency = std::max(first.latency, next.latency);
    return both;
}

} // namespace orbita
