// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/answer_view.h"

#include "app/scan/trace_view.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "report/words.h"

#include <QAccessible>
#include <cmath>

namespace orbita::app {

namespace {

constexpr std::size_t mostColumns = 360;
constexpr qint64 drawIntervalMs = 40;
constexpr double leastShownMs = 0.05;
constexpr Nanoseconds worthShowing = std::chrono::milliseconds{50}; // of a wait that has not ended
constexpr std::array limitGrades = {Grade::late, Grade::laboured, Grade::straining, Grade::stalled};

QPen barPen(Grade grade) {
    const Palette& p = Theme::instance().palette();
    return {grade <= Grade::steady ? p[Tone::accent] : p.grade(grade), grade >= Grade::laboured ? 2.4 : 1.5};
}

} // namespace

AnswerView::AnswerView(Lens& lens, QWidget* parent)
    : QCustomPlot(parent)
    , m_lens(lens)
    , m_strip(mostColumns)
    , m_times(QSharedPointer<QCPAxisTickerText>::create())
    , m_marks(QSharedPointer<QCPAxisTickerText>::create()) {
    setObjectName(QStringLiteral("answers"));
    setAccessibleName(tr("Answers as they come"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setInteractions(QCP::iNone);
    xAxis->setTicks(false);
    xAxis->setTickLabels(false);
    xAxis->grid()->setVisible(false);
    yAxis->setScaleType(QCPAxis::stLogarithmic);
    yAxis->setTicker(m_times);
    yAxis->setSubTicks(false);
    yAxis->grid()->setVisible(false);
    yAxis2->setVisible(true);
    yAxis2->setScaleType(QCPAxis::stLogarithmic);
    yAxis2->setTicker(m_marks);
    yAxis2->setSubTicks(false);
    axisRect()->setMinimumMargins({plotLeftMargin, 4, 12, 4});
    for (const auto& [ms, name] :
         {std::pair{0.1, tr("0.1 ms")}, std::pair{1.0, tr("1 ms")}, std::pair{10.0, tr("10 ms")},
          std::pair{100.0, tr("100 ms")}, std::pair{1e3, tr("1 s")}, std::pair{1e4, tr("10 s")}})
        m_times->addTick(ms, name);
    for (QCPItemLine*& line : m_limits) {
        line = new QCPItemLine(this);
        line->start->setTypeX(QCPItemPosition::ptAxisRectRatio);
        line->end->setTypeX(QCPItemPosition::ptAxisRectRatio);
    }
    for (QCPGraph*& bars : m_bars) {
        bars = addGraph();
        bars->setLineStyle(QCPGraph::lsImpulse);
    }
    m_waiting = addGraph();
    m_waiting->setLineStyle(QCPGraph::lsImpulse);
    m_mark = new QCPItemLine(this);
    m_mark->start->setTypeY(QCPItemPosition::ptAxisRectRatio);
    m_mark->end->setTypeY(QCPItemPosition::ptAxisRectRatio);
    dress();
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        dress();
        draw();
    });
    m_since.start();
}

void AnswerView::dress() {
    const Palette& p = Theme::instance().palette();
    setBackground(p[Tone::ground]);
    axisRect()->setBackground(p[Tone::plateGround]);
    for (QCPAxis* axis : {xAxis, yAxis, yAxis2}) {
        axis->setBasePen(QPen(hasFocus() ? p[Tone::accent] : p[Tone::hairline]));
        axis->setTickPen(QPen(p[Tone::hairline]));
        axis->setTickLabelColor(p[Tone::textDim]);
        axis->setTickLabelFont(Theme::text(11));
    }
    for (const Grade grade : allGrades)
        m_bars[static_cast<std::size_t>(grade)]->setPen(barPen(grade));
    m_waiting->setPen(QPen(p.grade(Grade::stalled), 4));
    for (std::size_t i = 0; i < limitGrades.size(); ++i) {
        QColor colour = p.grade(limitGrades[i]);
        colour.setAlphaF(0.55F);
        m_limits[i]->setPen(QPen(colour, 1, Qt::DashLine));
    }
    m_mark->setPen(QPen(p[Tone::text], 1));
}

const ScanView* AnswerView::view() const {
    return m_controller != nullptr ? m_controller->current() : nullptr;
}

void AnswerView::setController(const DriveController* controller) {
    m_controller = controller;
    m_pointer.reset();
    m_feed = nullptr;
    refresh();
}

void AnswerView::refresh() {
    const ScanFeed* feed = m_controller != nullptr ? m_controller->liveFeed() : nullptr;
    if (feed == m_feed && feed != nullptr && m_since.elapsed() < drawIntervalMs)
        return;
    if (feed != m_feed) {
        m_feed = feed;
        m_strip.clear();
        m_next = 0;
        hold(false);
    }
    if (feed != nullptr) {
        const AnswerTail::News news = feed->answersSince(m_next);
        if (news.next < m_next)
            m_strip.clear(); // another scan, in the same place
        m_next = news.next;
        m_strip.add(news, static_cast<double>(m_since.restart()) / 1e3);
    }
    draw();
}

void AnswerView::draw() {
    for (QCPGraph* bars : m_bars)
        bars->data()->clear();
    m_waiting->data()->clear();
    const ScanView* scan = view();
    const bool live = scan != nullptr && m_feed != nullptr;
    const ScanStatus status = live ? scan->record.status : ScanStatus{};
    const std::deque<AnswerColumn>& shown = columns();
    Nanoseconds slowest{};
    const auto offset = static_cast<double>(mostColumns - shown.size());
    for (std::size_t i = 0; i < shown.size(); ++i) {
        const Cell& cell = shown[i].slowest.cell;
        const Nanoseconds latency = cell.latency == 0 ? Nanoseconds{} : decodeLatency(cell.latency);
        slowest = std::max(slowest, latency);
        m_bars[static_cast<std::size_t>(cell.grade)]->addData(
            offset + static_cast<double>(i), std::max(leastShownMs, toMilliseconds(latency)));
    }
    const bool waits = live && !m_held && scan->running() && status.waited > worthShowing;
    if (waits) {
        m_waiting->addData(static_cast<double>(mostColumns) + 2, toMilliseconds(status.waited));
        slowest = std::max(slowest, status.waited);
    }
    const GradeLimits limits = scan != nullptr ? scan->record.limits : GradeLimits{};
    // In steps, so that it does not move with every answer.
    const double straining = toMilliseconds(status.baseline) + limits.straining * toMilliseconds(status.unit);
    double top = std::max(2.2 * straining, 20.0);
    for (const double step : {1.2e4, 1.2e5, 1.2e6})
        if (toMilliseconds(slowest) > top)
            top = step;
    const double bottom = status.baseline.count() > 0
                              ? std::max(leastShownMs, toMilliseconds(status.baseline) / 4)
                              : leastShownMs;
    xAxis->setRange(-1, static_cast<double>(mostColumns) + 5);
    yAxis->setRange(bottom, top);
    yAxis2->setRange(bottom, top);
    drawLimits(status, limits, top);
    point(m_cursor ? m_cursor : m_pointer ? columnAt(*m_pointer) : std::nullopt);
    replot(QCustomPlot::rpQueuedReplot);
    emit readoutChanged();
}

void AnswerView::drawLimits(const ScanStatus& status, const GradeLimits& limits, double top) {
    m_marks->clear();
    const ScanView* scan = view();
    const bool rotating = m_controller == nullptr || m_controller->identity().rotating.value_or(true);
    const std::array turns = {limits.late, limits.laboured, limits.straining};
    for (std::size_t i = 0; i < limitGrades.size(); ++i) {
        const bool known = scan != nullptr && status.unit.count() > 0 && status.baseline.count() > 0;
        const double at = i < turns.size()
                              ? toMilliseconds(status.baseline) + turns[i] * toMilliseconds(status.unit)
                          : scan != nullptr ? toMilliseconds(scan->record.plan.asked.limit)
                                            : 0;
        const bool shown = known && at < top;
        m_limits[i]->setVisible(shown);
        if (!shown)
            continue;
        m_limits[i]->start->setCoords(0, at);
        m_limits[i]->end->setCoords(1, at);
        m_marks->addTick(at, i == turns.size() ? words::grade(Grade::stalled)
                             : i + 1 == turns.size()
                                 ? tr("%1 %2 late").arg(turns[i]).arg(words::unitName(rotating))
                                 : QString::number(turns[i]));
    }
}

std::optional<std::size_t> AnswerView::columnAt(double x) const {
    const std::deque<AnswerColumn>& shown = columns();
    const double at = std::round(xAxis->pixelToCoord(x)) - static_cast<double>(mostColumns - shown.size());
    if (shown.empty() || at < 0 || at >= static_cast<double>(shown.size()))
        return std::nullopt;
    return static_cast<std::size_t>(at);
}

QPointF AnswerView::placeOf(std::size_t column) const {
    return {xAxis->coordToPixel(static_cast<double>(mostColumns - columns().size() + column)),
            static_cast<double>(axisRect()->center().y())};
}

// Marked here, and named on the map.
void AnswerView::point(std::optional<std::size_t> column) {
    const bool there = column && *column < columns().size();
    m_mark->setVisible(there);
    if (there) {
        const double x = static_cast<double>(mostColumns - columns().size() + *column);
        m_mark->start->setCoords(x, 0);
        m_mark->end->setCoords(x, 1);
        m_lens.point(columns()[*column].slowest.block);
    } else {
        m_lens.point(std::nullopt);
    }
}

QString AnswerView::describe(const AnswerColumn& column) const {
    const ScanView* scan = view();
    if (scan == nullptr || column.slowest.block >= m_lens.grid().blocks())
        return {};
    const ScanRecord& record = scan->record;
    const bool rotating = m_controller->identity().rotating.value_or(true);
    const LbaSpan span = m_lens.grid().spanOf(column.slowest.block);
    const Cell& cell = column.slowest.cell;
    const Nanoseconds latency = cell.latency == 0 ? Nanoseconds{} : decodeLatency(cell.latency);
    QString line = tr("LBA %1  ·  %2").arg(format::lba(span.first), format::milliseconds(latency));
    const double late = static_cast<double>((latency - record.status.baseline).count()) /
                        static_cast<double>(std::max<std::int64_t>(1, record.status.unit.count()));
    if (late >= 0.1 && record.status.baseline.count() > 0)
        line += tr(", %1 %2 late").arg(format::turns(late), words::unitName(rotating));
    line += QStringLiteral("  ·  ") + (cell.unmapped()   ? tr("nothing stored")
                                       : cell.ungraded() ? tr("not graded")
                                                         : words::grade(cell.grade));
    if (column.blocks > 1)
        line += QStringLiteral("  ·  ") +
                (column.late > 1 ? tr("slowest of %1 blocks, %2 of them late")
                                       .arg(format::count(column.blocks), format::count(column.late))
                                 : tr("slowest of %1 blocks").arg(format::count(column.blocks)));
    return line;
}

QString AnswerView::readout() const {
    const auto column = m_cursor ? m_cursor : m_pointer ? columnAt(*m_pointer) : std::nullopt;
    if (column && *column < columns().size())
        return describe(columns()[*column]);
    const ScanView* scan = view();
    if (scan == nullptr || m_feed == nullptr)
        return {};
    const ScanStatus& status = scan->record.status;
    if (scan->running() && status.waited > worthShowing)
        return tr("no answer for %1 at LBA %2")
            .arg(format::milliseconds(status.waited), format::lba(status.position));
    if (status.latest.latency.count() == 0)
        return {};
    return tr("latest %1  ·  slowest %2 at LBA %3")
        .arg(format::milliseconds(status.latest.latency), format::milliseconds(status.slowest.latency),
             format::lba(status.slowest.lba));
}

void AnswerView::hold(bool still) {
    if (still == m_held)
        return;
    if (still)
        m_heldColumns = m_strip.columns();
    m_held = still;
    m_cursor.reset();
    emit heldChanged(still);
    draw();
}

void AnswerView::moveTo(std::size_t column) {
    if (columns().empty())
        return;
    if (!m_held)
        hold(true);
    m_cursor = std::min(column, columns().size() - 1);
    draw();
    setAccessibleDescription(readout());
    QAccessibleEvent told(this, QAccessible::DescriptionChanged);
    QAccessible::updateAccessibility(&told);
}

void AnswerView::moveToBad(bool forward) {
    if (!m_held)
        hold(true);
    const std::deque<AnswerColumn>& shown = columns();
    const auto size = static_cast<std::ptrdiff_t>(shown.size());
    const std::ptrdiff_t step = forward ? 1 : -1;
    std::ptrdiff_t at = m_cursor ? static_cast<std::ptrdiff_t>(*m_cursor) : forward ? -1 : size;
    for (at += step; at >= 0 && at < size; at += step)
        if (shown[static_cast<std::size_t>(at)].slowest.cell.grade >= Grade::late) {
            moveTo(static_cast<std::size_t>(at));
            return;
        }
}

void AnswerView::selectOnPlate(std::size_t column) {
    const std::uint64_t block = columns()[column].slowest.block;
    if (block >= m_lens.grid().blocks())
        return;
    m_lens.reveal(m_lens.grid().spanOf(block));
    m_lens.select(m_lens.grid().spanOf(block));
}

void AnswerView::mousePressEvent(QMouseEvent* event) {
    const auto column = columnAt(event->position().x());
    if (event->button() != Qt::LeftButton || !column)
        return;
    moveTo(*column); // held from here on: what was pointed at stays where it is
    selectOnPlate(*column);
}

void AnswerView::mouseMoveEvent(QMouseEvent* event) {
    m_pointer = event->position().x();
    if (m_held && (event->buttons() & Qt::LeftButton) == 0 && columnAt(*m_pointer))
        m_cursor.reset(); // the pointer has the word again
    draw();
}

void AnswerView::leaveEvent(QEvent*) {
    m_pointer.reset();
    draw();
}

void AnswerView::keyPressEvent(QKeyEvent* event) {
    const std::size_t last = columns().empty() ? 0 : columns().size() - 1;
    const std::size_t at = m_cursor.value_or(last);
    switch (event->key()) {
    case Qt::Key_Space:
        hold(!m_held);
        break;
    case Qt::Key_Left:
        moveTo(m_cursor ? at - std::min<std::size_t>(at, 1) : last);
        break;
    case Qt::Key_Right:
        moveTo(at + 1);
        break;
    case Qt::Key_Home:
        moveTo(0);
        break;
    case Qt::Key_End:
        moveTo(last);
        break;
    case Qt::Key_N:
        moveToBad(true);
        break;
    case Qt::Key_P:
        moveToBad(false);
        break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_cursor && *m_cursor < columns().size())
            selectOnPlate(*m_cursor);
        break;
    case Qt::Key_Escape:
        hold(false);
        break;
    default:
        QCustomPlot::keyPressEvent(event);
    }
}

void AnswerView::focusInEvent(QFocusEvent* event) {
    QCustomPlot::focusInEvent(event);
    setAccessibleDescription(
        tr("%1. Space holds it still, arrow keys go from answer to answer, N and P to the "
           "next and previous late one, Enter shows it on the plate.")
            .arg(readout()));
    dress();
    draw();
}

void AnswerView::focusOutEvent(QFocusEvent* event) {
    QCustomPlot::focusOutEvent(event);
    dress();
    draw();
}

} // namespace orbita::app
