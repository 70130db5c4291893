// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/verify_check.h"

#include <algorithm>

namespace orbita {

namespace {
constexpr double fastestBytesPerNs = 20;
} // namespace

Nanoseconds medianOf(std::vector<Nanoseconds> values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>((values.size() - 1) / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

bool believableVerify(std::vector<Nanoseconds> latencies, Nanoseconds turn, std::uint64_t bytesEach) {
    const Nanoseconds median = medianOf(std::move(latencies));
    if (turn.count() > 0)
        return median >= turn / 8;
    return static_cast<double>(bytesEach) <= fastestBytesPerNs * static_cast<double>(median.count());
}

} // namespace orbita
