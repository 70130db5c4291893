// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/ruling_scale.h"

#include "app/judge/reasons_model.h"
#include "app/theme/theme.h"
#include "report/plate_marks.h"
#include "report/ruling_words.h"

#include <QPainter>

namespace orbita::app {

namespace {

constexpr int rulings = 4;
constexpr double lineAt = 13;

} // namespace

RulingScale::RulingScale(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
    clear();
}

void RulingScale::show(const Ruling& ruling, std::optional<Fate> own) {
    m_ruling = ruling;
    m_own = own;
    QString told = tr("Keep, watch, spare duty, retire: %1").arg(words::rulingShort(ruling));
    if (own)
        told += tr("; ruled otherwise: %1").arg(words::fate(*own));
    setAccessibleName(told);
    update();
}

void RulingScale::clear() {
    m_ruling.reset();
    m_own.reset();
    setAccessibleName(tr("Keep, watch, spare duty, retire: nothing is ruled yet"));
    update();
}

void RulingScale::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double step = (width() - 80.0) / (rulings - 1);
    const auto at = [&](int n) { return QPointF(40 + n * step, lineAt); };
    painter.setPen(QPen(tone(Tone::hairline), 2));
    painter.drawLine(at(0), at(rulings - 1));
    const int stands = m_ruling ? static_cast<int>(m_ruling->fate) : -1;
    // Not settled: anything from here on.
    if (m_ruling && !m_ruling->settled) {
        QPen open(tone(Tone::textDim), 2, Qt::CustomDashLine);
        open.setDashPattern({2, 3});
        painter.setPen(open);
        painter.drawLine(at(stands), at(rulings - 1));
    }
    for (int n = 0; n < rulings; ++n) {
        const auto fate = static_cast<Fate>(n);
        const bool here = m_ruling && n == stands && m_ruling->settled;
        const bool possible = m_ruling && !m_ruling->settled && n >= stands;
        const QColor colour = Theme::instance().palette().grade(markOf(fate));
        if (here) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(tone(Tone::ground));
            painter.drawEllipse(at(n), 11, 11);
            painter.setPen(QPen(colour, 1.6));
            painter.drawEllipse(at(n), 10, 10);
            if (fate == Fate::keep) {
                painter.setBrush(tone(Tone::text));
                painter.setPen(Qt::NoPen);
                painter.drawEllipse(at(n), 4, 4);
            } else {
                paintMark(painter, markOf(fate), at(n), 13, Theme::instance().palette(), false);
            }
        } else {
            painter.setPen(QPen(possible ? tone(Tone::text) : tone(Tone::hairline), 1.4,
                                possible ? Qt::DotLine : Qt::SolidLine));
            painter.setBrush(tone(Tone::ground));
            painter.drawEllipse(at(n), 5, 5);
        }
        if (m_own == fate) {
            painter.setPen(QPen(tone(Tone::accent), 1.6));
            painter.setBrush(Qt::NoBrush);
            painter.drawRoundedRect(QRectF(at(n).x() - 12.5, lineAt - 12, 25, 24), 4, 4);
        }
        painter.setFont(Theme::text(12, here ? QFont::DemiBold : QFont::Normal));
        painter.setPen(here || m_own == fate ? tone(Tone::text) : tone(Tone::textDim));
        painter.drawText(QRectF(at(n).x() - step / 2, lineAt + 13, step, 18), Qt::AlignHCenter | Qt::AlignTop,
                         words::fate(fate));
    }
}

} // namespace orbita::app
