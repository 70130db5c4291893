// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/twin_map.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"
#include "report/words.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace orbita::app {

namespace {

constexpr double driveStripHeight = 12;
constexpr double headHeight = 20;
constexpr double twinLegendHeight = 20;
constexpr double mapGap = 14;
constexpr double leastPixels = 7;
constexpr double mostPixels = 24;
constexpr std::uint64_t leastAround = 110; // physical sectors on either side
constexpr std::uint64_t mostCells = 60'000;

// What the map is about: the case and something around it, by whole physical sectors.
LbaSpan regionOf(const LbaSpan& span, const DriveIdentity& drive) {
    const std::uint64_t per = drive.sectorsPerPhysical();
    const std::uint64_t sectors = (span.count.value + per - 1) / per;
    const std::uint64_t around = std::max(leastAround, sectors / 4) * per;
    const std::uint64_t first = span.first.value - std::min(span.first.value, around);
    return intersection(spanBetween({first / per * per}, {(span.end().value + around + per - 1) / per * per}),
                        drive.whole());
}

// The cells of `region` that `span` reaches into.
template <class Do>
void forCells(std::vector<TwinCell>& cells, const LbaSpan& region, std::uint64_t each, const LbaSpan& span,
              const Do& act) {
    const LbaSpan inside = intersection(span, region);
    if (inside.empty() || cells.empty())
        return;
    const std::uint64_t from = (inside.first.value - region.first.value) / each;
    const std::uint64_t to =
        std::min<std::uint64_t>((inside.last().value - region.first.value) / each, cells.size() - 1);
    for (std::uint64_t i = from; i <= to; ++i)
        act(cells[i]);
}

} // namespace

TwinMap::TwinMap(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("twinMap"));
    setAccessibleName(tr("The place before and now"));
    setFocusPolicy(Qt::NoFocus);
    setMinimumHeight(150);
    setMouseTracking(true);
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
}

void TwinMap::show(const DriveIdentity& drive, const ScanView* scan, const std::vector<TreatmentCase>& cases,
                   int place, const TreatmentProgress* progress, const TreatmentPlan* plan) {
    m_drive = drive;
    m_places.clear();
    for (const TreatmentCase& one : cases)
        m_places.push_back(one.span);
    m_place = place;
    m_physical.clear();
    if (place >= 0 && static_cast<std::size_t>(place) < cases.size()) {
        const TreatmentCase& here = cases[static_cast<std::size_t>(place)];
        const LbaSpan region = regionOf(here.span, drive);
        std::uint64_t each = drive.sectorsPerPhysical();
        while (region.count.value / each > mostCells)
            each *= 2;
        for (std::uint64_t at = region.first.value; at < region.end().value; at += each) {
            TwinCell cell;
            cell.span = intersection({{at}, {each}}, region);
            m_physical.push_back(cell);
        }
        if (scan != nullptr) {
            for (const LbaSpan& covered : scan->record.covered)
                forCells(m_physical, region, each, covered, [](TwinCell& c) { c.before = Grade::steady; });
            for (const LedgerEntry& entry : scan->record.ledger)
                forCells(m_physical, region, each, entry.span,
                         [&](TwinCell& c) { c.before = std::max(c.before, entry.grade); });
            for (const Treatment& treatment : scan->record.treatments.all())
                forCells(m_physical, region, each, treatment.span, [&](TwinCell& c) {
                    c.result = c.result ? std::max(*c.result, treatment.result) : treatment.result;
                });
        }
        for (const Spot& spot : here.spots)
            forCells(m_physical, region, each, spot.span, [](TwinCell& c) { c.planned = true; });
        if (progress != nullptr && plan != nullptr) {
            for (const SpotResult& result : progress->results)
                if (result.lost.value > 0)
                    forCells(m_physical, region, each, result.spot.span, [](TwinCell& c) { c.lost = true; });
            for (const LbaSpan& fresh : progress->newDefects)
                forCells(m_physical, region, each, fresh, [](TwinCell& c) { c.fresh = true; });
            if (progress->phase == TreatmentPhase::treating && progress->spot < plan->spots.size())
                forCells(m_physical, region, each, plan->spots[progress->spot].span,
                         [](TwinCell& c) { c.working = true; });
        }
    }
    layOut();
    const auto healed = std::count_if(m_physical.begin(), m_physical.end(),
                                      [](const TwinCell& c) { return c.result && isHealed(*c.result); });
    const auto bad =
        std::count_if(m_physical.begin(), m_physical.end(), [](const TwinCell& c) { return c.planned; });
    setAccessibleDescription(
        m_physical.empty()
            ? tr("No place is chosen")
            : tr("%1 sectors on the medium in view, %2 of them to be treated, %3 read well since")
                  .arg(m_physical.size())
                  .arg(bad)
                  .arg(healed));
    update();
}

