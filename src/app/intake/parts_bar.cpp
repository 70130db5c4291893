// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/intake/parts_bar.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/words.h"

#include <QPainter>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr int barHeight = 30;
constexpr double leastWidth = 3;

QString describe(const DrivePart& part) {
    QString text = QString::fromStdString(part.name);
    if (!part.label.empty())
        text += QStringLiteral(" “%1”").arg(QString::fromStdString(part.label));
    if (!part.fileSystem.empty())
        text += QLatin1Char(' ') + QString::fromStdString(part.fileSystem);
    return text + QStringLiteral(" · ") + format::bytes(part.bytes);
}

} // namespace

PartsBar::PartsBar(QWidget* parent) : QWidget(parent) {
    setFixedHeight(barHeight);
}

void PartsBar::setTarget(const Target& target) {
    m_parts = target.parts;
    m_uses = target.uses;
    m_bytes = target.identity.capacityBytes();
    QStringList lines;
    for (const DrivePart& part : m_parts) {
        lines << describe(part);
        for (const DriveUse& use : m_uses)
            if (use.part == part.name)
                lines << QStringLiteral("  ") + words::use(use);
    }
    setToolTip(lines.join(QLatin1Char('\n')));
    setAccessibleName(lines.isEmpty() ? tr("No partitions are known")
                                      : tr("Partitions: %1").arg(lines.join(QStringLiteral("; "))));
    setVisible(!m_parts.empty());
    update();
}

void PartsBar::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF whole = QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5);
    painter.setPen(tone(Tone::hairline));
    painter.setBrush(tone(Tone::plateGround));
    painter.drawRoundedRect(whole, 4, 4);
    if (m_bytes == 0)
        return;
    painter.setFont(Theme::text(12));
    for (const DrivePart& part : m_parts) {
        const double scale = whole.width() / static_cast<double>(m_bytes);
        const QRectF where(whole.left() + static_cast<double>(part.firstByte) * scale, whole.top(),
                           std::max(leastWidth, static_cast<double>(part.bytes) * scale), whole.height());
        const bool used = std::any_of(m_uses.begin(), m_uses.end(),
                                      [&](const DriveUse& use) { return use.part == part.name; });
        painter.setPen(tone(Tone::ground));
        painter.setBrush(tone(used ? Tone::late : Tone::steadySlow));
        painter.drawRoundedRect(where, 3, 3);
        painter.setPen(tone(Tone::text));
        const QString text = painter.fontMetrics().elidedText(describe(part), Qt::ElideRight,
                                                              static_cast<int>(where.width()) - 12);
        painter.drawText(where.adjusted(6, 0, -6, 0), Qt::AlignVCenter | Qt::AlignLeft, text);
    }
}

} // namespace orbita::app
