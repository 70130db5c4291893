// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/verify_check.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr int share = 3;       // rotating: a verify takes at least this part of what reading takes
constexpr int growthShare = 8; // solid state: of what reading more takes
constexpr double fastestBytesPerNs = 8;

// In the middle of the slower half.
Nanoseconds usualWait(std::vector<Nanoseconds> values) {
    const auto at = values.begin() + static_cast<std::ptrdiff_t>(values.size() * 3 / 4);
    std::nth_element(values.begin(), at, values.end());
    return *at;
}

} // namespace

Nanoseconds medianOf(std::vector<Nanoseconds> values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>((values.size() - 1) / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

bool believableVerify(std::vector<Nanoseconds> verifies, std::vector<Nanoseconds> reads, Nanoseconds turn) {
    if (verifies.size() < leastVerifyProbes || reads.size() < leastVerifyProbes)
        return true;
    const Nanoseconds reading = usualWait(std::move(reads));
    return reading < turn / 8 || usualWait(std::move(verifies)) * share >= reading;
}

bool believableVerify(const std::vector<LengthProbe>& probes, std::uint64_t bytesMore) {
    if (probes.size() < leastVerifyProbes)
        return true;
    std::vector<Nanoseconds> verifyMore;
    std::vector<Nanoseconds> readMore;
    for (const LengthProbe& probe : probes) {
        verifyMore.push_back(probe.longVerify - probe.shortVerify);
        readMore.push_back(probe.longRead - probe.shortRead);
    }
    const Nanoseconds verify = medianOf(std::move(verifyMore));
    return verify * growthShare >= medianOf(std::move(readMore)) ||
           static_cast<double>(verify.count()) * fastestBytesPerNs >= static_cast<double>(bytesMore);
}

} // namespace orbita
