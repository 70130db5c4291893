// SPDX-License-Identifier: GPL-3.0-or-later
// The blocks that a scan was asked for, counted through: what the drive is asked beforehand stays among them.
#pragma once

#include "core/scan/berth.h"

namespace orbita {

class AskedBlocks {
public:
    // Without those inside `berths`, which no question beforehand is to touch.
    explicit AskedBlocks(const SettledPlan& plan, const std::vector<Berth>& berths = {});

    [[nodiscard]] std::uint64_t count() const { return m_count; }
    // The `n`th of them in ascending order; requires n < count().
    [[nodiscard]] std::uint64_t at(std::uint64_t n) const;
    // True where the `n`th and those that follow up to n + more lie side by side.
    [[nodiscard]] bool together(std::uint64_t n, std::uint64_t more) const {
        return n + more < m_count && at(n + more) == at(n) + more;
    }
    [[nodiscard]] bool contains(std::uint64_t block) const;

private:
    BlockRuns m_runs;
    std::vector<std::uint64_t> m_before; // blocks in the runs before
    std::uint64_t m_count = 0;
};

} // namespace orbita
