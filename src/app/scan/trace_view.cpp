// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/trace_view.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_raster.h"
#include "report/words.h"

#include <QDateTime>
#include <QLocale>
#include <cmath>

namespace orbita::app {

namespace {

constexpr double leastTurns = 0.1;
constexpr double topTurns = 512;
constexpr int leastHeightForAll = 170;

// Positions on the drive, in the unit that suits the part in view.
class PlaceTicker final : public QCPAxisTicker {
public:
    double getTickStep(const QCPRange& range) override {
        m_step = QCPAxisTicker::getTickStep(range);
        return m_step;
    }
    QString getTickLabel(double tick, const QLocale&, QChar, int) override {
        return tick < 0 ? QString() : format::position(static_cast<std::uint64_t>(tick), m_step);
    }

private:
    double m_step = 1;
};

} // namespace

TraceView::TraceView(Lens& lens, QWidget* parent)
    : QCustomPlot(parent), m_lens(lens), m_marks(QSharedPointer<QCPAxisTickerText>::create()) {
    setObjectName(QStringLiteral("trace"));
    setAccessibleName(tr("Trace: pace and slowest answer by position"));
    setFocusPolicy(Qt::NoFocus);
    setAutoAddPlottableToLegend(false);
    plotLayout()->clear();
    m_paceRect = new QCPAxisRect(this);
    m_lateRect = new QCPAxisRect(this);
    plotLayout()->addElement(0, 0, m_paceRect);
    plotLayout()->addElement(1, 0, m_lateRect);
    plotLayout()->setRowSpacing(2);
    m_margins = new QCPMarginGroup(this);
    for (QCPAxisRect* rect : {m_paceRect, m_lateRect}) {
        rect->setMarginGroup(QCP::msLeft | QCP::msRight, m_margins);
        rect->setMinimumMargins({plotLeftMargin, 4, 12, 2});
        for (QCPAxis* axis : rect->axes()) {
            axis->setLayer(QStringLiteral("axes"));
            axis->grid()->setLayer(QStringLiteral("grid"));
        }
    }
    m_paceRect->axis(QCPAxis::atBottom)->setTickLabels(false);
    m_lateRect->axis(QCPAxis::atBottom)->setTicker(QSharedPointer<PlaceTicker>::create());
    m_lateRect->axis(QCPAxis::atLeft)->setScaleType(QCPAxis::stLogarithmic);
    m_lateRect->axis(QCPAxis::atLeft)->setTicker(m_marks);
    m_compared = addGraph(m_paceRect->axis(QCPAxis::atBottom), m_paceRect->axis(QCPAxis::atLeft));
    m_pace = addGraph(m_paceRect->axis(QCPAxis::atBottom), m_paceRect->axis(QCPAxis::atLeft));
    for (const Grade grade : allGrades) {
        QCPGraph* graph = addGraph(m_lateRect->axis(QCPAxis::atBottom), m_lateRect->axis(QCPAxis::atLeft));
        graph->setLineStyle(QCPGraph::lsImpulse);
        m_late[static_cast<std::size_t>(grade)] = graph;
    }
    for (std::size_t i = 0; i < 2; ++i) {
        QCPAxisRect* rect = i == 0 ? m_paceRect : m_lateRect;
        auto* box = new QCPItemRect(this);
        auto* title = new QCPItemText(this);
        for (QCPItemPosition* position : {box->topLeft, box->bottomRight, title->position}) {
            position->setAxisRect(rect);
            position->setAxes(rect->axis(QCPAxis::atBottom), rect->axis(QCPAxis::atLeft));
        }
        box->topLeft->setTypeY(QCPItemPosition::ptAxisRectRatio);
        box->bottomRight->setTypeY(QCPItemPosition::ptAxisRectRatio);
        box->setClipAxisRect(rect);
        title->setClipToAxisRect(false);
        title->position->setType(QCPItemPosition::ptAxisRectRatio);
        title->position->setCoords(1, 0);
        title->setPositionAlignment(Qt::AlignRight | Qt::AlignTop);
        m_selection[i] = box;
        m_titles[i] = title;
    }
    dress();
    connect(&lens, &Lens::windowChanged, this, &TraceView::refresh);
    connect(&lens, &Lens::selectionChanged, this, [this] {
        markSelection();
        replot(QCustomPlot::rpQueuedReplot);
    });
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        dress();
        refresh();
    });
}

