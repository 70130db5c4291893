// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/pace_course.h"

#include "core/plate/plausible_time.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {
constexpr std::size_t patchShare = 5;
} // namespace

void PaceCourse::settle(bool rotating, Nanoseconds unit, std::uint32_t blockSectors,
                        std::uint32_t logicalBytes) {
    if (rotating)
        std::erase_if(m_points,
                      [&](const Point& p) { return logicalBytes * 1e9 / p.perSector > fastestRotating; });
    if (m_points.size() < leastPlaces) {
        m_points.clear();
        return;
    }
    const double allowed = static_cast<double>(unit.count()) / blockSectors;
    const std::size_t n = m_points.size();
    std::vector<bool> slow(n, false);
    for (std::size_t length = 1; length <= std::max<std::size_t>(1, n / patchShare); ++length)
        for (std::size_t first = 0; first + length <= n; ++first) {
            const std::size_t end = first + length;
            const double before = first > 0 ? m_points[first - 1].perSector : 0;
            const double behind = end < n ? m_points[end].perSector : 0;
            const double beside = std::max(before, behind);
            const auto isSlow = [&](const Point& p) { return p.perSector > beside + allowed; };
            if (std::all_of(m_points.begin() + static_cast<std::ptrdiff_t>(first),
                            m_points.begin() + static_cast<std::ptrdiff_t>(end), isSlow))
                std::fill(slow.begin() + static_cast<std::ptrdiff_t>(first),
                          slow.begin() + static_cast<std::ptrdiff_t>(end), true);
        }
    std::vector<Point> kept;
    for (std::size_t i = 0; i < n; ++i)
        if (!slow[i])
            kept.push_back(m_points[i]);
    m_points = std::move(kept);
    m_settled = !m_points.empty();
}

double PaceCourse::at(double lba) const {
    const auto after = std::upper_bound(m_points.begin(), m_points.end(), lba,
                                        [](double x, const Point& p) { return x < p.lba; });
    if (after == m_points.begin())
        return m_points.front().perSector;
    if (after == m_points.end())
        return m_points.back().perSector;
    const Point& a = *std::prev(after);
    return a.perSector + (after->perSector - a.perSector) * (lba - a.lba) / (after->lba - a.lba);
}

Nanoseconds PaceCourse::expected(LbaSpan span) const {
    if (!m_settled)
        return {};
    const auto sectors = static_cast<double>(span.count.value);
    return Nanoseconds{std::llround(at(static_cast<double>(span.first.value) + sectors / 2) * sectors)};
}

} // namespace orbita
