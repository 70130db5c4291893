// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/regular_spacing.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace orbita {

namespace {

constexpr std::size_t mostKept = 512;
constexpr double recheckAfter = 1.3; // times as many failures
constexpr double binsPerOctave = 12; // distances within some 6 % are one
constexpr std::size_t mostCandidates = 12;

std::uint64_t apart(std::uint64_t a, std::uint64_t b) {
    return a > b ? a - b : b - a;
}

} // namespace

bool RegularSpacing::failed(std::uint64_t block) {
    if (m_failures.size() == mostKept)
        m_failures.erase(m_failures.begin(), m_failures.begin() + mostKept / 4);
    m_failures.push_back(block);
    if (++m_met < m_due)
        return false;
    m_due = static_cast<std::uint64_t>(std::ceil(static_cast<double>(m_met) * recheckAfter));
    return true;
}

std::vector<std::uint64_t> RegularSpacing::candidates() const {
    struct Bin {
        double pairs = 0;
        double sum = 0;
    };
    std::map<int, Bin> bins;
    for (std::size_t i = 0; i < m_failures.size(); ++i)
        for (std::size_t j = i + 1; j < m_failures.size(); ++j)
            if (const std::uint64_t d = apart(m_failures[i], m_failures[j]); d > 1) {
                Bin& bin =
                    bins[static_cast<int>(std::lround(std::log2(static_cast<double>(d)) * binsPerOctave))];
                ++bin.pairs;
                bin.sum += static_cast<double>(d);
            }
    const auto density = [&](int key) {
        const auto bin = bins.find(key);
        return bin == bins.end() ? 0 : bin->second.pairs * bin->second.pairs / bin->second.sum;
    };
    // Strewn at random, there are fewer and fewer the further apart: what there is more of than beside it,
    // recurs.
    std::vector<std::pair<double, std::uint64_t>> striking;
    for (const auto& [key, bin] : bins) {
        const double here = density(key);
        const double beside = (density(key - 2) + density(key + 2)) / 2;
        if (bin.pairs >= 3 && here >= density(key - 1) && here >= density(key + 1))
            striking.emplace_back((here - beside) * bin.sum / bin.pairs,
                                  static_cast<std::uint64_t>(std::llround(bin.sum / bin.pairs)));
    }
    std::sort(striking.begin(), striking.end(), std::greater{});
    std::vector<std::uint64_t> distances;
    for (std::size_t i = 0; i < striking.size() && i < mostCandidates; ++i)
        distances.push_back(striking[i].second);
    return distances;
}

} // namespace orbita