void TraceView::dress() {
    const Palette& p = Theme::instance().palette();
    setBackground(p[Tone::ground]);
    for (QCPAxisRect* rect : {m_paceRect, m_lateRect}) {
        rect->setBackground(p[Tone::plateGround]);
        for (QCPAxis* axis : rect->axes()) {
            axis->setBasePen(QPen(p[Tone::hairline]));
            axis->setTickPen(QPen(p[Tone::hairline]));
            axis->setSubTicks(false);
            axis->setTickLabelColor(p[Tone::textDim]);
            axis->setTickLabelFont(Theme::text(11));
            axis->grid()->setPen(QPen(p[Tone::hairline], 0.6));
            axis->grid()->setSubGridVisible(false);
            axis->grid()->setZeroLinePen(Qt::NoPen);
        }
    }
    m_pace->setPen(QPen(p[Tone::accent], 1.3));
    m_compared->setPen(QPen(p[Tone::textDim], 1, Qt::DotLine));
    for (const Grade grade : allGrades) {
        QColor colour = grade <= Grade::late ? p[Tone::late] : p.grade(grade);
        if (grade <= Grade::late)
            colour.setAlphaF(grade == Grade::late ? 0.42F : 0.3F);
        m_late[static_cast<std::size_t>(grade)]->setPen(QPen(colour, grade >= Grade::laboured ? 2.2 : 1));
    }
    for (QCPItemRect* box : m_selection) {
        QColor fill = p[Tone::text];
        box->setPen(QPen(fill, 1));
        fill.setAlphaF(0.16F);
        box->setBrush(fill);
    }
    for (QCPItemText* title : m_titles) {
        title->setFont(Theme::text(12));
        title->setColor(p[Tone::textDim]);
        title->setPadding({4, 3, 6, 2});
    }
}

void TraceView::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

void TraceView::refresh() {
    fill();
    markSelection();
    replot(QCustomPlot::rpQueuedReplot);
}

void TraceView::fill() {
    m_pace->data()->clear();
    m_compared->data()->clear();
    for (QCPGraph* graph : m_late)
        graph->data()->clear();
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    const bool rotating = m_controller == nullptr || m_controller->identity().rotating.value_or(true);
    m_titles[0]->setText(tr("pace, MB/s"));
    m_titles[1]->setText(tr("slowest answer, %1 late").arg(words::unitName(rotating)));
    const bool empty =
        scan == nullptr || !scan->record.plate || scan->record.plate->blocks() != m_lens.grid().blocks();
    m_paceRect->axis(QCPAxis::atLeft)->setTickLabels(!empty);
    if (empty) {
        const double bytes =
            m_controller != nullptr ? static_cast<double>(m_controller->identity().capacityBytes()) : 1;
        for (QCPAxisRect* rect : {m_paceRect, m_lateRect})
            rect->axis(QCPAxis::atBottom)->setRange(0, std::max(1.0, bytes));
        m_lateRect->axis(QCPAxis::atLeft)->setRange(leastTurns, topTurns);
        m_lateRect->axis(QCPAxis::atBottom)->setTickLabels(m_controller != nullptr);
        return;
    }
    m_lateRect->axis(QCPAxis::atBottom)->setTickLabels(true);
    const Plate& plate = *scan->record.plate;
    const BlockGrid& grid = m_lens.grid();
    const double sectorBytes = scan->record.drive.logicalBytes;
    const double blockBytes = grid.blockSectors * sectorBytes;
    const auto unitNs = static_cast<double>(std::max<std::int64_t>(1, scan->record.status.unit.count()));
    const std::uint64_t points = std::min<std::uint64_t>(
        m_lens.count(), static_cast<std::uint64_t>(std::max(50, m_paceRect->width())));
    double fastest = fillCompared(points);
    // Where each block has its own place in view, its pace is a plateau as wide as it is.
    const bool singly = points == m_lens.count();
    m_pace->setLineStyle(singly ? QCPGraph::lsStepLeft : QCPGraph::lsLine);
    // Local surroundings: what the slowest answer is compared with.
    const std::uint64_t nearby = std::max<std::uint64_t>(64, m_lens.count() / 32);
    for (std::uint64_t i = 0; i < points; ++i) {
        const std::uint64_t from = m_lens.first() + m_lens.count() * i / points;
        const std::uint64_t to = m_lens.first() + m_lens.count() * (i + 1) / points;
        const Summary summary = plate.summarise(from, to - from);
        const LbaSpan span = grid.spanOf(from);
        const double x = static_cast<double>(span.first.value) * sectorBytes;
        const double end = static_cast<double>(span.end().value) * sectorBytes;
        if (summary.meanNs <= 0) {
            m_pace->addData(x, std::nan("")); // a gap, not a line across what was not read
            continue;
        }
        const double pace = blockBytes / summary.meanNs * 1e3;
        fastest = std::max(fastest, pace);
        m_pace->addData(x, pace);
        if (singly && i + 1 == points)
            m_pace->addData(end, pace);
        const std::uint64_t around = from / nearby * nearby;
        const double usualNs = usualLatency(plate, around, std::min(around + nearby, plate.blocks()));
        const double turns = (decodeLatencyNs(summary.slowest) - usualNs) / unitNs;
        m_late[static_cast<std::size_t>(summary.worst)]->addData(singly ? (x + end) / 2 : x,
                                                                 std::clamp(turns, leastTurns, topTurns));
    }
    const double from = static_cast<double>(grid.spanOf(m_lens.first()).first.value) * sectorBytes;
    const double to =
        static_cast<double>(grid.spanOf(m_lens.first() + m_lens.count() - 1).end().value) * sectorBytes;
    for (QCPAxisRect* rect : {m_paceRect, m_lateRect})
        rect->axis(QCPAxis::atBottom)->setRange(from, to);
    // Above the curve there is room for the title.
    m_paceRect->axis(QCPAxis::atLeft)->setRange(0, std::max(1.0, fastest * 1.7));
    m_lateRect->axis(QCPAxis::atLeft)->setRange(leastTurns, topTurns);
    setAccessibleDescription(tr("Pace on average %1").arg(format::pace(scan->record.status.paceAverage)));
}

