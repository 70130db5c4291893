// SPDX-License-Identifier: GPL-3.0-or-later
// How late blocks answer: a distribution of the excess over the baseline, in units of u.
#pragma once

#include "core/base/units.h"

#include <array>

namespace orbita {

class LatenessHistogram {
public:
    // Bucket edges in units of u: fine where blocks are on time, coarser the later they are. The first bucket
    // also takes everything earlier, the last everything later.
    static constexpr std::array<double, 26> edges = {-1,   -0.5, -0.25, -0.1, -0.03, 0.03, 0.1, 0.25, 0.5,
                                                     0.75, 1,    1.5,   2,    3,     4,    6,   8,    12,
                                                     16,   24,   32,    48,   64,    96,   128, 256};
    static constexpr std::size_t buckets = edges.size() - 1;

    void add(Nanoseconds excess, Nanoseconds unit);
    [[nodiscard]] const std::array<std::uint64_t, buckets>& counts() const { return m_counts; }
    void setCounts(const std::array<std::uint64_t, buckets>& counts) { m_counts = counts; }

private:
    std::array<std::uint64_t, buckets> m_counts{};
};

inline void LatenessHistogram::add(Nanoseconds excess, Nanoseconds unit) {
    const double units = static_cast<double>(excess.count()) / static_cast<double>(unit.count());
    std::size_t bucket = 0;
    while (bucket + 1 < buckets && units >= edges[bucket + 1])
        ++bucket;
    ++m_counts[bucket];
}

} // namespace orbita
