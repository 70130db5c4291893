// SPDX-License-Identifier: GPL-3.0-or-later
// What plate, trace, ledger, tape and dial look at together: one axis, one selection, one filter.
#pragma once

#include "core/plate/plate.h"

#include <QObject>
#include <optional>

namespace orbita::app {

class Lens final : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    // The scan looked at. Another grid resets window, selection and filter.
    void setGrid(const BlockGrid& grid);
    [[nodiscard]] const BlockGrid& grid() const { return m_grid; }

    // The blocks in view, [first, first + count); at least one, all inside the grid.
    [[nodiscard]] std::uint64_t first() const { return m_first; }
    [[nodiscard]] std::uint64_t count() const { return m_count; }
    [[nodiscard]] bool zoomed() const { return m_count < m_grid.blocks(); }
    void setWindow(std::uint64_t first, std::uint64_t count);
    // factor < 1 zooms in; `block` stays where it is in view.
    void zoom(double factor, std::uint64_t block);
    void showAll() { setWindow(0, m_grid.blocks()); }
    // Moves the window, without changing its size, so that the span is seen.
    void reveal(const LbaSpan& span);

    [[nodiscard]] const std::optional<LbaSpan>& selection() const { return m_selection; }
    void select(const std::optional<LbaSpan>& span);
    // Chosen in a list: seen, and selected everywhere.
    void choose(const LbaSpan& span) {
        reveal(span);
        select(span);
    }

    // The block that is pointed at where blocks are listed otherwise; ringed on the plate.
    [[nodiscard]] const std::optional<std::uint64_t>& pointed() const { return m_pointed; }
    void point(std::optional<std::uint64_t> block);

    // Grades that stand out; bit g: Grade g. 0xFF: all alike.
    [[nodiscard]] std::uint8_t shown() const { return m_shown; }
    void setShown(std::uint8_t grades);

signals:
    void windowChanged();
    void selectionChanged();
    void pointedChanged();
    void shownChanged();

private:
    BlockGrid m_grid;
    std::uint64_t m_first = 0;
    std::uint64_t m_count = 1;
    std::optional<LbaSpan> m_selection;
    std::optional<std::uint64_t> m_pointed;
    std::uint8_t m_shown = 0xFF;
};

} // namespace orbita::app
