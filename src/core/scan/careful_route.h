// SPDX-License-Identifier: GPL-3.0-or-later
// The order for a sick drive: at any moment, where most readable sectors are to be had for the time it takes.
#pragma once

#include "core/scan/damage_model.h"
#include "core/scan/route.h"

#include <map>
#include <set>

namespace orbita {

// There are no phases. Each choice compares what is at hand: going on here, going on somewhere else, or
// looking inside a block that failed as a whole; the worst places come last by themselves.
class CarefulRoute final : public Route {
public:
    // `failed`: blocks among those of `toVisit` of which it is known that they fail as a whole.
    CarefulRoute(const BlockGrid& grid, const BlockRuns& toVisit, const std::vector<std::uint64_t>& failed);

    std::optional<BlockRange> next() override;
    [[nodiscard]] bool defersFailures() const override { return true; }
    void learn(const RangeResult& news) override;
    void learnInside(SectorCount read, Nanoseconds took) override;
    [[nodiscard]] std::uint64_t blocksLeft() const override { return m_left; }
    [[nodiscard]] bool sequential() const override { return false; }

private:
    struct Choice {
        std::uint64_t first = 0;
        std::uint64_t end = 0; // of the run it lies in
        double worth = 0;      // readable blocks a second
    };
    [[nodiscard]] double worthOf(std::uint64_t block) const;
    [[nodiscard]] double worthInside() const;
    [[nodiscard]] std::uint64_t blocksAsGood(const Choice& choice) const;
    void nearer(Choice& choice, std::uint64_t runFirst) const;
    void consider(std::uint64_t block, std::uint64_t runEnd, Choice& best) const;
    void take(std::uint64_t first, std::uint64_t count);
    void addRun(std::uint64_t first, std::uint64_t end);
    std::vector<std::pair<std::uint64_t, std::uint64_t>> runsToWeigh(); // first and end
    std::vector<std::uint64_t>::iterator kindestFailed();

    static constexpr std::uint64_t nowhere = ~std::uint64_t{0};
    BlockGrid m_grid;
    DamageModel m_damage;
    std::map<std::uint64_t, std::uint64_t> m_unread;            // first -> end
    std::set<std::pair<std::uint64_t, std::uint64_t>> m_bySize; // the same: blocks and first
    std::uint64_t m_turn = 0;                                   // where the next of them are whose turn it is
    std::vector<std::uint64_t> m_failed;                        // to be looked into
    std::size_t m_failedTurn = 0;
    std::uint64_t m_left = 0;
    std::uint64_t m_head = nowhere; // the block after the last one read
    std::optional<BlockRange> m_out;
    std::uint64_t m_outDone = 0; // blocks of m_out that learn() has accounted for
    double m_insideSectors = 0;
    double m_insideSeconds = 0;
};

} // namespace orbita
