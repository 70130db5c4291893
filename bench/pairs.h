// SPDX-License-Identifier: GPL-3.0-or-later
// Comparing two near-identical loops: measured one after the other they drift apart. So slices of the same
// data are read in alternating pairs, the order swapped each pair, and the median of the pair ratios is
// quoted.
#pragma once

#include <algorithm>
#include <cstdint>
#include <functional>
#include <vector>

namespace orbita::bench {

// Seconds that the slice with this number takes.
using Measured = std::function<double(std::uint64_t slice)>;

// How much of the reference's pace the other has: above 1 where it is faster. Slices are taken in turn.
inline double paceRatio(const Measured& reference, const Measured& other, int pairs, std::uint64_t slices) {
    std::vector<double> list;
    for (int i = 0; i < pairs; ++i) {
        const std::uint64_t slice = static_cast<std::uint64_t>(i) % slices;
        double r = 0;
        double o = 0;
        if (i % 2 == 0) {
            r = reference(slice);
            o = other(slice);
        } else {
            o = other(slice);
            r = reference(slice);
        }
        list.push_back(r / o);
    }
    const auto middle = list.begin() + static_cast<std::ptrdiff_t>(list.size() / 2);
    std::nth_element(list.begin(), middle, list.end());
    return *middle;
}

} // namespace orbita::bench