double TraceView::fillCompared(std::uint64_t points) {
    const ScanView* other = m_controller->compared();
    if (other == nullptr)
        return 0;
    const Plate& plate = *other->record.plate;
    const BlockGrid& theirs = other->record.plan.grid;
    const BlockGrid& ours = m_lens.grid();
    const double sectorBytes = other->record.drive.logicalBytes;
    double fastest = 0;
    bool any = false;
    for (std::uint64_t i = 0; i < points; ++i) {
        const std::uint64_t from = m_lens.first() + m_lens.count() * i / points;
        const std::uint64_t to = std::max(from + 1, m_lens.first() + m_lens.count() * (i + 1) / points);
        const LbaSpan here =
            intersection(spanBetween(ours.spanOf(from).first, ours.spanOf(to - 1).end()), theirs.span);
        const double x = static_cast<double>(ours.spanOf(from).first.value) * sectorBytes;
        Summary summary;
        if (!here.empty()) {
            const std::uint64_t block = theirs.blockAt(here.first);
            summary = plate.summarise(block, theirs.blockAt(here.last()) + 1 - block);
        }
        if (summary.meanNs <= 0) {
            m_compared->addData(x, std::nan(""));
            continue;
        }
        const double pace = theirs.blockSectors * sectorBytes / summary.meanNs * 1e3;
        fastest = std::max(fastest, pace);
        m_compared->addData(x, pace);
        any = true;
    }
    if (any)
        m_titles[0]->setText(
            tr("pace, MB/s; dotted: the scan of %1").arg(format::moment(other->record.startedAt)));
    return fastest;
}

void TraceView::markSelection() {
    const auto& selection = m_lens.selection();
    const double bytes = m_controller != nullptr ? m_controller->identity().logicalBytes : 512;
    for (QCPItemRect* box : m_selection) {
        box->setVisible(selection.has_value());
        if (!selection)
            continue;
        box->topLeft->setCoords(static_cast<double>(selection->first.value) * bytes, 0);
        box->bottomRight->setCoords(static_cast<double>(selection->end().value) * bytes, 1);
    }
}

std::optional<LbaSpan> TraceView::spanAt(double x) const {
    const BlockGrid& grid = m_lens.grid();
    if (grid.span.empty() || m_controller == nullptr || m_controller->current() == nullptr)
        return std::nullopt;
    const QCPAxis* axis = m_paceRect->axis(QCPAxis::atBottom);
    const double lba = axis->pixelToCoord(x) / m_controller->identity().logicalBytes;
    if (lba < 0)
        return std::nullopt;
    const Lba at{static_cast<std::uint64_t>(lba)};
    return grid.span.contains(at) ? std::optional(grid.spanOf(grid.blockAt(at))) : std::nullopt;
}

void TraceView::mousePressEvent(QMouseEvent* event) {
    m_dragFrom = event->button() == Qt::LeftButton ? spanAt(event->position().x()) : std::nullopt;
    if (m_dragFrom)
        m_lens.select(m_dragFrom);
}

void TraceView::mouseMoveEvent(QMouseEvent* event) {
    if (!m_dragFrom)
        return;
    if (const auto span = spanAt(event->position().x()))
        m_lens.select(
            spanBetween(std::min(m_dragFrom->first, span->first), std::max(m_dragFrom->end(), span->end())));
}

void TraceView::mouseReleaseEvent(QMouseEvent*) {
    m_dragFrom.reset();
}

void TraceView::wheelEvent(QWheelEvent* event) {
    const auto span = spanAt(event->position().x());
    if (span)
        m_lens.zoom(event->angleDelta().y() > 0 ? 0.64 : 1.56, m_lens.grid().blockAt(span->first));
    event->accept();
}

// No more figures beside the axes than there is room for.
void TraceView::chooseMarks() {
    const bool low = height() < leastHeightForAll;
    m_paceRect->axis(QCPAxis::atLeft)->ticker()->setTickCount(low ? 2 : 5);
    m_marks->clear();
    for (const int turns : low ? std::vector{8, 128} : std::vector{2, 8, 32, 128})
        m_marks->addTick(turns, QString::number(turns));
}

void TraceView::resizeEvent(QResizeEvent* event) {
    QCustomPlot::resizeEvent(event);
    chooseMarks();
    refresh();
}

} // namespace orbita::app
