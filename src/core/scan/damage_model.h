// SPDX-License-Identifier: GPL-3.0-or-later
// How likely a block that has not been read is to fail, from what the blocks around it did.
#pragma once

#include "core/base/units.h"
#include "core/scan/regular_spacing.h"

#include <vector>

namespace orbita {

// Damage has no one size: a scratch, a weak head's stripes, a spot of a few tracks. So the drive is halved
// again and again; each half counts what failed in it, and where a half has seen little of its own, it is
// taken to be like the half that holds it. Where damage comes back at a regular distance, a place is also
// taken to be like what lies that far before and behind it.
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
    // In blocks; nothing where none is believed in.
    [[nodiscard]] std::optional<std::uint64_t> spacing() const { return m_spacing.distance(); }

    // Blocks of one leaf: the finest place that is told apart.
    [[nodiscard]] std::uint64_t leafBlocks() const { return m_leafBlocks; }

private:
    struct Node {
        std::uint32_t read = 0;
        std::uint32_t failed = 0;
    };
    // By the nodes over `leaf` from `level` down, beginning with what is taken for it before. Without what
    // lies in the leaf `apartFrom`.
    [[nodiscard]] double chanceAt(std::uint64_t leaf, std::size_t level, double before,
                                  std::uint64_t apartFrom) const;
    [[nodiscard]] double chanceBySpacing(std::uint64_t block, std::uint64_t distance, double before,
                                         std::uint64_t apartFrom) const;
    void lookForSpacing();
    [[nodiscard]] double gainOf(std::uint64_t distance) const;

    static constexpr std::uint64_t none = ~std::uint64_t{0};
    std::uint64_t m_blocks;
    std::uint64_t m_leafBlocks;
    RegularSpacing m_spacing;
    // m_levels[0] has the leaves, the last level one node.
    std::vector<std::vector<Node>> m_levels;
    double m_readSeconds = 0;
    double m_readBlocks = 0;
    double m_failSeconds = 0;
    double m_fails = 0;
};

} // namespace orbita
