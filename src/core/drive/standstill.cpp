// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/standstill.h"

#include "core/base/names.h"

#include <algorithm>
#include <array>

namespace orbita {

namespace {

// A drive that stands still at more places is bad all over: keeping off one or the other is no help then, and
// files that name them may be anybody's.
constexpr std::size_t mostPlaces = 1000;
constexpr std::array<std::string_view, 3> standstillNames = {"stalled", "dropped", "froze"};

} // namespace

std::string_view standstillName(StandstillKind kind) {
    return standstillNames[static_cast<std::size_t>(kind)];
}

std::optional<StandstillKind> standstillFromName(std::string_view name) {
    return enumFromName<StandstillKind>(standstillNames, name);
}

Standstill addStandstill(std::vector<Standstill>& list, const Standstill& now, bool again) {
    const auto known = std::find_if(list.begin(), list.end(),
                                    [&](const Standstill& one) { return one.span.overlaps(now.span); });
    if (known != list.end()) {
        known->span = intersection(known->span, now.span);
        known->kind = std::max(known->kind, now.kind);
        known->times += again ? now.times : 0;
        return *known;
    }
    if (list.size() >= mostPlaces)
        return now;
    const auto at = std::find_if(list.begin(), list.end(),
                                 [&](const Standstill& one) { return one.span.first > now.span.first; });
    return *list.insert(at, now);
}

} // namespace orbita
