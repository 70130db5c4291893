// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/damage_model.h"

#include <algorithm>
#include <bit>
#include <cmath>

namespace orbita {

namespace {

constexpr double undamaged = 1e-6; // chance of failure where nothing at all is known
constexpr double weight = 2;       // of what the larger part says, in blocks
constexpr double guessToRead = 0.01;
constexpr double guessToFail = 2;
constexpr std::uint64_t mostLeaves = 1U << 21U;
constexpr std::uint64_t leastLeafBlocks = 4;
constexpr std::uint64_t readPlacesWeighed = 512;
constexpr double gainToBelieve = 12; // as a logarithm: chance does not come to it in a dozen tries
constexpr double nearlyAsGood = 0.9;

} // namespace

DamageModel::DamageModel(std::uint64_t blocks)
    : m_blocks(blocks), m_leafBlocks(std::max(leastLeafBlocks, blocks / mostLeaves + 1)) {
    std::uint64_t nodes = std::max<std::uint64_t>(1, (blocks + m_leafBlocks - 1) / m_leafBlocks);
    for (;;) {
        m_levels.emplace_back(nodes);
        if (nodes == 1)
            break;
        nodes = (nodes + 1) / 2;
    }
}

void DamageModel::read(std::uint64_t first, std::uint64_t count, Nanoseconds took) {
    for (std::uint64_t at = first; at < first + count;) {
        const std::uint64_t leaf = at / m_leafBlocks;
        const std::uint64_t n = std::min((leaf + 1) * m_leafBlocks, first + count) - at;
        for (std::size_t level = 0; level < m_levels.size(); ++level)
            m_levels[level][leaf >> level].read += static_cast<std::uint32_t>(n);
        at += n;
    }
    if (took.count() > 0) {
        m_readSeconds += toSeconds(took);
        m_readBlocks += static_cast<double>(count);
    }
}

void DamageModel::failed(std::uint64_t block, Nanoseconds took) {
    const std::uint64_t leaf = block / m_leafBlocks;
    for (std::size_t level = 0; level < m_levels.size(); ++level)
        ++m_levels[level][leaf >> level].failed;
    if (took.count() > 0) {
        m_failSeconds += toSeconds(took);
        ++m_fails;
    }
    if (m_spacing.failed(block))
        lookForSpacing();
}

double DamageModel::chanceAt(std::uint64_t leaf, std::size_t level, double before,
                             std::uint64_t apartFrom) const {
    double chance = before;
    for (std::size_t at = std::min(level, m_levels.size() - 1) + 1; at-- > 0;) {
        const Node& node = m_levels[at][leaf >> at];
        double seen = static_cast<double>(node.read) + node.failed;
        double failed = node.failed;
        if (apartFrom != none && apartFrom >> at == leaf >> at) {
            const Node& left = m_levels[0][apartFrom];
            seen -= static_cast<double>(left.read) + left.failed;
            failed -= left.failed;
        }
        chance = (failed + weight * chance) / (seen + weight);
    }
    return chance;
}

// What lies one distance before and behind, as far around as is told apart at such a distance.
double DamageModel::chanceBySpacing(std::uint64_t block, std::uint64_t distance, double before,
                                    std::uint64_t apartFrom) const {
    const std::uint64_t around = std::max<std::uint64_t>(1, distance / 16 / m_leafBlocks);
    const auto level = static_cast<std::size_t>(std::bit_width(around) - 1);
    double chance = before;
    if (block + distance < m_blocks)
        chance = chanceAt((block + distance) / m_leafBlocks, level, chance, apartFrom);
    if (block >= distance)
        chance = chanceAt((block - distance) / m_leafBlocks, level, chance, apartFrom);
    return chance;
}

double DamageModel::chanceOfFailure(std::uint64_t block) const {
    const std::uint64_t leaf = block / m_leafBlocks;
    const double byPlace = chanceAt(leaf, m_levels.size(), undamaged, none);
    const auto distance = m_spacing.distance();
    return distance ? chanceBySpacing(block, *distance, byPlace, none) : byPlace;
}

// How much better what was met would have been told beforehand, as a logarithm.
double DamageModel::gainOf(std::uint64_t distance) const {
    double gain = 0;
    const auto weigh = [&](std::uint64_t block, double failed, double read) {
        const std::uint64_t leaf = block / m_leafBlocks;
        const double without = chanceAt(leaf, m_levels.size(), undamaged, leaf);
        const double with = chanceBySpacing(block, distance, without, leaf);
        gain += failed * std::log(with / without) + read * std::log((1 - with) / (1 - without));
    };
    for (const std::uint64_t block : m_spacing.failures())
        weigh(block, 1, 0);
    const std::uint64_t leaves = m_levels[0].size();
    const std::uint64_t places = std::min(readPlacesWeighed, leaves);
    for (std::uint64_t i = 0; i < places; ++i) {
        const std::uint64_t leaf = leaves * i / places;
        const double read = m_levels[0][leaf].read;
        if (read > 0)
            weigh(leaf * m_leafBlocks, 0, read * static_cast<double>(leaves) / static_cast<double>(places));
    }
    return gain;
}

void DamageModel::lookForSpacing() {
    std::optional<std::uint64_t> best;
    double bestGain = gainToBelieve;
    std::vector<std::uint64_t> distances = m_spacing.candidates();
    if (m_spacing.distance())
        distances.push_back(*m_spacing.distance());
    std::sort(distances.begin(), distances.end(), std::greater{});
    for (const std::uint64_t distance : distances)
        if (const double gain = gainOf(distance); gain > bestGain * (best ? nearlyAsGood : 1)) {
            best = distance; // several times the distance does nearly as well: the shortest is meant
            bestGain = std::max(gain, bestGain);
        }
    m_spacing.believe(best);
}

double DamageModel::secondsToRead() const {
    return m_readBlocks > 0 ? m_readSeconds / m_readBlocks : guessToRead;
}

double DamageModel::secondsToFail() const {
    return m_fails > 0 ? m_failSeconds / m_fails : guessToFail;
}

} // namespace orbita
