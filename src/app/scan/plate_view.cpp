// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/plate_view.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"
#include "report/words.h"

#include <QContextMenuEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

namespace orbita::app {

namespace {

constexpr double inset = 8;
constexpr double cellPixels = 4;
constexpr double mostCellPixels = 56;
constexpr std::uint64_t blocksAsSectors = 2; // at most; then each sector is drawn
constexpr double wheelStep = 0.8;            // of the window, a notch

LbaSpan joined(const LbaSpan& a, const LbaSpan& b) {
    return spanBetween(std::min(a.first, b.first), std::max(a.end(), b.end()));
}

} // namespace

PlateView::PlateView(Lens& lens, QWidget* parent) : QWidget(parent), m_lens(lens) {
    setObjectName(QStringLiteral("plate"));
    setAccessibleName(tr("Plate: the surface map"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    connect(&lens, &Lens::windowChanged, this, &PlateView::refresh);
    connect(&lens, &Lens::shownChanged, this, qOverload<>(&QWidget::update));
    connect(&lens, &Lens::pointedChanged, this, qOverload<>(&QWidget::update));
    connect(&lens, &Lens::selectionChanged, this, [this] {
        tellScreenReader();
        update();
    });
    connect(&Theme::instance(), &Theme::changed, this, &PlateView::refresh);
}

void PlateView::setController(const DriveController* controller) {
    m_controller = controller;
    m_hover.reset();
    m_dragFrom.reset();
    refresh();
    update();
}

const ScanView* PlateView::view() const {
    return m_controller != nullptr ? m_controller->current() : nullptr;
}

QRectF PlateView::rasterRect() const {
    return QRectF(rect()).adjusted(inset, inset, -inset, -inset);
}

// As many cells as fit, but no smaller than needed: few blocks get large cells.
RasterView PlateView::fittedView() const {
    const QRectF where = rasterRect();
    RasterView fitted{m_lens.first(), m_lens.count(), 1, 1};
    const double blocks = static_cast<double>(m_lens.count());
    double pixels = std::sqrt(std::max(1.0, where.width() * where.height() / blocks));
    pixels = std::clamp(pixels, cellPixels, mostCellPixels);
    fitted.columns = std::max(1, static_cast<int>(std::ceil(where.width() / pixels)));
    fitted.rows = std::max(1, static_cast<int>(where.height() / pixels));
    // A whole number of rows of large cells: no more of them than there are blocks.
    if (pixels > cellPixels) {
        const auto needed = static_cast<std::uint64_t>(std::ceil(blocks / fitted.columns));
        fitted.rows = static_cast<int>(std::min<std::uint64_t>(static_cast<std::uint64_t>(fitted.rows),
                                                               std::max<std::uint64_t>(1, needed)));
    }
    return fitted;
}

std::optional<SectorSheet> PlateView::sheet() const {
    const BlockGrid& grid = m_lens.grid();
    if (!view() || !view()->record.plate || grid.span.empty() || m_lens.count() > blocksAsSectors ||
        grid.blocks() <= blocksAsSectors)
        return std::nullopt;
    const LbaSpan span = spanBetween(grid.spanOf(m_lens.first()).first,
                                     grid.spanOf(m_lens.first() + m_lens.count() - 1).end());
    return SectorSheet(span, view()->record.drive.sectorsPerPhysical(), rasterRect());
}

void PlateView::refresh() {
    const ScanView* scan = view();
    if (scan == nullptr || !scan->record.plate || scan->record.plate->blocks() != m_lens.grid().blocks()) {
        update();
        return;
    }
    const std::shared_ptr<const Plate> plate = scan->record.plate;
    if (m_raster.update(plate, fittedView(), Theme::instance().palette()) || scan->running())
        update();
}

void PlateView::resizeEvent(QResizeEvent*) {
    refresh();
}

std::optional<std::uint64_t> PlateView::cellAt(QPointF point) const {
    const ScanView* scan = view();
    const QRectF where = rasterRect();
    if (scan == nullptr || !scan->record.plate || !where.contains(point))
        return std::nullopt;
    const RasterView& raster = m_raster.view();
    const auto column =
        static_cast<std::uint64_t>((point.x() - where.left()) / where.width() * raster.columns);
    const auto row = static_cast<std::uint64_t>((point.y() - where.top()) / where.height() * raster.rows);
    return std::min(row * static_cast<std::uint64_t>(raster.columns) + column, raster.cells() - 1);
}

LbaSpan PlateView::spanOfCell(std::uint64_t cell) const {
    const RasterView& raster = m_raster.view();
    const BlockGrid& grid = m_lens.grid();
    const std::uint64_t first = std::min(raster.blockOfCell(cell), grid.blocks() - 1);
    const std::uint64_t end = std::max(raster.blockOfCell(cell + 1), first + 1);
    return spanBetween(grid.spanOf(first).first, grid.spanOf(end - 1).end());
}

std::optional<LbaSpan> PlateView::spanAt(QPointF point) const {
    if (const auto sectors = sheet())
        return sectors->spanAt(point);
    const auto cell = cellAt(point);
    return cell ? std::optional(spanOfCell(*cell)) : std::nullopt;
}

QRectF PlateView::rectOf(Lba lba) const {
    const BlockGrid& grid = m_lens.grid();
    const RasterView& raster = m_raster.view();
    if (!grid.span.contains(lba) || !view() || !view()->record.plate)
        return {};
    if (const auto sectors = sheet())
        return sectors->rectOf(lba);
    const std::uint64_t block = grid.blockAt(lba);
    if (block < raster.first || block >= raster.first + raster.count)
        return {};
    return cellRect(rasterRect(), raster, raster.cellOfBlock(block));
}

QStringList PlateView::describe(const LbaSpan& span) const {
    const ScanView* scan = view();
    if (scan == nullptr || !scan->record.plate)
        return {};
    const ScanRecord& record = scan->record;
    const BlockGrid& grid = record.plan.grid;
    const std::uint64_t first = grid.blockAt(span.first);
    const std::uint64_t blocks = grid.blockAt(span.last()) - first + 1;
    QStringList lines{words::span(span), words::place(span.first, record.drive)};
    const Summary summary = record.plate->summarise(first, blocks);
    QString suspected;
    if (const auto suspects = suspectsIn(span); !suspects.empty())
        suspected = suspects.size() == 1
                        ? tr("the drive itself lists this place")
                        : tr("the drive itself lists %1 places here").arg(format::count(suspects.size()));
    if (summary.worst == Grade::none && record.plate->at(first).unmapped())
        return lines << tr("nothing seems to be stored here")
                     << tr("the drive answers without its medium: not vouched for");
    if (summary.worst == Grade::none && record.plate->at(first).ungraded())
        return lines
               << tr("read in %1").arg(format::milliseconds(decodeLatency(record.plate->at(first).latency)))
               << tr("nothing to compare that with: not graded");
    if (summary.worst == Grade::none)
        return suspected.isEmpty() ? lines << tr("not read yet") : lines << tr("not read yet") << suspected;
    const auto counts = record.plate->countGrades(first, blocks);
    const std::uint64_t n = counts[static_cast<std::size_t>(summary.worst)];
    QString worst = blocks == 1
                        ? words::grade(summary.worst)
                        : tr("%1: %2 of %3 blocks")
                              .arg(words::grade(summary.worst), format::count(n), format::count(blocks));
    std::uint64_t unreadable = 0;
    for (const LedgerEntry& entry : record.ledger)
        if (entry.grade == Grade::unreadable)
            unreadable += intersection(entry.span, span).count.value;
    if (unreadable > 0)
        worst = unreadable == 1 ? tr("1 sector unreadable")
                                : tr("%1 sectors unreadable").arg(format::count(unreadable));
    else if (summary.worst == Grade::unreadable && span.count < grid.spanOf(first).count)
        worst = tr("not among the unreadable sectors of its block");
    lines << worst;
    if (summary.slowest != 0)
        lines << (span.count < grid.spanOf(first).count ? tr("its block took %1")
                  : blocks == 1                         ? tr("answered in %1")
                                                        : tr("slowest answer %1"))
                     .arg(format::milliseconds(decodeLatency(summary.slowest)));
    if (!suspected.isEmpty())
        lines << suspected;
    if (const auto result = record.treatments.worstIn(span))
        lines << tr("treated: %1").arg(words::treatmentResult(*result));
    return lines;
}

void PlateView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Palette& palette = Theme::instance().palette();
    painter.setPen(QPen(hasFocus() ? palette[Tone::accent] : palette[Tone::hairline], 1));
    painter.setBrush(palette[Tone::plateGround]);
    painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 8, 8);
    const ScanView* scan = view();
    if (scan == nullptr || !scan->record.plate || m_raster.image().isNull())
        return;
    if (const auto sectors = sheet())
        paintSectors(painter, *sectors, scan->record, palette);
    else
        paintPlate(painter, rasterRect(), m_raster, palette, m_lens.shown());
    paintSuspects(painter);
    paintTreatments(painter);
    paintHead(painter);
    paintSelection(painter);
    paintPointed(painter);
    paintNote(painter);
}

// In the order of the LBA, as the vitals keep them.
std::span<const Suspect> PlateView::suspectsIn(const LbaSpan& span) const {
    if (m_controller == nullptr)
        return {};
    const std::vector<Suspect>& all = m_controller->visit().vitals().suspects;
    const auto before = [](const Suspect& suspect, Lba lba) { return suspect.lba < lba; };
    const auto first = std::lower_bound(all.begin(), all.end(), span.first, before);
    const auto end = std::lower_bound(first, all.end(), span.end(), before);
    return {first, end};
}

// Places that the drive itself lists and nobody has read yet: hollow wedges, for they are no findings.
void PlateView::paintSuspects(QPainter& painter) const {
    const RasterView& raster = m_raster.view();
    painter.setPen(QPen(tone(Tone::laboured), 1.3));
    painter.setBrush(Qt::NoBrush);
    std::optional<std::uint64_t> last;
    for (const Suspect& suspect : suspectsIn(m_lens.grid().span)) {
        const QRectF cell = rectOf(suspect.lba);
        if (cell.isNull())
            continue;
        const std::uint64_t number = raster.cellOfBlock(m_lens.grid().blockAt(suspect.lba));
        if (number == last || m_raster.worst()[number] != Grade::none)
            continue;
        last = number;
        constexpr double half = 5;
        const QPointF c = cell.center();
        painter.drawPolygon(
            QPolygonF({c + QPointF(-half, -half), c + QPointF(half, -half), c + QPointF(0, half)}));
    }
}

// A ring around what was treated: whole where it reads well since, broken where it does not. What was found
// there is still to be seen inside.
void PlateView::paintTreatments(QPainter& painter) const {
    const RasterView& raster = m_raster.view();
    painter.setBrush(Qt::NoBrush);
    std::optional<std::uint64_t> last;
    for (const Treatment& treatment : view()->record.treatments.all()) {
        const QRectF cell = rectOf(treatment.span.first);
        if (cell.isNull())
            continue;
        // One for each cell, of the worst that came of what was done in it.
        const std::uint64_t number = raster.cellOfBlock(m_lens.grid().blockAt(treatment.span.first));
        if (number == last)
            continue;
        last = number;
        const auto worst = view()->record.treatments.worstIn(spanAt(cell.center()).value_or(treatment.span));
        const bool healed = isHealed(worst.value_or(treatment.result));
        painter.setPen(
            QPen(tone(healed ? Tone::text : Tone::unreadable), 1.4, healed ? Qt::SolidLine : Qt::DashLine));
        constexpr double radius = 9;
        painter.drawEllipse(cell.center(), radius, radius);
    }
}

void PlateView::paintHead(QPainter& painter) const {
    const ScanView* scan = view();
    if (!scan->running() || !m_lens.grid().span.contains(scan->record.status.position))
        return;
    const QRectF cell = rectOf(scan->record.status.position);
    if (cell.isNull())
        return;
    const bool waiting = scan->record.status.phase == ScanPhase::waiting;
    const QRectF where = rasterRect();
    painter.setPen(Qt::NoPen);
    // The row being read, and where in it.
    QColor row = waiting ? tone(Tone::stalled) : tone(Tone::accent);
    row.setAlphaF(0.35F);
    painter.fillRect(QRectF(where.left(), cell.bottom(), where.width(), 1), row);
    painter.setPen(QPen(waiting ? tone(Tone::stalled) : tone(Tone::text), 1.6));
    painter.setBrush(tone(Tone::plateGround));
    painter.drawRect(QRectF(cell.center().x() - 4, cell.center().y() - 4, 8, 8));
}

void PlateView::paintSelection(QPainter& painter) const {
    const auto& selection = m_lens.selection();
    if (!selection || m_lens.grid().span.empty())
        return;
    const BlockGrid& grid = m_lens.grid();
    const RasterView& raster = m_raster.view();
    const LbaSpan inside = intersection(*selection, grid.span);
    if (inside.empty())
        return;
    if (const auto sectors = sheet()) {
        painter.setPen(QPen(tone(Tone::text), 1.4));
        painter.setBrush(Qt::NoBrush);
        for (std::uint64_t cell = 0; cell < sectors->cells(); ++cell)
            if (sectors->spanOfCell(cell).overlaps(inside))
                painter.drawRect(sectors->rectOf(sectors->spanOfCell(cell).first));
        return;
    }
    const std::uint64_t firstBlock = std::max(grid.blockAt(inside.first), raster.first);
    const std::uint64_t lastBlock = std::min(grid.blockAt(inside.last()), raster.first + raster.count - 1);
    if (firstBlock > lastBlock)
        return;
    const std::uint64_t from = raster.cellOfBlock(firstBlock);
    const std::uint64_t to = raster.cellOfBlock(lastBlock);
    const auto columns = static_cast<std::uint64_t>(raster.columns);
    const QRectF where = rasterRect();
    painter.save();
    painter.setPen(QPen(tone(Tone::text), 1.4));
    QColor fill = tone(Tone::text);
    fill.setAlphaF(0.10F);
    for (std::uint64_t row = from / columns; row <= to / columns; ++row) {
        const QRectF a = cellRect(where, raster, std::max(from, row * columns));
        const QRectF b = cellRect(where, raster, std::min(to, (row + 1) * columns - 1));
        const QRectF band = a.united(b);
        if (from == to) {
            painter.setBrush(Qt::NoBrush);
            const double grow = std::max(0.0, (16 - band.width()) / 2);
            painter.drawRoundedRect(band.adjusted(-grow, -grow, grow, grow), 2, 2);
        } else {
            painter.fillRect(band, fill);
            painter.drawLine(band.bottomLeft(), band.bottomRight());
            painter.drawLine(band.topLeft(), band.topRight());
        }
    }
    painter.restore();
}

// Where on the surface the answer is from that is pointed at elsewhere.
void PlateView::paintPointed(QPainter& painter) const {
    if (!m_lens.pointed() || *m_lens.pointed() >= m_lens.grid().blocks())
        return;
    const QRectF cell = rectOf(m_lens.grid().spanOf(*m_lens.pointed()).first);
    if (cell.isNull())
        return;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(tone(Tone::plateGround), 4));
    painter.drawEllipse(cell.center(), 9, 9);
    painter.setPen(QPen(tone(Tone::text), 1.6));
    painter.drawEllipse(cell.center(), 9, 9);
}