QRectF TwinMap::panel(bool now) const {
    const double width = (this->width() - mapGap) / 2;
    return {now ? width + mapGap : 0, driveStripHeight + headHeight + 8, width,
            height() - driveStripHeight - headHeight - twinLegendHeight - 8};
}

// As large as they fit; where not even small ones do, several to a cell.
void TwinMap::layOut() {
    m_cells.clear();
    const QRectF where = panel(false).adjusted(4, 4, -4, -4);
    if (m_physical.empty() || where.width() < leastPixels || where.height() < leastPixels)
        return;
    std::uint64_t together = 1;
    for (;; ++together) {
        const double cells =
            std::ceil(static_cast<double>(m_physical.size()) / static_cast<double>(together));
        m_pixels = std::clamp(std::floor(std::sqrt(where.width() * where.height() / cells)), leastPixels,
                              mostPixels);
        while (m_pixels > leastPixels &&
               std::floor(where.width() / m_pixels) * std::floor(where.height() / m_pixels) < cells)
            m_pixels -= 1;
        m_columns = std::max(1, static_cast<int>(where.width() / m_pixels));
        if (m_columns * std::floor(where.height() / m_pixels) >= cells)
            break;
    }
    for (std::size_t i = 0; i < m_physical.size(); i += together) {
        TwinCell cell = m_physical[i];
        for (std::size_t k = i + 1; k < std::min(m_physical.size(), i + together); ++k) {
            const TwinCell& one = m_physical[k];
            cell.span = spanBetween(cell.span.first, one.span.end());
            cell.before = std::max(cell.before, one.before);
            cell.planned = cell.planned || one.planned;
            cell.working = cell.working || one.working;
            cell.lost = cell.lost || one.lost;
            cell.fresh = cell.fresh || one.fresh;
            if (one.result)
                cell.result = cell.result ? std::max(*cell.result, *one.result) : one.result;
        }
        m_cells.push_back(cell);
    }
}

void TwinMap::resizeEvent(QResizeEvent*) {
    layOut();
}

QRectF TwinMap::rectOf(std::size_t cell, bool now) const {
    const QRectF where = panel(now).adjusted(4, 4, -4, -4);
    const auto columns = static_cast<std::size_t>(m_columns);
    const std::size_t row = cell / columns;
    return {where.left() + static_cast<double>(cell % columns) * m_pixels,
            where.top() + static_cast<double>(row) * m_pixels, m_pixels - 1, m_pixels - 1};
}

QString TwinMap::describe(const TwinCell& cell) const {
    QStringList lines{words::span(cell.span), words::place(cell.span.first, m_drive)};
    lines << (cell.before == Grade::none ? tr("Before: not scanned")
                                         : tr("Before: %1").arg(words::grade(cell.before)));
    if (cell.fresh)
        lines << tr("Now: cannot be read, which is new");
    else if (cell.working)
        lines << tr("Now: being treated");
    else if (cell.result)
        lines << tr("Now: %1").arg(words::treatmentResult(*cell.result));
    else if (cell.planned)
        lines << tr("Now: not treated yet");
    if (cell.lost)
        lines << tr("What it held is gone");
    return lines.join(QLatin1Char('\n'));
}

bool TwinMap::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        for (std::size_t i = 0; i < m_cells.size(); ++i)
            for (const bool now : {false, true})
                if (rectOf(i, now).contains(help->pos())) {
                    QToolTip::showText(help->globalPos(), describe(m_cells[i]), this);
                    return true;
                }
        QToolTip::hideText();
        return true;
    }
    return QWidget::event(event);
}

