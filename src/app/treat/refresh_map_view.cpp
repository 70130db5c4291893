// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/refresh_map_view.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"
#include "report/refresh_words.h"
#include "report/words.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <cmath>

namespace orbita::app {

namespace {

constexpr double bandHead = 22;
constexpr double legendRow = 22;
constexpr double between = 8;
constexpr double leastCell = 3;
constexpr double mostCell = 16;
constexpr std::array passes = {RefreshPass::read, RefreshPass::write, RefreshPass::check};

} // namespace

RefreshMapView::RefreshMapView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("refreshMap"));
    setAccessibleName(tr("What reading, writing back and reading again took at each place"));
    setFocusPolicy(Qt::NoFocus);
    setMinimumHeight(240);
    setMouseTracking(true);
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
}

void RefreshMapView::show(const DriveIdentity& drive, std::uint32_t blockSectors,
                          const RefreshProgress& progress) {
    m_drive = drive;
    m_blockSectors = blockSectors;
    m_progress = progress;
    QStringList said;
    for (const RefreshPass pass : passes)
        if (const Nanoseconds latest = progress.latest[static_cast<std::size_t>(pass)]; latest.count() > 0)
            said << words::refreshPass(pass) + QLatin1Char(' ') + format::milliseconds(latest);
    setAccessibleDescription(said.join(QStringLiteral(", ")));
    update();
}

QRectF RefreshMapView::band(RefreshPass pass) const {
    const double each = (height() - legendRow) / static_cast<double>(refreshPasses);
    return {0, static_cast<double>(pass) * each + bandHead, static_cast<double>(width()),
            each - bandHead - between};
}

// As large as all of them fit.
RasterView RefreshMapView::fittedView() const {
    RasterView view;
    const PieceGrid& grid = m_progress.plates.grid;
    view.count = std::max<std::uint64_t>(1, grid.blocks());
    const QRectF where = band(RefreshPass::read).adjusted(4, 4, -4, -4);
    const double pixels = std::clamp(std::floor(std::sqrt(std::max(1.0, where.width() * where.height()) /
                                                          static_cast<double>(view.count))),
                                     leastCell, mostCell);
    view.columns = std::max(1, static_cast<int>(where.width() / pixels));
    const auto columns = static_cast<std::uint64_t>(view.columns);
    const auto most = std::max<std::uint64_t>(1, static_cast<std::uint64_t>(where.height() / pixels));
    view.rows = static_cast<int>(std::min<std::uint64_t>(most, (view.count + columns - 1) / columns));
    return view;
}

void RefreshMapView::refreshRasters() {
    const RasterView view = fittedView();
    for (const RefreshPass pass : passes)
        m_rasters[static_cast<std::size_t>(pass)].update(m_progress.plates.at(pass), view,
                                                         Theme::instance().palette());
}

std::optional<std::uint64_t> RefreshMapView::cellAt(QPointF point) const {
    const RasterView view = fittedView();
    for (const RefreshPass pass : passes) {
        const QRectF where = band(pass).adjusted(4, 4, -4, -4);
        if (!where.contains(point))
            continue;
        const auto column =
            static_cast<std::uint64_t>((point.x() - where.left()) / where.width() * view.columns);
        const auto row = static_cast<std::uint64_t>((point.y() - where.top()) / where.height() * view.rows);
        const std::uint64_t cell = row * static_cast<std::uint64_t>(view.columns) + column;
        if (cell < view.cells() && view.blockOfCell(cell) < m_progress.plates.grid.blocks())
            return cell;
    }
    return std::nullopt;
}

QRectF RefreshMapView::rectOf(RefreshPass pass, Lba lba) const {
    const RasterView view = fittedView();
    const PieceGrid& grid = m_progress.plates.grid;
    if (grid.blocks() == 0)
        return {};
    return cellRect(band(pass).adjusted(4, 4, -4, -4), view, view.cellOfBlock(grid.blockAt(lba)));
}