// What is under the pointer, in a box beside it.
void PlateView::paintNote(QPainter& painter) const {
    if (!m_hover)
        return;
    const auto span = spanAt(*m_hover);
    if (!span)
        return;
    const QStringList lines = describe(*span);
    const auto hovered = cellAt(*m_hover);
    const bool grave = hovered && m_raster.worst()[*hovered] >= Grade::laboured;
    const QFont first = Theme::digits(12);
    const QFont rest = Theme::text(12);
    double width = QFontMetricsF(first).horizontalAdvance(lines.value(0));
    for (const QString& line : lines.mid(1))
        width = std::max(width, QFontMetricsF(rest).horizontalAdvance(line));
    QRectF box(0, 0, width + 24, static_cast<double>(lines.size()) * 18 + 14);
    box.moveTopLeft(*m_hover + QPointF(16, 18));
    const QRectF where = rasterRect();
    if (box.right() > where.right())
        box.moveRight(m_hover->x() - 14);
    if (box.bottom() > where.bottom())
        box.moveBottom(m_hover->y() - 14);
    QColor ground = tone(Tone::panelRaised);
    ground.setAlphaF(0.96F);
    painter.setPen(QPen(tone(Tone::hairline), 1));
    painter.setBrush(ground);
    painter.drawRoundedRect(box, 6, 6);
    double y = box.top() + 7;
    for (qsizetype i = 0; i < lines.size(); ++i) {
        painter.setFont(i == 0 ? first : rest);
        painter.setPen(i == 0            ? tone(Tone::text)
                       : i == 2 && grave ? tone(Tone::straining)
                                         : tone(Tone::textDim));
        painter.drawText(QRectF(box.left() + 12, y, box.width(), 18), Qt::AlignVCenter | Qt::AlignLeft,
                         lines[i]);
        y += 18;
    }
}

