// SPDX-License-Identifier: GPL-3.0-or-later
// How likely a block that has not been read is to fail, from what the blocks around it did.
#pragma once

#include "core/base/units.h"

#include <vector>

namespace orbita {

// Damage has no one size: a scratch, a weak head's stripes, a spot of a few tracks. So the drive is halved
// again and again; each half counts what failed in it, and where a half has seen little of its own, it is
// taken to be like the half that holds it.
class DamageModel {
public:
    explicit DamageModel(std::uint64_t blocks);

    // Without a time, only the places count, not the pace.
    void read(std::uint64_t first, std::uint64_t count, Nanoseconds took);
    void failed(std::uint64_t block, Nanoseconds took);

    // The chance that `block` cannot be read, above 0 and below 1.
    [[nodiscard]] double chanceOfFailure(std::uint64_t block) const;
    // What one block takes that can be read, and one that cannot: means of what was seen, in seconds; a guess
    // before.
    [[nodiscard]] double secondsToRead() const;
    [[nodiscard]] double secondsToFail() const;

    // Blocks of one leaf: the finest place that is told apart.
    static constexpr std::uint64_t leafBlocks = 16;

private:
    struct Node {
        std::uint32_t read = 0;
        std::uint32_t failed = 0;
    };
    // m_levels[0] has the leaves, the last level one node.
    std::vector<std::vector<Node>> m_levels;
    double m_readSeconds = 0;
    double m_readBlocks = 0;
    double m_failSeconds = 0;
    double m_fails = 0;
};

} // namespace orbita
