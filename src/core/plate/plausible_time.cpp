// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/plausible_time.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

constexpr double fewestBytesInATurn = 160e3; // on the innermost tracks of small drives of some 20 GB
constexpr double mostTurnsOnTheWay = 3;      // the longest seek, and the wait for the sector
constexpr double slowestSolid = 15e6;        // bytes a second: worn sticks
constexpr double slowSolid = 25e6;           // what any but those do, also over a slow link
constexpr Nanoseconds slowestStart = std::chrono::milliseconds{5};
constexpr Nanoseconds slowStart = std::chrono::milliseconds{1};

Nanoseconds rounded(double ns) {
    return Nanoseconds{std::llround(ns)};
}

} // namespace

PlausibleTime plausibleTime(const BlockReading& reading, const GradeLimits& limits) {
    const auto bytes = static_cast<double>(reading.bytes);
    if (!reading.rotating)
        return {(slowStart + rounded(bytes / slowSolid * 1e9)) * reading.atOnce,
                (slowestStart + rounded(bytes / slowestSolid * 1e9)) * reading.atOnce};
    const auto turn = static_cast<double>(reading.turn.count());
    const Nanoseconds quickest = std::max(rounded(bytes / fastestRotating * 1e9), reading.carrying);
    const Nanoseconds slowest = std::max(rounded(turn * bytes / fewestBytesInATurn), reading.carrying);
    return {quickest + rounded(turn * (limits.late + (reading.goneTo ? 0.5 : 0))),
            slowest + rounded(turn * (reading.goneTo ? mostTurnsOnTheWay : 1))};
}

} // namespace orbita