void PlateView::mouseMoveEvent(QMouseEvent* event) {
    m_hover = event->position();
    if (m_dragFrom)
        if (const auto span = spanAt(event->position()))
            m_lens.select(joined(*m_dragFrom, *span));
    update();
}

void PlateView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton)
        return;
    const auto span = spanAt(event->position());
    m_keyAnchor.reset();
    if (!span) {
        m_lens.select(std::nullopt);
        return;
    }
    if ((event->modifiers() & Qt::ShiftModifier) != 0 && m_lens.selection()) {
        m_lens.select(joined(*m_lens.selection(), *span));
        return;
    }
    m_dragFrom = span;
    m_lens.select(span);
}

void PlateView::mouseReleaseEvent(QMouseEvent*) {
    m_dragFrom.reset();
}

void PlateView::leaveEvent(QEvent*) {
    m_hover.reset();
    update();
}

void PlateView::wheelEvent(QWheelEvent* event) {
    const auto cell = cellAt(event->position());
    if (!cell || event->angleDelta().y() == 0)
        return;
    const double notches = event->angleDelta().y() / 120.0;
    m_lens.zoom(std::pow(wheelStep, notches * 2), m_raster.view().blockOfCell(*cell));
    event->accept();
}

int PlateView::columnsInView() const {
    const auto sectors = sheet();
    return sectors ? sectors->columns() : m_raster.view().columns;
}

