// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/asked_blocks.h"

#include <algorithm>

namespace orbita {

AskedBlocks::AskedBlocks(const SettledPlan& plan, const std::vector<Berth>& berths)
    : m_runs(clearOf(plan.grid, blocksToVisit(plan.grid, plan.asked.parts, {}), berths)) {
    for (const auto& [first, end] : m_runs) {
        m_before.push_back(m_count);
        m_count += end - first;
    }
}

std::uint64_t AskedBlocks::at(std::uint64_t n) const {
    const auto run = static_cast<std::size_t>(std::upper_bound(m_before.begin(), m_before.end(), n) -
                                              m_before.begin() - 1);
    return m_runs[run].first + (n - m_before[run]);
}

bool AskedBlocks::contains(std::uint64_t block) const {
    const auto after = std::upper_bound(m_runs.begin(), m_runs.end(), block,
                                        [](std::uint64_t b, const auto& run) { return b < run.first; });
    return after != m_runs.begin() && block < std::prev(after)->second;
}

} // namespace orbita
