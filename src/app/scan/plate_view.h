// SPDX-License-Identifier: GPL-3.0-or-later
// The plate on screen: hover tells, click selects, drag selects a span, the wheel zooms.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/lens.h"
#include "app/scan/sector_sheet.h"
#include "report/plate_raster.h"

#include <QWidget>

namespace orbita::app {

class PlateView final : public QWidget {
    Q_OBJECT
public:
    explicit PlateView(Lens& lens, QWidget* parent = nullptr);

    void setController(const DriveController* controller);
    // Takes what changed in the plate since the last time.
    void refresh();

    // Where a sector is drawn, in widget coordinates; a null rectangle where it is out of view.
    [[nodiscard]] QRectF rectOf(Lba lba) const;
    // The blocks under a point; nothing outside the raster.
    [[nodiscard]] std::optional<LbaSpan> spanAt(QPointF point) const;
    // What a run of sectors holds, in words: range, place, worst grade with count.
    [[nodiscard]] QStringList describe(const LbaSpan& span) const;

    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 140}; }

signals:
    // Asked for with the mouse or a key on the plate.
    void copyWanted();
    void scanSpanWanted();
    void treatSpanWanted();

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    [[nodiscard]] const ScanView* view() const;
    [[nodiscard]] QRectF rasterRect() const;
    [[nodiscard]] RasterView fittedView() const;
    // The sectors, once so few blocks are in view that there is room for them.
    [[nodiscard]] std::optional<SectorSheet> sheet() const;
    [[nodiscard]] int columnsInView() const;
    void moveInSheet(const SectorSheet& sectors, std::int64_t cells, bool extend);
    void selectByKey(const LbaSpan& span, bool extend);
    [[nodiscard]] std::optional<std::uint64_t> cellAt(QPointF point) const;
    [[nodiscard]] LbaSpan spanOfCell(std::uint64_t cell) const;
    void paintSelection(QPainter& painter) const;
    void paintHead(QPainter& painter) const;
    void paintSuspects(QPainter& painter) const;
    void paintTreatments(QPainter& painter) const;
    [[nodiscard]] std::span<const Suspect> suspectsIn(const LbaSpan& span) const;
    void paintPointed(QPainter& painter) const;
    void paintNote(QPainter& painter) const;
    void moveSelection(std::int64_t cells, bool extend);
    void selectNextDefect(bool forward);
    void tellScreenReader();

    Lens& m_lens;
    const DriveController* m_controller = nullptr;
    PlateRaster m_raster;
    std::optional<QPointF> m_hover;
    std::optional<LbaSpan> m_dragFrom;
    std::optional<LbaSpan> m_keyAnchor;
};

} // namespace orbita::app