void PlateView::moveInSheet(const SectorSheet& sectors, std::int64_t cells, bool extend) {
    std::uint64_t cell = 0;
    if (m_lens.selection() && m_lens.selection()->overlaps(sectors.span())) {
        const LbaSpan inside = intersection(*m_lens.selection(), sectors.span());
        const auto from =
            static_cast<std::int64_t>(sectors.cellOf(cells > 0 && extend ? inside.last() : inside.first));
        cell = static_cast<std::uint64_t>(
            std::clamp<std::int64_t>(from + cells, 0, static_cast<std::int64_t>(sectors.cells()) - 1));
    }
    selectByKey(sectors.spanOfCell(cell), extend);
}

void PlateView::selectByKey(const LbaSpan& span, bool extend) {
    if (extend && m_lens.selection()) {
        if (!m_keyAnchor)
            m_keyAnchor = m_lens.selection();
        m_lens.select(joined(*m_keyAnchor, span));
    } else {
        m_keyAnchor.reset();
        m_lens.select(span);
    }
}

void PlateView::moveSelection(std::int64_t cells, bool extend) {
    if (const auto sectors = sheet()) {
        moveInSheet(*sectors, cells, extend);
        return;
    }
    const RasterView& raster = m_raster.view();
    const BlockGrid& grid = m_lens.grid();
    std::uint64_t cell = 0;
    if (m_lens.selection()) {
        const LbaSpan inside = intersection(*m_lens.selection(), grid.span);
        const bool towardsEnd = cells > 0 && extend;
        const std::uint64_t block =
            inside.empty() ? raster.first : grid.blockAt(towardsEnd ? inside.last() : inside.first);
        const std::uint64_t inView = std::clamp(block, raster.first, raster.first + raster.count - 1);
        cell = raster.cellOfBlock(inView);
        const auto moved = static_cast<std::int64_t>(cell) + cells;
        cell = static_cast<std::uint64_t>(
            std::clamp<std::int64_t>(moved, 0, static_cast<std::int64_t>(raster.cells()) - 1));
    }
    selectByKey(spanOfCell(cell), extend);
}

