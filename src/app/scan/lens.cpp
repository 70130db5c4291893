// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/lens.h"

#include <algorithm>
#include <cmath>

namespace orbita::app {

namespace {
constexpr std::uint64_t fewestInView = 1;
}

void Lens::setGrid(const BlockGrid& grid) {
    if (grid == m_grid)
        return;
    m_grid = grid;
    m_first = 0;
    m_count = std::max<std::uint64_t>(1, grid.blocks());
    m_shown = 0xFF;
    m_selection.reset();
    m_pointed.reset();
    emit windowChanged();
    emit shownChanged();
    emit selectionChanged();
}

void Lens::setWindow(std::uint64_t first, std::uint64_t count) {
    const std::uint64_t blocks = std::max<std::uint64_t>(1, m_grid.blocks());
    count = std::clamp(count, std::min(fewestInView, blocks), blocks);
    first = std::min(first, blocks - count);
    if (first == m_first && count == m_count)
        return;
    m_first = first;
    m_count = count;
    emit windowChanged();
}

void Lens::zoom(double factor, std::uint64_t block) {
    const std::uint64_t blocks = std::max<std::uint64_t>(1, m_grid.blocks());
    const auto now = static_cast<double>(m_count);
    // Out by a whole block at least, so that none is too close to be left again.
    const double wanted = factor > 1 ? std::max(now * factor, now + 1) : now * factor;
    const auto count = static_cast<std::uint64_t>(
        std::clamp(std::round(wanted), static_cast<double>(std::min(fewestInView, blocks)),
                   static_cast<double>(blocks)));
    const double at = static_cast<double>(block - m_first) / static_cast<double>(m_count);
    const auto before = std::min(static_cast<std::uint64_t>(at * static_cast<double>(count)), count - 1);
    setWindow(block > before ? block - before : 0, count);
}

void Lens::reveal(const LbaSpan& span) {
    const LbaSpan inside = intersection(span, m_grid.span);
    if (inside.empty())
        return;
    const std::uint64_t block = m_grid.blockAt(inside.first);
    if (block >= m_first && block < m_first + m_count)
        return;
    setWindow(block > m_count / 2 ? block - m_count / 2 : 0, m_count);
}

void Lens::select(const std::optional<LbaSpan>& span) {
    if (span == m_selection)
        return;
    m_selection = span;
    emit selectionChanged();
}

void Lens::point(std::optional<std::uint64_t> block) {
    if (block == m_pointed)
        return;
    m_pointed = block;
    emit pointedChanged();
}

void Lens::setShown(std::uint8_t grades) {
    if (grades == m_shown)
        return;
    m_shown = grades;
    emit shownChanged();
}

} // namespace orbita::app
