// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/sector_sheet.h"

#include "report/plate_marks.h"

#include <cmath>

namespace orbita::app {

namespace {

constexpr double gap = 1;           // between sectors, so that they can be counted
constexpr double leastForShape = 9; // pixels of a cell that bears the shape of its grade
constexpr double middleShade = 0.5;

} // namespace

SectorSheet::SectorSheet(const LbaSpan& span, std::uint32_t sectorsPerPhysical, const QRectF& where)
    : m_span(span)
    , m_step(std::max<std::uint64_t>(1, sectorsPerPhysical))
    , m_where(where)
    , m_cells((span.count.value + m_step - 1) / m_step) {
    const double aspect = where.width() / std::max(1.0, where.height());
    m_columns = std::max(1, static_cast<int>(std::ceil(std::sqrt(static_cast<double>(m_cells) * aspect))));
    m_rows = std::max(1, static_cast<int>(std::ceil(static_cast<double>(m_cells) / m_columns)));
}

QRectF SectorSheet::rectOfCell(std::uint64_t cell) const {
    const double width = m_where.width() / m_columns;
    const double height = m_where.height() / m_rows;
    const auto columns = static_cast<std::uint64_t>(m_columns);
    const std::uint64_t row = cell / columns;
    return {m_where.left() + static_cast<double>(cell % columns) * width,
            m_where.top() + static_cast<double>(row) * height, width - gap, height - gap};
}

QRectF SectorSheet::rectOf(Lba lba) const {
    return m_span.contains(lba) ? rectOfCell((lba - m_span.first).value / m_step) : QRectF();
}

LbaSpan SectorSheet::spanOfCell(std::uint64_t cell) const {
    return intersection({{m_span.first.value + cell * m_step}, {m_step}}, m_span);
}

std::optional<LbaSpan> SectorSheet::spanAt(QPointF point) const {
    if (!m_where.contains(point))
        return std::nullopt;
    const auto column =
        static_cast<std::uint64_t>((point.x() - m_where.left()) / m_where.width() * m_columns);
    const auto row = static_cast<std::uint64_t>((point.y() - m_where.top()) / m_where.height() * m_rows);
    const std::uint64_t cell = row * static_cast<std::uint64_t>(m_columns) + column;
    return cell < m_cells ? std::optional(spanOfCell(cell)) : std::nullopt;
}

void paintSectors(QPainter& painter, const SectorSheet& sheet, const ScanRecord& record,
                  const Palette& palette) {
    const BlockGrid& grid = record.plan.grid;
    SpanSet unreadable;
    for (const LedgerEntry& entry : record.ledger)
        if (entry.grade == Grade::unreadable)
            unreadable.add(entry.span);
    SpanSet covered;
    for (const LbaSpan& span : record.covered)
        covered.add(span);
    painter.setPen(Qt::NoPen);
    for (std::uint64_t i = 0; i < sheet.cells(); ++i) {
        const LbaSpan sectors = sheet.spanOfCell(i);
        const QRectF where = sheet.rectOf(sectors.first);
        const Cell cell = record.plate->at(grid.blockAt(sectors.first));
        const bool bad = unreadable.gaps(sectors) != std::vector<LbaSpan>{sectors};
        Grade grade = cell.grade;
        if (bad)
            grade = Grade::unreadable;
        else if (cell.grade == Grade::unreadable) // the others of its block were read, or are still to be
            grade = record.covered.empty() || covered.contains(sectors) ? Grade::steady : Grade::none;
        QColor colour = palette.grade(grade);
        if (grade == Grade::steady)
            colour = QColor::fromRgb(palette.steady(middleShade));
        else if (grade == Grade::none && cell.unmapped())
            colour = palette[Tone::unmapped];
        else if (grade == Grade::none && cell.ungraded())
            colour = palette[Tone::ungraded];
        painter.fillRect(where, colour);
        if (bad && where.width() >= leastForShape && where.height() >= leastForShape) {
            painter.fillRect(where, palette[Tone::plateGround]);
            paintMark(painter, Grade::unreadable, where.center(), std::min(where.width(), where.height()),
                      palette, false);
            painter.setPen(Qt::NoPen);
        }
    }
}

} // namespace orbita::app
