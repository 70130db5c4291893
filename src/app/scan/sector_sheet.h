// SPDX-License-Identifier: GPL-3.0-or-later
// The plate at its closest: the physical sectors of a block or two, side by side.
#pragma once

#include "core/scan/record.h"
#include "report/palette.h"

#include <QPainter>
#include <QRectF>

namespace orbita::app {

// How the sectors of `span` are laid out in `where`: row by row, each cell one physical sector, nearly
// square.
class SectorSheet {
public:
    SectorSheet(const LbaSpan& span, std::uint32_t sectorsPerPhysical, const QRectF& where);

    [[nodiscard]] QRectF rectOf(Lba lba) const; // null outside the span
    [[nodiscard]] std::optional<LbaSpan> spanAt(QPointF point) const;
    [[nodiscard]] std::uint64_t cells() const { return m_cells; }
    [[nodiscard]] int columns() const { return m_columns; }
    [[nodiscard]] std::uint64_t cellOf(Lba lba) const { return (lba - m_span.first).value / m_step; }
    [[nodiscard]] const LbaSpan& span() const { return m_span; }
    [[nodiscard]] LbaSpan spanOfCell(std::uint64_t cell) const;

private:
    [[nodiscard]] QRectF rectOfCell(std::uint64_t cell) const;

    LbaSpan m_span;
    std::uint64_t m_step;
    QRectF m_where;
    std::uint64_t m_cells;
    int m_columns;
    int m_rows;
};

// What is known of each sector: a block that was late was so as a whole, an unreadable one is told sector by
// sector.
void paintSectors(QPainter& painter, const SectorSheet& sheet, const ScanRecord& record,
                  const Palette& palette);

} // namespace orbita::app
