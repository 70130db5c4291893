// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/plate_marks.h"

#include <QPainterPath>
#include <QRadialGradient>

namespace orbita {

namespace {

constexpr double leastMark = 9; // pixels
constexpr double mostMark = 16;

QPainterPath star(QPointF c, double radius) {
    QPainterPath path;
    const double inner = radius * 0.26;
    path.moveTo(c.x(), c.y() - radius);
    path.lineTo(c.x() + inner, c.y() - inner);
    path.lineTo(c.x() + radius, c.y());
    path.lineTo(c.x() + inner, c.y() + inner);
    path.lineTo(c.x(), c.y() + radius);
    path.lineTo(c.x() - inner, c.y() + inner);
    path.lineTo(c.x() - radius, c.y());
    path.lineTo(c.x() - inner, c.y() - inner);
    path.closeSubpath();
    return path;
}

bool hasMark(Grade grade) {
    return grade >= Grade::laboured;
}

} // namespace

void paintMark(QPainter& painter, Grade grade, QPointF c, double size, const Palette& palette, bool halo,
               bool faded) {
    if (!hasMark(grade))
        return;
    const QColor colour = palette.grade(grade);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    if (halo && !faded && grade != Grade::linkFault) {
        QRadialGradient glow(c, size * 1.3);
        QColor soft = colour;
        soft.setAlphaF(grade == Grade::laboured ? 0.28F : 0.45F);
        glow.setColorAt(0, soft);
        soft.setAlphaF(0);
        glow.setColorAt(1, soft);
        painter.setPen(Qt::NoPen);
        painter.setBrush(glow);
        painter.drawEllipse(c, size * 1.3, size * 1.3);
    }
    painter.setPen(faded ? QPen(colour, 1.2) : QPen(Qt::NoPen));
    painter.setBrush(faded ? QBrush(Qt::NoBrush) : QBrush(colour));
    const double r = size / 2;
    switch (grade) {
    case Grade::laboured:
        painter.drawEllipse(c, r * 0.6, r * 0.6);
        break;
    case Grade::straining:
        painter.drawRect(QRectF(c.x() - r * 0.68, c.y() - r * 0.68, r * 1.36, r * 1.36));
        break;
    case Grade::stalled:
        painter.drawRoundedRect(QRectF(c.x() - r, c.y() - r * 0.36, size, r * 0.72), 1, 1);
        break;
    case Grade::unreadable:
        painter.drawPath(star(c, r * 1.15));
        break;
    case Grade::linkFault: {
        QPainterPath diamond;
        diamond.addPolygon(QPolygonF({{c.x(), c.y() - r * 0.9},
                                      {c.x() + r * 0.9, c.y()},
                                      {c.x(), c.y() + r * 0.9},
                                      {c.x() - r * 0.9, c.y()}}));
        diamond.closeSubpath();
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(colour, 1.4));
        painter.drawPath(diamond);
        break;
    }
    case Grade::none:
    case Grade::steady:
    case Grade::late:
        break;
    }
    painter.restore();
}

void paintLegend(QPainter& painter, Grade grade, const QRectF& where, const Palette& palette) {
    if (hasMark(grade)) {
        paintMark(painter, grade, where.center(), where.height(), palette, false);
        return;
    }
    painter.save();
    painter.setPen(QPen(palette[Tone::hairline], 1));
    painter.setBrush(palette.grade(grade));
    painter.drawRoundedRect(where.adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
    painter.restore();
}

QRectF cellRect(const QRectF& where, const RasterView& view, std::uint64_t cell) {
    const double w = where.width() / view.columns;
    const double h = where.height() / view.rows;
    const auto columns = static_cast<std::uint64_t>(view.columns);
    const std::uint64_t row = cell / columns;
    const std::uint64_t column = cell % columns;
    return {where.left() + static_cast<double>(column) * w, where.top() + static_cast<double>(row) * h, w, h};
}

void paintPlate(QPainter& painter, const QRectF& where, const PlateRaster& raster, const Palette& palette,
                std::uint8_t shown) {
    painter.save();
    painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
    painter.drawImage(where, raster.image());
    if (shown != 0xFF) {
        QColor veil = palette[Tone::plateGround];
        veil.setAlphaF(0.72F);
        painter.fillRect(where, veil);
    }
    const RasterView& view = raster.view();
    const QSizeF cell(where.width() / view.columns, where.height() / view.rows);
    const double size = std::clamp(std::min(cell.width(), cell.height()) * 0.8, leastMark, mostMark);
    const bool large = std::min(cell.width(), cell.height()) >= leastMark;
    const std::vector<Grade>& worst = raster.worst();
    // Grave marks over mild ones.
    for (const Grade grade : {Grade::late, Grade::linkFault, Grade::laboured, Grade::straining,
                              Grade::stalled, Grade::unreadable}) {
        if ((shown >> static_cast<unsigned>(grade) & 1U) == 0)
            continue;
        for (std::uint64_t i = 0; i < worst.size(); ++i) {
            const bool mine = shown == 0xFF ? worst[i] == grade
                                            : (raster.present()[i] >> static_cast<unsigned>(grade) & 1U) != 0;
            if (!mine)
                continue;
            const QRectF rect = cellRect(where, view, i);
            if (grade == Grade::late) {
                if (shown != 0xFF)
                    painter.fillRect(rect, palette[Tone::late]);
                continue;
            }
            // Where a cell is large enough to see its own ground, the mark stands on the colour of the plate.
            const bool faded = shown == 0xFF && raster.faded(i);
            if (large || faded)
                painter.fillRect(rect, QColor::fromRgb(palette.steady(0.1)));
            paintMark(painter, grade, rect.center(), size, palette, true, faded);
        }
    }
    painter.restore();
}

} // namespace orbita
