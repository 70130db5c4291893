// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/cell.h"

#include <cmath>

namespace orbita {

namespace {

constexpr double shortestNs = 1e3;
constexpr double longestNs = 1e12;

double codesPerLog2() {
    static const double value = (latencyCodes - 2) / std::log2(longestNs / shortestNs);
    return value;
}

const std::array<double, latencyCodes>& table() {
    static const std::array<double, latencyCodes> values = [] {
        std::array<double, latencyCodes> v{};
        for (std::size_t code = 1; code < latencyCodes; ++code)
            v[code] = shortestNs * std::exp2(static_cast<double>(code - 1) / codesPerLog2());
        return v;
    }();
    return values;
}

} // namespace

LatencyCode encodeLatency(Nanoseconds latency) {
    const double ns = std::clamp(static_cast<double>(latency.count()), shortestNs, longestNs);
    return static_cast<LatencyCode>(1 + std::lround(std::log2(ns / shortestNs) * codesPerLog2()));
}

double decodeLatencyNs(LatencyCode code) {
    return table()[code];
}

Nanoseconds decodeLatency(LatencyCode code) {
    return Nanoseconds{std::llround(table()[code])};
}

} // namespace orbita
