// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/tick_style.h"

#include "app/theme/theme.h"

#include <QPainter>
#include <QStyleFactory>
#include <QStyleOption>

namespace orbita::app {

namespace {

void paintRadio(const QStyleOption& option, QPainter& painter) {
    const bool on = (option.state & QStyle::State_On) != 0;
    const bool enabled = (option.state & QStyle::State_Enabled) != 0;
    const bool focused = (option.state & QStyle::State_HasFocus) != 0;
    const QPointF centre = QRectF(option.rect).center();
    const double radius = std::min(option.rect.width(), option.rect.height()) / 2.0 - 1;
    const QColor line = tone(enabled ? (on || focused ? Tone::accent : Tone::textDim) : Tone::hairline);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(line, focused ? 1.8 : 1.2));
    painter.setBrush(Qt::NoBrush);
    painter.drawEllipse(centre, radius, radius);
    if (on) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(line);
        painter.drawEllipse(centre, radius * 0.5, radius * 0.5);
    }
    painter.restore();
}

} // namespace

TickStyle::TickStyle() : QProxyStyle(QStyleFactory::create(QStringLiteral("Fusion"))) {}

void TickStyle::drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                              const QWidget* widget) const {
    if (element == PE_IndicatorRadioButton) {
        paintRadio(*option, *painter);
        return;
    }
    if (element != PE_IndicatorCheckBox && element != PE_IndicatorItemViewItemCheck) {
        QProxyStyle::drawPrimitive(element, option, painter, widget);
        return;
    }
    const bool on = (option->state & State_On) != 0;
    const bool enabled = (option->state & State_Enabled) != 0;
    const double side = std::min(option->rect.width(), option->rect.height()) - 1;
    QRectF box(0, 0, side, side);
    box.moveCenter(QRectF(option->rect).center());
    const QColor line = tone(enabled ? (on ? Tone::accent : Tone::textDim) : Tone::hairline);
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    painter->setPen(QPen(line, 1.2));
    painter->setBrush(on && enabled ? tone(Tone::accent) : QColor(Qt::transparent));
    painter->drawRoundedRect(box, 3, 3);
    if (on) {
        painter->setPen(QPen(tone(enabled ? Tone::accentText : Tone::textDim), 1.8, Qt::SolidLine,
                             Qt::RoundCap, Qt::RoundJoin));
        painter->drawPolyline(QPolygonF({box.topLeft() + QPointF(side * 0.24, side * 0.54),
                                         box.topLeft() + QPointF(side * 0.43, side * 0.73),
                                         box.topLeft() + QPointF(side * 0.77, side * 0.30)}));
    }
    painter->restore();
}

} // namespace orbita::app
