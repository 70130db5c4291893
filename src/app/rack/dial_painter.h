// SPDX-License-Identifier: GPL-3.0-or-later
// The dial: a drive as a ring, LBA 0 at twelve o'clock, clockwise.
#pragma once

#include "core/plate/grade.h"
#include "report/palette.h"

#include <QPainter>
#include <optional>
#include <vector>

namespace orbita::app {

struct DialState {
    struct Mark {
        double at = 0; // 0 to 1, of the drive
        Grade grade = Grade::none;
    };
    std::vector<std::pair<double, double>> covered; // shares of the drive, from and to
    std::vector<Mark> marks;
    std::optional<double> head; // where it is reading now
    QString centre;             // "62 %", or a sign
};

void paintDial(QPainter& painter, const QRectF& where, const DialState& state, const Palette& palette,
               int textPixels);

} // namespace orbita::app
