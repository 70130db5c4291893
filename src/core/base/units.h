// SPDX-License-Identifier: GPL-3.0-or-later
// Quantities that must not be mixed up: positions, lengths and times on a drive.
#pragma once

#include <algorithm>
#include <chrono>
#include <compare>
#include <cstdint>

namespace orbita {

using Nanoseconds = std::chrono::nanoseconds;

// A length in logical sectors.
struct SectorCount {
    std::uint64_t value = 0;

    friend constexpr auto operator<=>(SectorCount, SectorCount) = default;
    friend constexpr SectorCount operator+(SectorCount a, SectorCount b) { return {a.value + b.value}; }
    // Requires b <= a.
    friend constexpr SectorCount operator-(SectorCount a, SectorCount b) { return {a.value - b.value}; }
};

// A logical block address: the number of a logical sector, counted from 0.
struct Lba {
    std::uint64_t value = 0;

    friend constexpr auto operator<=>(Lba, Lba) = default;
    friend constexpr Lba operator+(Lba a, SectorCount n) { return {a.value + n.value}; }
    // Requires b <= a.
    friend constexpr SectorCount operator-(Lba a, Lba b) { return {a.value - b.value}; }
};

// Sectors [first, first + count).
struct LbaSpan {
    Lba first;
    SectorCount count;

    [[nodiscard]] constexpr Lba end() const { return first + count; }
    // The last sector inside. Requires a span that is not empty.
    [[nodiscard]] constexpr Lba last() const { return {first.value + count.value - 1}; }
    [[nodiscard]] constexpr bool empty() const { return count.value == 0; }
    [[nodiscard]] constexpr bool contains(Lba lba) const { return lba >= first && lba < end(); }
    [[nodiscard]] constexpr bool overlaps(const LbaSpan& other) const {
        return first < other.end() && other.first < end();
    }
    friend constexpr bool operator==(const LbaSpan&, const LbaSpan&) = default;
};

// The span from `first` up to, not including, `end`; empty if end <= first.
constexpr LbaSpan spanBetween(Lba first, Lba end) {
    return {first, end > first ? end - first : SectorCount{0}};
}

// The part of `a` inside `b`; empty (at a's start) where they do not meet.
constexpr LbaSpan intersection(const LbaSpan& a, const LbaSpan& b) {
    return spanBetween(std::max(a.first, b.first), std::min(a.end(), b.end()));
}

constexpr double toMilliseconds(Nanoseconds t) {
    return static_cast<double>(t.count()) / 1e6;
}
constexpr double toSeconds(Nanoseconds t) {
    return static_cast<double>(t.count()) / 1e9;
}
// Rounds to the nearest nanosecond.
// To the nearest nanosecond; what is no number, or beyond all that can be told, as the nearest that can be:
// files and options say what they like.
constexpr Nanoseconds fromMilliseconds(double ms) {
    constexpr double most = 9.2e12; // some 292 years
    if (!(ms > -most && ms < most))
        return Nanoseconds{ms > 0 ? INT64_MAX : ms < 0 ? INT64_MIN : 0};
    return Nanoseconds{static_cast<std::int64_t>(ms * 1e6 + (ms < 0 ? -0.5 : 0.5))};
}
constexpr Nanoseconds fromSeconds(double s) {
    return fromMilliseconds(s * 1e3);
}

} // namespace orbita
