// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/destroys_frame.h"

#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int band = 14; // of the hatching on the left

} // namespace

DestroysFrame::DestroysFrame(const QString& tick, QWidget* parent)
    : QFrame(parent), m_what(new QLabel(this)), m_tick(new QCheckBox(tick, this)) {
    m_what->setWordWrap(true);
    m_what->setFont(Theme::text(14, QFont::Medium));
    m_tick->setObjectName(QStringLiteral("destroysTick"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(band + 14, 10, 14, 10);
    column->setSpacing(8);
    column->addWidget(m_what);
    column->addWidget(m_tick, 0, Qt::AlignLeft);
}

void DestroysFrame::say(const QString& what) {
    m_what->setText(what);
    m_tick->setAccessibleDescription(what);
}

void DestroysFrame::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF whole = QRectF(rect()).adjusted(1, 1, -1, -1);
    QColor ground = tone(Tone::unreadable);
    ground.setAlphaF(0.08F);
    painter.setPen(QPen(tone(Tone::unreadable), 1.6));
    painter.setBrush(ground);
    painter.drawRoundedRect(whole, 8, 8);
    QPainterPath clip;
    clip.addRoundedRect(whole, 8, 8);
    painter.setClipPath(clip);
    painter.setClipRect(QRectF(whole.left(), whole.top(), band, whole.height()), Qt::IntersectClip);
    painter.setPen(QPen(tone(Tone::unreadable), 3));
    constexpr int apart = 9;
    for (int y = -band; y < height() + band; y += apart)
        painter.drawLine(QPointF(whole.left(), y + band), QPointF(whole.left() + band, y));
}

} // namespace orbita::app
