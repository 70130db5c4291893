// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/plate_picture.h"

#include "report/format.h"
#include "report/plate_marks.h"
#include "report/words.h"

#include <QCoreApplication>
#include <QFont>

namespace orbita {

namespace {
constexpr int margin = 28;
constexpr int headHeight = 74;
constexpr int footHeight = 92;
constexpr int cellPixels = 4;
} // namespace

QImage platePicture(const ScanRecord& record, const Palette& palette, QSize size) {
    QImage image(size, QImage::Format_RGB32);
    image.fill(palette[Tone::ground]);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    QFont font(QStringLiteral("Roboto"));
    font.setPixelSize(20);
    font.setWeight(QFont::Medium);
    painter.setFont(font);
    painter.setPen(palette[Tone::text]);
    const QRectF head(margin, margin, size.width() - 2 * margin, headHeight);
    painter.drawText(head, Qt::AlignLeft | Qt::AlignTop, words::driveName(record.drive));
    font.setPixelSize(13);
    font.setWeight(QFont::Normal);
    painter.setFont(font);
    painter.setPen(palette[Tone::textDim]);
    painter.drawText(head.adjusted(0, 30, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                     QCoreApplication::translate("words", "serial %1 · %2")
                         .arg(QString::fromStdString(record.drive.serial), words::driveLine(record.drive)));
    painter.drawText(head.adjusted(0, 30, 0, 0), Qt::AlignRight | Qt::AlignTop,
                     words::span(record.plan.grid.span));

    const QRectF where(margin, margin + headHeight, size.width() - 2 * margin,
                       size.height() - 2 * margin - headHeight - footHeight);
    if (record.plate) {
        PlateRaster raster;
        const RasterView view{0, record.plate->blocks(), static_cast<int>(where.width()) / cellPixels,
                              static_cast<int>(where.height()) / cellPixels};
        raster.update(record.plate, view, palette);
        paintPlate(painter, where, raster, palette);
    }

    double x = margin;
    const double y = where.bottom() + 18;
    for (const Grade grade : allGrades) {
        if (grade == Grade::none)
            continue;
        paintLegend(painter, grade, {x, y, 12, 12}, palette);
        const QString text =
            words::grade(grade) + QStringLiteral("  ") + format::count(record.status.totals.of(grade));
        painter.setPen(palette[Tone::text]);
        painter.drawText(QPointF(x + 20, y + 11), text);
        x += 20 + painter.fontMetrics().horizontalAdvance(text) + 26;
    }
    painter.setPen(palette[Tone::textDim]);
    painter.drawText(
        QRectF(margin, y + 24, size.width() - 2 * margin, footHeight - 24), Qt::TextWordWrap,
        words::judgement(judgeSoFar(record.status, record.ledger, record.drive, record.plan.asked.data)));
    return image;
}

} // namespace orbita
