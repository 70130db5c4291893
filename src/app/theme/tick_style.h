// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QProxyStyle>

namespace orbita::app {

// Boxes to tick, in the colours of the theme: one that is empty is seen on the dark ground, too.
class TickStyle final : public QProxyStyle {
    Q_OBJECT
public:
    TickStyle();
    void drawPrimitive(PrimitiveElement element, const QStyleOption* option, QPainter* painter,
                       const QWidget* widget) const override;
};

} // namespace orbita::app
