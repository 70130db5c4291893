// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/sampling.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace orbita {

namespace {

constexpr std::uint64_t rounds = 8;

// The chance of at most `k` defects among `n` blocks when a share `p` of all is defective.
double atMost(std::uint64_t n, std::uint64_t k, double p) {
    const auto count = static_cast<double>(n);
    double sum = 0;
    double logChoose = 0;
    for (std::uint64_t i = 0; i <= k; ++i) {
        const auto at = static_cast<double>(i);
        if (i > 0)
            logChoose += std::log(count - at + 1) - std::log(at);
        sum += std::exp(logChoose + at * std::log(p) + (count - at) * std::log1p(-p));
    }
    return sum;
}

} // namespace

std::vector<std::uint64_t> drawSamples(std::uint64_t blocks, std::uint64_t samples, std::uint64_t seed) {
    const std::uint64_t parts = std::min(blocks, samples);
    std::mt19937_64 random(seed);
    std::vector<std::uint64_t> drawn;
    drawn.reserve(parts);
    // Where a part begins, without the product of two large numbers.
    const auto begins = [&](std::uint64_t part) {
        return blocks / parts * part + blocks % parts * part / parts;
    };
    for (std::uint64_t part = 0; part < parts; ++part) {
        const std::uint64_t from = begins(part);
        const std::uint64_t end = begins(part + 1); // beyond `from`, as there are no more parts than blocks
        drawn.push_back(from + random() % (end - from));
    }
    std::vector<std::uint64_t> order;
    order.reserve(parts);
    for (std::uint64_t round = 0; round < rounds; ++round)
        for (std::uint64_t part = round; part < parts; part += rounds)
            order.push_back(drawn[part]);
    return order;
}

double mostDefective(std::uint64_t samples, std::uint64_t defects, double confidence) {
    if (samples == 0 || defects >= samples)
        return 1;
    double low = 0;
    double high = 1;
    for (int i = 0; i < 100; ++i) {
        const double middle = (low + high) / 2;
        if (atMost(samples, defects, middle) > 1 - confidence)
            low = middle;
        else
            high = middle;
    }
    return high;
}

} // namespace orbita
