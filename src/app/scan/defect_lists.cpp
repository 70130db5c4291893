// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/defect_lists.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QPainter>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int rowHeight = 40;
constexpr int timeWidth = 56;

// Rows of two lines on the ground of the selection.
class TwoLineDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {0, rowHeight};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const final {
        painter->save();
        if ((option.state & QStyle::State_Selected) != 0)
            painter->fillRect(option.rect, tone(Tone::panelRaised));
        paintRow(painter, option.rect, index);
        painter->restore();
    }

protected:
    virtual void paintRow(QPainter* painter, const QRect& row, const QModelIndex& index) const = 0;
};

class EventLogDelegate final : public TwoLineDelegate {
public:
    using TwoLineDelegate::TwoLineDelegate;

protected:
    void paintRow(QPainter* painter, const QRect& row, const QModelIndex& index) const override {
        const auto grade = static_cast<Grade>(index.data(gradeRole).toInt());
        painter->setFont(Theme::digits(11));
        painter->setPen(tone(Tone::textDim));
        painter->drawText(row.adjusted(4, 3, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                          index.data(timeRole).toString());
        painter->drawText(row.adjusted(0, 3, -6, 0), Qt::AlignRight | Qt::AlignTop,
                          index.data(placeRole).toString());
        const int left = row.left() + timeWidth + 8;
        painter->setFont(Theme::text(12, QFont::Medium));
        painter->setPen(grade >= Grade::laboured ? Theme::instance().palette().grade(grade)
                                                 : tone(Tone::text));
        painter->drawText(QRect(left, row.top() + 2, row.width(), 18), Qt::AlignLeft | Qt::AlignTop,
                          index.data(Qt::DisplayRole).toString());
        painter->setFont(Theme::text(11));
        painter->setPen(tone(Tone::textDim));
        const int width = row.right() - left - 4;
        painter->drawText(
            QRect(left, row.top() + 19, width, 18), Qt::AlignLeft | Qt::AlignTop,
            painter->fontMetrics().elidedText(index.data(detailRole).toString(), Qt::ElideRight, width));
    }
};

// Two lines a defect: shape, place and size; grade, standing and time taken.
class LedgerDelegate final : public TwoLineDelegate {
public:
    using TwoLineDelegate::TwoLineDelegate;

protected:
    void paintRow(QPainter* painter, const QRect& row, const QModelIndex& index) const override {
        const Palette& palette = Theme::instance().palette();
        const auto grade = static_cast<Grade>(index.data(gradeRole).toInt());
        paintLegend(*painter, grade, QRectF(row.left() + 5, row.top() + 5, 12, 12), palette);
        const QRect text = row.adjusted(26, 3, -6, 0);
        painter->setFont(Theme::digits(12));
        painter->setPen(tone(Tone::text));
        painter->drawText(text, Qt::AlignLeft | Qt::AlignTop, index.data(placeRole).toString());
        painter->setFont(Theme::text(12));
        painter->drawText(text, Qt::AlignRight | Qt::AlignTop, index.data(sizeRole).toString());
        const QRect below = text.adjusted(0, 16, 0, 0);
        painter->setFont(Theme::text(11, QFont::Medium));
        painter->setPen(palette.grade(grade));
        const QString name = index.data(Qt::DisplayRole).toString();
        painter->drawText(below, Qt::AlignLeft | Qt::AlignTop, name);
        const int nameWidth = painter->fontMetrics().horizontalAdvance(name);
        painter->setFont(Theme::text(11));
        painter->setPen(tone(Tone::textDim));
        painter->drawText(below.adjusted(nameWidth + 8, 0, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                          index.data(detailRole).toString());
        painter->drawText(below, Qt::AlignRight | Qt::AlignTop, index.data(tookRole).toString());
    }
};

QPushButton* makeTab(const QString& text, const QString& key, QWidget* parent) {
    auto* tab = new QPushButton(text, parent);
    tab->setObjectName(QStringLiteral("tab"));
    tab->setCheckable(true);
    tab->setToolTip(key);
    return tab;
}

} // namespace

DefectLists::DefectLists(Lens& lens, QWidget* parent)
    : QWidget(parent)
    , m_lens(lens)
    , m_eventTab(makeTab(tr("Tape"), tr("What happened, in order (Ctrl+1)"), this))
    , m_ledgerTab(makeTab(tr("Ledger"), tr("The list of defects, by position (Ctrl+2)"), this))
    , m_empty(new QLabel(this))
    , m_pages(new QStackedWidget(this))
    , m_events(new QListView(this))
    , m_ledger(new QListView(this)) {
    auto* tabs = new QButtonGroup(this);
    tabs->addButton(m_eventTab, 0);
    tabs->addButton(m_ledgerTab, 1);
    m_eventTab->setChecked(true);
    connect(tabs, &QButtonGroup::idClicked, m_pages, &QStackedWidget::setCurrentIndex);
    connect(tabs, &QButtonGroup::idClicked, this, &DefectLists::tellIfEmpty);
    m_empty->setObjectName(QStringLiteral("dim"));
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(4, 6, 4, 0);

    m_events->setObjectName(QStringLiteral("tape"));
    m_events->setAccessibleName(tr("Tape: what happened, in order"));
    m_events->setModel(&m_tapeModel);
    m_events->setItemDelegate(new EventLogDelegate(m_events));
    m_ledger->setObjectName(QStringLiteral("ledger"));
    m_ledger->setAccessibleName(tr("Ledger: the list of defects"));
    m_ledger->setModel(&m_ledgerModel);
    m_ledger->setItemDelegate(new LedgerDelegate(m_ledger));
    for (QListView* list : {m_events, m_ledger}) {
        list->setUniformItemSizes(true);
        list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
        list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    }
    m_pages->addWidget(m_events);
    m_pages->addWidget(m_ledger);

    auto* head = new QHBoxLayout;
    head->setSpacing(14);
    head->addWidget(m_eventTab);
    head->addWidget(m_ledgerTab);
    head->addStretch();
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addLayout(head);
    column->addWidget(m_empty);
    column->addWidget(m_pages, 1);

    for (const QListView* view : {m_events, m_ledger}) {
        connect(view->selectionModel(), &QItemSelectionModel::currentChanged, this, &DefectLists::choose);
        connect(view, &QListView::clicked, this, &DefectLists::choose); // also a row that was current already
    }
    connect(&lens, &Lens::selectionChanged, this, &DefectLists::followSelection);
    connect(&lens, &Lens::shownChanged, this, [this] { m_ledgerModel.setShown(m_lens.shown()); });
    connect(&Theme::instance(), &Theme::changed, m_ledger->viewport(), qOverload<>(&QWidget::update));
}

void DefectLists::setController(const DriveController* controller) {
    m_tapeModel.setController(controller);
    m_ledgerModel.setController(controller);
    m_events->scrollToBottom();
    refresh();
}

void DefectLists::refresh() {
    const QScrollBar* bar = m_events->verticalScrollBar();
    const bool atEnd = bar->value() >= bar->maximum() - rowHeight;
    m_tapeModel.refresh();
    m_ledgerModel.refresh();
    if (atEnd)
        m_events->scrollToBottom();
    tellIfEmpty();
    m_ledgerTab->setText(
        m_ledgerModel.rowCount() > 0
            ? tr("Ledger · %1").arg(format::count(static_cast<std::uint64_t>(m_ledgerModel.rowCount())))
            : tr("Ledger"));
}

void DefectLists::tellIfEmpty() {
    const bool ledger = m_ledgerTab->isChecked();
    const bool empty = (ledger ? m_ledgerModel.rowCount() : m_tapeModel.rowCount()) == 0;
    m_empty->setVisible(empty);
    m_empty->setText(ledger ? tr("No defects so far: blocks that are laboured or worse are listed here.")
                            : tr("Nothing has happened yet."));
}

void DefectLists::showLedger() {
    m_ledgerTab->click();
    m_ledger->setFocus();
}

void DefectLists::showEventLog() {
    m_eventTab->click();
    m_events->setFocus();
}

// A row chosen here is selected everywhere.
void DefectLists::choose(const QModelIndex& index) {
    const QVariant span = index.data(spanRole);
    if (!span.isValid() || m_choosing)
        return;
    m_choosing = true;
    m_lens.reveal(span.value<LbaSpan>());
    m_lens.select(span.value<LbaSpan>());
    m_choosing = false;
}

void DefectLists::followSelection() {
    if (m_choosing)
        return;
    m_choosing = true;
    const int row = m_lens.selection() ? m_ledgerModel.rowIn(*m_lens.selection()) : -1;
    if (row >= 0) {
        m_ledger->setCurrentIndex(m_ledgerModel.index(row));
        m_ledger->scrollTo(m_ledgerModel.index(row, 0));
    } else {
        m_ledger->clearSelection();
    }
    m_events->clearSelection();
    m_choosing = false;
}

} // namespace orbita::app