QStringList RefreshMapView::describe(QPointF point) const {
    const auto cell = cellAt(point);
    if (!cell || !m_progress.plates.at(RefreshPass::read))
        return {};
    const RasterView view = fittedView();
    const PieceGrid& grid = m_progress.plates.grid;
    const std::uint64_t first = view.blockOfCell(*cell);
    const std::uint64_t end = std::min(grid.blocks(), std::max(first + 1, view.blockOfCell(*cell + 1)));
    const LbaSpan span = spanBetween(grid.spanOf(first).first, grid.spanOf(end - 1).end());
    QStringList lines{words::span(span), words::place(span.first, m_drive)};
    for (const RefreshPass pass : passes) {
        const Summary summary = m_progress.plates.at(pass)->summarise(first, end - first);
        QString line = words::refreshPass(pass) + QStringLiteral(": ");
        if (summary.slowest == 0)
            line += tr("not yet");
        else if (summary.worst == Grade::unreadable)
            line += pass == RefreshPass::write ? tr("not taken") : words::grade(summary.worst);
        else
            line += format::milliseconds(decodeLatency(summary.slowest)) +
                    (summary.worst > Grade::steady ? QStringLiteral(", ") + words::grade(summary.worst)
                                                   : QString());
        lines << line;
    }
    return lines;
}

void RefreshMapView::mouseMoveEvent(QMouseEvent* event) {
    m_hover = event->position();
    update();
}

void RefreshMapView::leaveEvent(QEvent* /*event*/) {
    m_hover.reset();
    update();
}

bool RefreshMapView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const QStringList lines = describe(help->pos());
    if (lines.isEmpty())
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), lines.join(QLatin1Char('\n')), this);
    return true;
}

void RefreshMapView::paintBand(QPainter& painter, RefreshPass pass) const {
    const QRectF where = band(pass);
    const auto index = static_cast<std::size_t>(pass);
    const bool works = m_progress.phase == RefreshPhase::refreshing && m_progress.pass == pass;
    painter.setFont(Theme::text(12, works ? QFont::Medium : QFont::Normal));
    painter.setPen(tone(works ? Tone::text : Tone::textDim));
    const QRectF head(where.left() + 2, where.top() - bandHead, where.width() - 4, bandHead);
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, words::refreshPass(pass));
    if (const Nanoseconds latest = m_progress.latest[index]; latest.count() > 0) {
        painter.setFont(Theme::digits(12));
        painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter,
                         tr("%1 for %2")
                             .arg(format::milliseconds(latest),
                                  format::bytes(std::uint64_t{m_blockSectors} * m_drive.logicalBytes)));
    }
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.setBrush(tone(Tone::plateGround));
    painter.drawRoundedRect(where.adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
    const QRectF inside = where.adjusted(4, 4, -4, -4);
    const Palette& palette = Theme::instance().palette();
    if (m_progress.plates.at(pass))
        paintPlate(painter, inside, m_rasters[index], palette);
    painter.setBrush(Qt::NoBrush);
    if (works) {
        const QRectF here = rectOf(pass, m_progress.at.first);
        painter.setPen(QPen(tone(Tone::text), 1.6));
        painter.drawRect(here.adjusted(-2, -2, 2, 2));
    }
    if (m_hover)
        if (const auto cell = cellAt(*m_hover)) {
            painter.setPen(QPen(tone(Tone::accent), 1.4));
            painter.drawRect(cellRect(inside, fittedView(), *cell).adjusted(-2, -2, 2, 2));
        }
}

void RefreshMapView::paintLegend(QPainter& painter) const {
    painter.setFont(Theme::text(11));
    const QFontMetricsF metrics(painter.font());
    const Palette& palette = Theme::instance().palette();
    double x = 2;
    const double y = height() - legendRow / 2;
    for (const Grade grade :
         {Grade::steady, Grade::late, Grade::laboured, Grade::straining, Grade::unreadable}) {
        orbita::paintLegend(painter, grade, QRectF(x, y - 6, 12, 12), palette);
        const QString text = words::grade(grade);
        painter.setPen(tone(Tone::textDim));
        painter.drawText(QPointF(x + 18, y + 4), text);
        x += 18 + metrics.horizontalAdvance(text) + 18;
    }
}

void RefreshMapView::paintEvent(QPaintEvent* /*event*/) {
    refreshRasters();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (const RefreshPass pass : passes)
        paintBand(painter, pass);
    paintLegend(painter);
}

} // namespace orbita::app
