// SPDX-License-Identifier: GPL-3.0-or-later
// Whether damage comes back at a regular distance, as that of one head or surface does, whose turn comes
// round again and again.
#pragma once

#include <cstdint>
#include <optional>
#include <vector>

namespace orbita {

// Learned from where blocks failed, and believed only where it tells beforehand what was then met. Knows
// nothing of how drives are laid out: the distance is whatever recurs, and only roughly the same all over the
// drive.
class RegularSpacing {
public:
    // A block failed. True where the distance has to be looked for anew.
    bool failed(std::uint64_t block);
    [[nodiscard]] const std::vector<std::uint64_t>& failures() const { return m_failures; }

    // Distances at which failures recur more often than at others, the most striking first; in blocks.
    [[nodiscard]] std::vector<std::uint64_t> candidates() const;

    [[nodiscard]] std::optional<std::uint64_t> distance() const { return m_distance; }
    void believe(std::optional<std::uint64_t> distance) { m_distance = distance; }

private:
    std::vector<std::uint64_t> m_failures; // the latest, in the order met
    std::uint64_t m_met = 0;
    std::uint64_t m_due = 8;
    std::optional<std::uint64_t> m_distance;
};

} // namespace orbita
