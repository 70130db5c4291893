// SPDX-License-Identifier: GPL-3.0-or-later
// A drive that is refreshed, three times over: what reading, writing back and reading again took at each
// place. Hovering tells all three of one place.
#pragma once

#include "core/treat/refresh/refresher.h"
#include "report/plate_raster.h"

#include <QWidget>
#include <array>
#include <optional>

namespace orbita::app {

class RefreshMapView final : public QWidget {
    Q_OBJECT
public:
    explicit RefreshMapView(QWidget* parent = nullptr);

    // `blockSectors`: of the plan.
    void show(const DriveIdentity& drive, std::uint32_t blockSectors, const RefreshProgress& progress);

    // What is under a point, in words; empty where nothing is.
    [[nodiscard]] QStringList describe(QPointF point) const;
    // Where the map of a pass is drawn, and a place on it.
    [[nodiscard]] QRectF band(RefreshPass pass) const;
    [[nodiscard]] QRectF rectOf(RefreshPass pass, Lba lba) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] RasterView fittedView() const;
    // The cell under a point of any of the maps.
    [[nodiscard]] std::optional<std::uint64_t> cellAt(QPointF point) const;
    void paintBand(QPainter& painter, RefreshPass pass) const;
    void paintLegend(QPainter& painter) const;
    void refreshRasters();

    DriveIdentity m_drive;
    std::uint32_t m_blockSectors = 1;
    RefreshProgress m_progress;
    std::array<PlateRaster, refreshPasses> m_rasters;
    std::optional<QPointF> m_hover;
};

} // namespace orbita::app
