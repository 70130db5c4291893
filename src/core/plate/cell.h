// SPDX-License-Identifier: GPL-3.0-or-later
// One block of the surface map in two bytes: 3 bits grade, 2 bits standing, 11 bits latency.
#pragma once

#include "core/plate/grade.h"

namespace orbita {

// A latency on a logarithmic scale from 1 us to 1000 s: a step is 1.02 %, so a value read back is within 0.51
// %. 0 means "no latency known".
using LatencyCode = std::uint16_t;
constexpr LatencyCode latencyCodes = 2048;

LatencyCode encodeLatency(Nanoseconds latency); // clamped to the scale; never 0
Nanoseconds decodeLatency(LatencyCode code);    // requires code < latencyCodes
double decodeLatencyNs(LatencyCode code);       // the same in nanoseconds, from a table

struct Cell {
    Grade grade = Grade::none;
    Standing standing = Standing::once;
    LatencyCode latency = 0;

    // No grade, but a latency. Answered without the medium, because nothing is stored there; or read well,
    // with nothing to compare its time with. The standing says which.
    [[nodiscard]] constexpr bool unmapped() const {
        return grade == Grade::none && latency != 0 && standing != ungradedStanding;
    }
    [[nodiscard]] constexpr bool ungraded() const {
        return grade == Grade::none && latency != 0 && standing == ungradedStanding;
    }
    static constexpr Standing ungradedStanding = Standing::passing;
    static constexpr Cell makeUngraded(LatencyCode latency) {
        return {Grade::none, ungradedStanding, latency};
    }
    [[nodiscard]] constexpr bool visited() const { return grade != Grade::none || latency != 0; }

    [[nodiscard]] constexpr std::uint16_t packed() const {
        return static_cast<std::uint16_t>(static_cast<unsigned>(grade) << 13U |
                                          static_cast<unsigned>(standing) << 11U | latency);
    }
    static constexpr Cell unpack(std::uint16_t bits) {
        return {static_cast<Grade>(bits >> 13U), static_cast<Standing>(bits >> 11U & 3U),
                static_cast<LatencyCode>(bits & (latencyCodes - 1U))};
    }
    friend constexpr bool operator==(const Cell&, const Cell&) = default;
};

} // namespace orbita
