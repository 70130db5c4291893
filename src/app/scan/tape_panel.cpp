// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/tape_panel.h"

#include "app/theme/theme.h"

#include <QPainter>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int rowHeight = 40;
constexpr int timeWidth = 56;

// Rows of two lines on the ground of the selection: when, what, where; how exactly.
class EventLogDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {0, rowHeight};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        painter->save();
        if ((option.state & QStyle::State_Selected) != 0)
            painter->fillRect(option.rect, tone(Tone::panelRaised));
        paintRow(painter, option.rect, index);
        painter->restore();
    }

private:
    static void paintRow(QPainter* painter, const QRect& row, const QModelIndex& index) {
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

} // namespace

TapePanel::TapePanel(Lens& lens, QWidget* parent)
    : QWidget(parent), m_lens(lens), m_empty(new QLabel(this)), m_events(new QListView(this)) {
    m_empty->setObjectName(QStringLiteral("dim"));
    m_empty->setContentsMargins(4, 6, 4, 0);
    m_empty->setText(tr("Nothing has happened yet."));
    m_events->setObjectName(QStringLiteral("tape"));
    m_events->setAccessibleName(tr("Tape: what happened, in order"));
    m_events->setModel(&m_model);
    m_events->setItemDelegate(new EventLogDelegate(m_events));
    m_events->setUniformItemSizes(true);
    m_events->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_events->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(Theme::heading(tr("Tape"), this));
    column->addWidget(m_empty);
    column->addWidget(m_events, 1);
    connect(m_events->selectionModel(), &QItemSelectionModel::currentChanged, this, &TapePanel::choose);
    connect(m_events, &QListView::clicked, this, &TapePanel::choose); // also a row that was current already
    connect(&lens, &Lens::selectionChanged, this, [this] {
        if (!m_choosing)
            m_events->clearSelection();
    });
}

void TapePanel::setController(const DriveController* controller) {
    m_model.setController(controller);
    m_events->scrollToBottom();
    refresh();
}

void TapePanel::refresh() {
    const QScrollBar* bar = m_events->verticalScrollBar();
    const bool atEnd = bar->value() >= bar->maximum() - rowHeight;
    m_model.refresh();
    if (atEnd)
        m_events->scrollToBottom();
    m_empty->setVisible(m_model.rowCount() == 0);
}

// A row chosen here is selected everywhere.
void TapePanel::choose(const QModelIndex& index) {
    const QVariant span = index.data(spanRole);
    if (!span.isValid() || m_choosing)
        return;
    m_choosing = true;
    m_lens.choose(span.value<LbaSpan>());
    m_choosing = false;
}

} // namespace orbita::app