void TwinMap::paintStrip(QPainter& painter) const {
    const QRectF strip(0.5, 0.5, width() - 1, driveStripHeight - 1);
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.setBrush(tone(Tone::plateGround));
    painter.drawRoundedRect(strip, 3, 3);
    const double sectors = std::max(1.0, static_cast<double>(m_drive.capacity.value));
    painter.setPen(Qt::NoPen);
    const auto at = [&](const LbaSpan& span) {
        return strip.left() + strip.width() * static_cast<double>(span.first.value) / sectors;
    };
    painter.setBrush(tone(Tone::unreadable));
    for (const LbaSpan& place : m_places)
        painter.drawRect(QRectF(at(place) - 1, strip.top() + 2, 2, strip.height() - 4));
    if (m_place < 0 || static_cast<std::size_t>(m_place) >= m_places.size())
        return;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(tone(Tone::text), 1.4));
    painter.drawRect(
        QRectF(at(m_places[static_cast<std::size_t>(m_place)]) - 4, strip.top(), 8, strip.height()));
}

void TwinMap::paintPanel(QPainter& painter, bool now) const {
    const QRectF where = panel(now);
    painter.setFont(Theme::text(12));
    painter.setPen(tone(Tone::textDim));
    painter.drawText(QRectF(where.left() + 2, driveStripHeight + 4, where.width(), headHeight),
                     Qt::AlignLeft | Qt::AlignVCenter,
                     now ? tr("Now") : tr("Before: as the scan found it, by sector on the medium"));
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.setBrush(tone(Tone::plateGround));
    painter.drawRoundedRect(where.adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
    const Palette& palette = Theme::instance().palette();
    for (std::size_t i = 0; i < m_cells.size(); ++i) {
        const TwinCell& cell = m_cells[i];
        const QRectF rect = rectOf(i, now);
        const bool healed = now && cell.result && isHealed(*cell.result);
        Grade grade = healed ? Grade::steady : cell.before;
        if (now && cell.fresh)
            grade = Grade::unreadable;
        painter.setPen(Qt::NoPen);
        if (grade != Grade::none) {
            painter.setBrush(QColor(palette.steady(0.3)));
            painter.drawRect(rect);
        }
        if (grade == Grade::late) {
            painter.setBrush(palette.grade(grade));
            painter.drawRect(rect);
        } else if (grade > Grade::late) {
            paintMark(painter, grade, rect.center(), m_pixels * 0.72, palette, false);
        }
        painter.setBrush(Qt::NoBrush);
        if (now && cell.working) {
            painter.setPen(QPen(tone(Tone::text), 1.6));
            painter.drawRect(rect.adjusted(-1, -1, 1, 1));
        } else if (now && cell.result) {
            painter.setPen(QPen(tone(healed ? Tone::text : Tone::unreadable), 1.2,
                                healed ? Qt::SolidLine : Qt::DashLine));
            const double radius = m_pixels * (healed ? 0.32 : 0.46);
            painter.drawEllipse(rect.center(), radius, radius);
            if (cell.lost && healed)
                painter.drawLine(rect.bottomLeft() + QPointF(2, -2), rect.topRight() + QPointF(-2, 2));
        }
    }
    if (m_cells.empty()) {
        painter.setPen(tone(Tone::textDim));
        painter.drawText(where, Qt::AlignCenter, tr("Choose a place above"));
    }
}

void TwinMap::paintLegend(QPainter& painter) const {
    painter.setFont(Theme::text(11));
    const QFontMetricsF metrics(painter.font());
    const Palette& palette = Theme::instance().palette();
    double x = 2;
    const double y = height() - twinLegendHeight / 2 + 1;
    const auto say = [&](const QString& text) {
        painter.setPen(tone(Tone::textDim));
        painter.drawText(QPointF(x + 10, y + 4), text);
        x += 10 + metrics.horizontalAdvance(text) + 18;
    };
    for (const Grade grade : {Grade::unreadable, Grade::straining, Grade::laboured}) {
        paintMark(painter, grade, {x + 2, y}, 10, palette, false);
        say(words::grade(grade));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(tone(Tone::text), 1.2));
    painter.drawEllipse(QPointF(x + 2, y), 4, 4);
    say(tr("treated, reads well"));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(tone(Tone::text), 1.2));
    painter.drawEllipse(QPointF(x + 2, y), 4, 4);
    painter.drawLine(QPointF(x - 3, y + 5), QPointF(x + 7, y - 5));
    say(tr("likewise, what it held is gone"));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(tone(Tone::unreadable), 1.2, Qt::DashLine));
    painter.drawEllipse(QPointF(x + 2, y), 4, 4);
    say(tr("treated in vain"));
}

void TwinMap::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintStrip(painter);
    paintPanel(painter, false);
    paintPanel(painter, true);
    paintLegend(painter);
}

} // namespace orbita::app
