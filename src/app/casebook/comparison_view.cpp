// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/comparison_view.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/life_words.h"
#include "report/words.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace orbita::app {

namespace {

constexpr double labelWidth = 92;
constexpr double stripHeight = 24;
constexpr double changesHeight = 22;
constexpr double axisHeight = 18;
constexpr double legendHeight = 16;
constexpr double gap = 4;

// The shape of what has become of a place: worse points up, better down; rings are gone.
void paintChange(QPainter& painter, PlaceChange change, QPointF at, double size) {
    const double r = size / 2;
    const auto triangle = [&](double up) {
        QPainterPath path;
        path.moveTo(at.x(), at.y() - up * r);
        path.lineTo(at.x() + r, at.y() + up * r);
        path.lineTo(at.x() - r, at.y() + up * r);
        path.closeSubpath();
        return path;
    };
    switch (change) {
    case PlaceChange::fresh:
        painter.setPen(Qt::NoPen);
        painter.setBrush(tone(Tone::unreadable));
        painter.drawPath(triangle(1));
        return;
    case PlaceChange::worse:
        painter.setPen(QPen(tone(Tone::unreadable), 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(triangle(1));
        return;
    case PlaceChange::same:
        painter.setPen(Qt::NoPen);
        painter.setBrush(tone(Tone::straining));
        painter.drawRect(QRectF(at.x() - r * 0.6, at.y() - r * 0.6, r * 1.2, r * 1.2));
        return;
    case PlaceChange::better:
        painter.setPen(QPen(tone(Tone::laboured), 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(triangle(-1));
        return;
    case PlaceChange::gone:
        painter.setPen(QPen(tone(Tone::laboured), 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(at, r * 0.8, r * 0.8);
        return;
    case PlaceChange::healed:
        painter.setPen(QPen(tone(Tone::laboured), 1.4));
        painter.setBrush(tone(Tone::laboured));
        painter.drawEllipse(at, r * 0.45, r * 0.45);
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(at, r * 0.9, r * 0.9);
        return;
    case PlaceChange::notCompared:
        painter.setPen(QPen(tone(Tone::textDim), 1.4));
        painter.drawLine(QPointF(at.x() - r * 0.7, at.y()), QPointF(at.x() + r * 0.7, at.y()));
        return;
    }
}

double megabytesPerSecond(double nsPerByte) {
    return nsPerByte > 0 ? 1000 / nsPerByte : 0;
}

} // namespace

ComparisonView::ComparisonView(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumHeight(200);
    setObjectName(QStringLiteral("comparison"));
    setAccessibleName(tr("Two visits compared"));
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
}

void ComparisonView::show(const VisitComparison& found) {
    m_found = found;
    m_range = {};
    m_range.include(found.before.zones);
    m_range.include(found.now.zones);
    m_zone.reset();
    setAccessibleDescription(words::comparison(found).join(QLatin1Char(' ')));
    update();
}

void ComparisonView::clear() {
    m_found.reset();
    m_zone.reset();
    setAccessibleDescription({});
    update();
}

ComparisonView::Layout ComparisonView::layout() const {
    const double left = labelWidth;
    const double width = std::max(64.0, this->width() - left - 2.0);
    Layout l;
    double y = 2;
    const auto take = [&](double height) {
        const QRectF rect(left, y, width, height);
        y += height + gap;
        return rect;
    };
    l.before = take(stripHeight);
    l.changes = take(changesHeight);
    l.now = take(stripHeight);
    l.axis = take(axisHeight);
    l.legend = take(legendHeight);
    l.pace = QRectF(left, y + 2, width, std::max(40.0, height() - y - 6));
    return l;
}

void ComparisonView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), tone(Tone::ground));
    if (!m_found)
        return;
    const Layout l = layout();
    const auto label = [&](const QRectF& row, const QString& text, const QColor& colour) {
        painter.setFont(Theme::text(12));
        painter.setPen(colour);
        painter.drawText(QRectF(0, row.top(), labelWidth - 8, row.height()),
                         Qt::AlignRight | Qt::AlignVCenter, text);
    };
    const auto side = [&](const QRectF& row, const ComparedSide& which) {
        label(row, words::dateOf(which.at), tone(Tone::text));
        if (which.read) {
            paintZoneStrip(painter, row, which.zones, m_range);
        } else {
            painter.setPen(QPen(tone(Tone::hairline), 1, Qt::DashLine));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(row.adjusted(0.5, 0.5, -0.5, -0.5));
            painter.setPen(tone(Tone::textDim));
            painter.drawText(row, Qt::AlignCenter, tr("The surface was not read"));
        }
    };
    side(l.before, m_found->before);
    label(l.changes, tr("what became"), tone(Tone::textDim));
    paintChanges(painter, l.changes);
    side(l.now, m_found->now);
    paintAxis(painter, l.axis);
    paintLegend(painter, l.legend);
    paintPace(painter, l.pace);
    if (m_zone) {
        const double width = l.before.width() / zoneCount;
        const QRectF column(l.before.left() + static_cast<double>(*m_zone) * width, l.before.top() - 1, width,
                            l.now.bottom() - l.before.top() + 2);
        painter.setPen(QPen(tone(Tone::accent), 1.4));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(column);
    }
    if (hasFocus()) {
        painter.setPen(QPen(tone(Tone::accent), 1));
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    }
}

void ComparisonView::paintChanges(QPainter& painter, const QRectF& where) const {
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.drawLine(QPointF(where.left(), where.center().y()), QPointF(where.right(), where.center().y()));
    const auto capacity = static_cast<double>(std::max<std::uint64_t>(1, m_found->now.capacityBytes));
    // What is worse is painted last, and covers what is better.
    for (const PlaceChange change :
         {PlaceChange::notCompared, PlaceChange::gone, PlaceChange::healed, PlaceChange::better,
          PlaceChange::same, PlaceChange::worse, PlaceChange::fresh}) {
        double last = -100;
        for (const ChangedPlace& place : m_found->places) {
            if (place.change != change)
                continue;
            const double middle =
                static_cast<double>(place.where.first) + static_cast<double>(place.where.count) / 2;
            const double x = where.left() + std::clamp(middle / capacity, 0.0, 1.0) * where.width();
            if (x - last < 2)
                continue; // of thousands, as many as can be told apart
            last = x;
            paintChange(painter, change, {x, where.center().y()}, 10);
        }
    }
}

void ComparisonView::paintAxis(QPainter& painter, const QRectF& where) const {
    painter.setFont(Theme::text(11));
    const std::uint64_t capacity = m_found->now.capacityBytes;
    for (int quarter = 0; quarter <= 4; ++quarter) {
        const double x = where.left() + where.width() * quarter / 4;
        painter.setPen(QPen(tone(Tone::hairline), 1));
        painter.drawLine(QPointF(x, where.top()), QPointF(x, where.top() + 3));
        painter.setPen(tone(Tone::textDim));
        const QString text =
            quarter == 0
                ? tr("LBA 0")
                : tr("%1 % · %2").arg(quarter * 25).arg(format::bytes(capacity / 4 * unsigned(quarter)));
        const QRectF box(x - 70, where.top() + 3, 140, where.height() - 3);
        const Qt::Alignment side = quarter == 0   ? Qt::AlignLeft
                                   : quarter == 4 ? Qt::AlignRight
                                                  : Qt::AlignHCenter;
        painter.drawText(box.translated(quarter == 0   ? 70
                                        : quarter == 4 ? -70
                                                       : 0,
                                        0),
                         static_cast<int>((side | Qt::AlignVCenter).toInt()), text);
    }
}

// Of the shapes that are in view.
void ComparisonView::paintLegend(QPainter& painter, const QRectF& where) const {
    painter.setFont(Theme::text(12));
    double x = where.left() + 5;
    for (const PlaceChange change :
         {PlaceChange::fresh, PlaceChange::worse, PlaceChange::same, PlaceChange::better, PlaceChange::gone,
          PlaceChange::healed, PlaceChange::notCompared}) {
        if (m_found->counts[static_cast<std::size_t>(change)] == 0)
            continue;
        paintChange(painter, change, {x, where.center().y()}, 10);
        const QString text = words::placeChange(change);
        painter.setPen(tone(Tone::textDim));
        painter.drawText(QRectF(x + 10, where.top(), 200, where.height()), Qt::AlignLeft | Qt::AlignVCenter,
                         text);
        x += 10 + QFontMetrics(painter.font()).horizontalAdvance(text) + 24;
    }
}

void ComparisonView::paintPace(QPainter& painter, const QRectF& where) const {
    double fastest = 0;
    for (std::size_t z = 0; z < zoneCount; ++z)
        fastest = std::max({fastest, megabytesPerSecond(m_found->nsPerByteBefore[z]),
                            megabytesPerSecond(m_found->nsPerByteNow[z])});
    painter.setFont(Theme::text(12));
    painter.setPen(tone(Tone::textDim));
    painter.drawText(QRectF(0, where.top(), labelWidth - 8, 16), Qt::AlignRight | Qt::AlignTop, tr("pace"));
    if (fastest <= 0) {
        painter.drawText(where, Qt::AlignLeft | Qt::AlignTop, tr("Its pace is known of neither visit."));
        return;
    }
    painter.setFont(Theme::text(11));
    painter.drawText(QRectF(0, where.top() + 16, labelWidth - 8, 14), Qt::AlignRight | Qt::AlignTop,
                     tr("%1 MB/s").arg(format::number(fastest, 0)));
    painter.drawText(QRectF(0, where.bottom() - 14, labelWidth - 8, 14), Qt::AlignRight | Qt::AlignBottom,
                     tr("0"));
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.drawLine(where.bottomLeft(), where.bottomRight());
    const auto curve = [&](const std::array<double, zoneCount>& nsPerByte, const QPen& pen) {
        QPainterPath path;
        bool drawing = false;
        for (std::size_t z = 0; z < zoneCount; ++z) {
            const double pace = megabytesPerSecond(nsPerByte[z]);
            if (pace <= 0) {
                drawing = false;
                continue;
            }
            const QPointF at(where.left() + where.width() * (static_cast<double>(z) + 0.5) / zoneCount,
                             where.bottom() - where.height() * 0.94 * pace / fastest);
            drawing ? path.lineTo(at) : path.moveTo(at);
            drawing = true;
        }
        painter.setPen(pen);
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(path);
    };
    curve(m_found->nsPerByteNow, QPen(tone(Tone::late), 2.4));
    curve(m_found->nsPerByteBefore,
          QPen(tone(Tone::straining), 1.2, Qt::DashLine)); // seen where both are one
    // Which is which, where the curves are not.
    const double y = where.bottom() - 18;
    double x = where.left() + 8;
    for (const auto& [pen, at] :
         {std::pair{QPen(tone(Tone::straining), 1.2, Qt::DashLine), m_found->before.at},
          std::pair{QPen(tone(Tone::late), 2.4), m_found->now.at}}) {
        painter.setPen(pen);
        painter.drawLine(QPointF(x, y + 6), QPointF(x + 22, y + 6));
        painter.setPen(tone(Tone::textDim));
        const QString text = words::dateOf(at);
        painter.drawText(QPointF(x + 28, y + 10), text);
        x += 28 + QFontMetrics(painter.font()).horizontalAdvance(text) + 18;
    }
}

QString ComparisonView::pointedAt() const {
    if (!m_found || !m_zone)
        return {};
    const std::size_t z = *m_zone;
    const std::uint64_t capacity = m_found->now.capacityBytes;
    const auto look = [&](const ComparedSide& side, const std::array<double, zoneCount>& ns) {
        const QString what =
            side.zones[z].worst == Grade::none ? tr("not read") : words::grade(side.zones[z].worst).toLower();
        return ns[z] > 0 ? tr("%1, %2 MB/s").arg(what).arg(format::number(1000 / ns[z], 0)) : what;
    };
    QString text =
        tr("%1 % to %2 % of the drive, from %3: then %4; now %5.")
            .arg(format::number(100.0 * static_cast<double>(z) / zoneCount, 1),
                 format::number(100.0 * static_cast<double>(z + 1) / zoneCount, 1),
                 format::bytes(capacity / zoneCount * z), look(m_found->before, m_found->nsPerByteBefore),
                 look(m_found->now, m_found->nsPerByteNow));
    std::size_t told = 0;
    std::size_t more = 0;
    for (const ChangedPlace& place : m_found->places) {
        const std::uint64_t each = std::max<std::uint64_t>(1, capacity / zoneCount);
        if (place.where.first / each > z || (place.where.end() - 1) / each < z)
            continue;
        if (++told > 2) {
            ++more;
            continue;
        }
        text += QLatin1Char(' ') +
                tr("Byte %1: %2.").arg(format::count(place.where.first), words::changedPlace(place));
    }
    if (more > 0)
        text += QLatin1Char(' ') + tr("And %1 more.").arg(more);
    return text;
}

void ComparisonView::point(std::optional<std::size_t> zone) {
    if (zone == m_zone)
        return;
    m_zone = zone;
    update();
    emit pointed(pointedAt());
}

void ComparisonView::mouseMoveEvent(QMouseEvent* event) {
    const Layout l = layout();
    const double x = (event->position().x() - l.before.left()) / l.before.width();
    point(m_found && x >= 0 && x < 1 ? std::optional(static_cast<std::size_t>(x * zoneCount)) : std::nullopt);
}

void ComparisonView::leaveEvent(QEvent*) {
    point(std::nullopt);
}

void ComparisonView::keyPressEvent(QKeyEvent* event) {
    if (!m_found || (event->key() != Qt::Key_Left && event->key() != Qt::Key_Right &&
                     event->key() != Qt::Key_Home && event->key() != Qt::Key_End)) {
        QWidget::keyPressEvent(event);
        return;
    }
    const std::size_t at = m_zone.value_or(0);
    switch (event->key()) {
    case Qt::Key_Home:
        return point(0);
    case Qt::Key_End:
        return point(zoneCount - 1);
    case Qt::Key_Left:
        return point(at == 0 ? 0 : at - 1);
    default:
        return point(m_zone ? std::min(at + 1, zoneCount - 1) : 0);
    }
}

} // namespace orbita::app
