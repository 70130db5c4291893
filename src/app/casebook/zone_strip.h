// SPDX-License-Identifier: GPL-3.0-or-later
// A drive's surface on one visit as a strip, LBA 0 at the left: its zones, quiet ones by their pace, and over
// them what is wrong.
#pragma once

#include "core/judge/life/drive_life.h"

#include <QRectF>

class QPainter;

namespace orbita::app {

// What the shades of several strips are measured by, so that they can be compared.
struct PaceRange {
    double least = 0; // ns per byte
    double most = 0;
    void include(const std::array<ZoneLook, zoneCount>& zones);
};

void paintZoneStrip(QPainter& painter, const QRectF& where, const std::array<ZoneLook, zoneCount>& zones,
                    const PaceRange& range);

} // namespace orbita::app
