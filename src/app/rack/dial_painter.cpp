// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/dial_painter.h"

#include "app/theme/theme.h"

#include <cmath>
#include <numbers>

namespace orbita::app {

namespace {

// QPainter counts sixteenths of a degree, anticlockwise from three o'clock.
int arcAngle(double share) {
    return static_cast<int>(std::lround((90 - share * 360) * 16));
}

QPointF onRing(QPointF centre, double radius, double share) {
    const double angle = (share * 2 - 0.5) * std::numbers::pi;
    return centre + QPointF(std::cos(angle) * radius, std::sin(angle) * radius);
}

} // namespace

void paintDial(QPainter& painter, const QRectF& where, const DialState& state, const Palette& palette,
               int textPixels) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double width = std::max(3.5, where.width() * 0.062);
    const QRectF ring = where.adjusted(width * 1.4, width * 1.4, -width * 1.4, -width * 1.4);
    const double radius = ring.width() / 2;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(palette[Tone::hairline], width));
    painter.drawEllipse(ring);
    painter.setPen(QPen(palette[Tone::accent], width, Qt::SolidLine, Qt::FlatCap));
    for (const auto& [from, to] : state.covered) {
        const int start = arcAngle(from);
        painter.drawArc(ring, start, std::min(arcAngle(to) - start, -8));
    }
    for (const DialState::Mark& mark : state.marks) {
        painter.setPen(
            QPen(palette.grade(mark.grade), std::max(2.0, width * 0.5), Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(onRing(ring.center(), radius - width * 0.9, mark.at),
                         onRing(ring.center(), radius + width * 1.1, mark.at));
    }
    if (state.head) {
        painter.setPen(QPen(palette[Tone::ground], width * 0.3));
        painter.setBrush(palette[Tone::text]);
        painter.drawEllipse(onRing(ring.center(), radius, *state.head), width * 0.62, width * 0.62);
    }
    painter.setFont(Theme::text(textPixels, QFont::Medium));
    painter.setPen(palette[Tone::text]);
    painter.drawText(where, Qt::AlignCenter, state.centre);
    painter.restore();
}

} // namespace orbita::app