void PlateView::selectNextDefect(bool forward) {
    const ScanView* scan = view();
    const std::vector<LedgerEntry>& ledger = scan->record.ledger;
    const Lba from = m_lens.selection() ? m_lens.selection()->first : Lba{0};
    const bool nothingYet = !m_lens.selection();
    const LedgerEntry* found = nullptr;
    for (const LedgerEntry& entry : ledger) {
        if (forward && (entry.span.first > from || nothingYet)) {
            found = &entry;
            break;
        }
        if (!forward && entry.span.first < from)
            found = &entry;
    }
    if (found == nullptr)
        return;
    m_keyAnchor.reset();
    m_lens.reveal(found->span);
    m_lens.select(found->span);
}

void PlateView::keyPressEvent(QKeyEvent* event) {
    const ScanView* scan = view();
    if (scan == nullptr || !scan->record.plate) {
        QWidget::keyPressEvent(event);
        return;
    }
    const bool extend = (event->modifiers() & Qt::ShiftModifier) != 0;
    const std::uint64_t centre = m_lens.selection() && m_lens.grid().span.contains(m_lens.selection()->first)
                                     ? std::clamp(m_lens.grid().blockAt(m_lens.selection()->first),
                                                  m_lens.first(), m_lens.first() + m_lens.count() - 1)
                                     : m_lens.first() + m_lens.count() / 2;
    switch (event->key()) {
    case Qt::Key_Left:
        moveSelection(-1, extend);
        break;
    case Qt::Key_Right:
        moveSelection(1, extend);
        break;
    case Qt::Key_Up:
        moveSelection(-columnsInView(), extend);
        break;
    case Qt::Key_Down:
        moveSelection(columnsInView(), extend);
        break;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        m_lens.zoom(0.5, centre);
        break;
    case Qt::Key_Minus:
        m_lens.zoom(2, centre);
        break;
    case Qt::Key_0:
    case Qt::Key_Home:
        m_lens.showAll();
        break;
    case Qt::Key_N:
        selectNextDefect(true);
        break;
    case Qt::Key_P:
        selectNextDefect(false);
        break;
    case Qt::Key_Escape:
        m_lens.select(std::nullopt);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

void PlateView::contextMenuEvent(QContextMenuEvent* event) {
    if (!view() || !view()->record.plate)
        return;
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const bool selected = m_lens.selection().has_value();
    menu->addAction(tr("Copy"), this, &PlateView::copyWanted)->setEnabled(selected);
    menu->addAction(tr("Scan this span again"), this, &PlateView::scanSpanWanted)->setEnabled(selected);
    menu->addAction(tr("Treat this span…"), this, &PlateView::treatSpanWanted)->setEnabled(selected);
    menu->addAction(tr("Show the whole scan"), &m_lens, &Lens::showAll)->setEnabled(m_lens.zoomed());
    menu->popup(event->globalPos());
}

void PlateView::tellScreenReader() {
    if (m_lens.selection() && m_lens.grid().span.overlaps(*m_lens.selection()))
        setAccessibleDescription(
            describe(intersection(*m_lens.selection(), m_lens.grid().span)).join(QStringLiteral(". ")));
    else
        setAccessibleDescription(
            tr("Nothing selected. Arrow keys select, plus and minus zoom, N and P go to the next "
               "and previous defect."));
}

} // namespace orbita::app
