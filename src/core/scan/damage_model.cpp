// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/damage_model.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr double undamaged = 1e-6; // chance of failure where nothing at all is known
constexpr double weight = 2;       // of what the larger part says, in blocks
constexpr double guessToRead = 0.01;
constexpr double guessToFail = 2;

} // namespace

DamageModel::DamageModel(std::uint64_t blocks) {
    std::uint64_t nodes = std::max<std::uint64_t>(1, (blocks + leafBlocks - 1) / leafBlocks);
    for (;;) {
        m_levels.emplace_back(nodes);
        if (nodes == 1)
            break;
        nodes = (nodes + 1) / 2;
    }
}

void DamageModel::read(std::uint64_t first, std::uint64_t count, Nanoseconds took) {
    for (std::uint64_t at = first; at < first + count;) {
        const std::uint64_t leaf = at / leafBlocks;
        const std::uint64_t n = std::min((leaf + 1) * leafBlocks, first + count) - at;
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
    const std::uint64_t leaf = block / leafBlocks;
    for (std::size_t level = 0; level < m_levels.size(); ++level)
        ++m_levels[level][leaf >> level].failed;
    if (took.count() > 0) {
        m_failSeconds += toSeconds(took);
        ++m_fails;
    }
}

double DamageModel::chanceOfFailure(std::uint64_t block) const {
    const std::uint64_t leaf = block / leafBlocks;
    double chance = undamaged;
    for (std::size_t level = m_levels.size(); level-- > 0;) {
        const Node& node = m_levels[level][leaf >> level];
        const double seen = static_cast<double>(node.read) + node.failed;
        chance = (node.failed + weight * chance) / (seen + weight);
    }
    return chance;
}

double DamageModel::secondsToRead() const {
    return m_readBlocks > 0 ? m_readSeconds / m_readBlocks : guessToRead;
}

double DamageModel::secondsToFail() const {
    return m_fails > 0 ? m_failSeconds / m_fails : guessToFail;
}

} // namespace orbita
