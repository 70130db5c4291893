// SPDX-License-Identifier: GPL-3.0-or-later
// Places where a drive came to a standstill: kept with a scan and with an image, so that going on comes there
// last.
#pragma once

#include "core/base/units.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

// What happened there, the worse last.
enum class StandstillKind : std::uint8_t {
    stalled, // it answered, but not within the limit
    dropped, // it went away, and may have come back
    froze,   // it never answered
};
// The words of files: "stalled", "dropped", "froze".
std::string_view standstillName(StandstillKind kind);
std::optional<StandstillKind> standstillFromName(std::string_view name);

struct Standstill {
    LbaSpan span; // what was being read
    StandstillKind kind = StandstillKind::stalled;
    std::uint32_t times = 1; // how often

    friend bool operator==(const Standstill&, const Standstill&) = default;
};

// Adds `now` to `list`, in ascending order. Where it overlaps one that is there, they are one place: the
// narrower span of both, the worse kind. It counts once more, or, where `again` is false, tells only how that
// one went on. Returns the place as it stands now.
Standstill addStandstill(std::vector<Standstill>& list, const Standstill& now, bool again);

} // namespace orbita
