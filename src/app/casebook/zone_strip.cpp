// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/zone_strip.h"

#include "app/theme/theme.h"
#include "report/plate_marks.h"

#include <QPainter>
#include <algorithm>

namespace orbita::app {

namespace {

QColor blend(const QColor& a, const QColor& b, double share) {
    const auto mix = [&](int from, int to) { return static_cast<int>(from + (to - from) * share); };
    return {mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue())};
}

} // namespace

void PaceRange::include(const std::array<ZoneLook, zoneCount>& zones) {
    for (const ZoneLook& zone : zones)
        if (zone.nsPerByte > 0) {
            least = least == 0 ? zone.nsPerByte : std::min(least, zone.nsPerByte);
            most = std::max(most, zone.nsPerByte);
        }
}

void paintZoneStrip(QPainter& painter, const QRectF& where, const std::array<ZoneLook, zoneCount>& zones,
                    const PaceRange& range) {
    const Palette& palette = Theme::instance().palette();
    painter.fillRect(where, palette[Tone::plateGround]);
    const double width = where.width() / zoneCount;
    for (std::size_t z = 0; z < zoneCount; ++z) {
        const ZoneLook& zone = zones[z];
        if (zone.worst == Grade::none)
            continue;
        const QRectF cell(where.left() + static_cast<double>(z) * width, where.top(), width + 0.6,
                          where.height());
        const double shade = range.most > range.least && zone.nsPerByte > 0
                                 ? (zone.nsPerByte - range.least) / (range.most - range.least)
                                 : 0.3;
        painter.fillRect(cell, blend(QColor(palette.steady(shade)), palette.grade(Grade::late),
                                     std::min(1.0, zone.lateShare * 12)));
    }
    // Over them, so that none is covered by its neighbour.
    for (std::size_t z = 0; z < zoneCount; ++z)
        if (zones[z].worst >= Grade::laboured && zones[z].worst != Grade::linkFault) {
            const double middle = where.left() + (static_cast<double>(z) + 0.5) * width;
            paintMark(painter, zones[z].worst, {middle, where.center().y()},
                      std::min(where.height() * 0.7, 11.0), palette, where.height() > 14);
        }
}

} // namespace orbita::app
