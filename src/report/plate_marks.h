// SPDX-License-Identifier: GPL-3.0-or-later
// The shapes of the grades, so that they are told apart without colour.
#pragma once

#include "report/plate_raster.h"

#include <QPainter>

namespace orbita {

// One mark centred on `centre`; `size` is the height of the shape in pixels.
// Laboured: dot; straining: square; stalled: bar; unreadable: four-pointed star; link fault: hollow diamond.
// Late and steady have none, in legends they are plain swatches. `faded`: only the outline, for what does not
// count against the drive.
void paintMark(QPainter& painter, Grade grade, QPointF centre, double size, const Palette& palette, bool halo,
               bool faded = false);
// For legends and lists: a swatch where the grade has no shape.
void paintLegend(QPainter& painter, Grade grade, const QRectF& where, const Palette& palette);

// The raster, scaled to fill `where`, with marks of a least size painted over it, so that one bad block in
// hundreds of millions is seen. Cells without a grade of `shown` (bit g: Grade g) are drawn back; 0xFF shows
// all.
void paintPlate(QPainter& painter, const QRectF& where, const PlateRaster& raster, const Palette& palette,
                std::uint8_t shown = 0xFF);

// The rectangle of a cell of the raster that fills `where`.
QRectF cellRect(const QRectF& where, const RasterView& view, std::uint64_t cell);

} // namespace orbita
