// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/reasons_model.h"

#include "app/theme/theme.h"
#include "report/plate_marks.h"
#include "report/ruling_words.h"

#include <QAbstractItemView>
#include <QPainter>

namespace orbita::app {

namespace {

constexpr int markColumn = 32;
constexpr int weightColumn = 88;
constexpr int headingHeight = 26;
constexpr int padding = 6;

QSize textSize(const QString& text, const QFont& font, int width) {
    return QFontMetrics(font).boundingRect(QRect(0, 0, width, 10'000), Qt::TextWordWrap, text).size();
}

bool sameRow(const ReasonsModel::Row& a, const ReasonsModel::Row& b) {
    return a.reason == b.reason && a.text == b.text && a.change == b.change;
}

} // namespace

Grade markOf(Fate fate) {
    switch (fate) {
    case Fate::keep:
        return Grade::steady;
    case Fate::watch:
        return Grade::laboured;
    case Fate::spareDuty:
        return Grade::straining;
    case Fate::retire:
        return Grade::unreadable;
    }
    return Grade::steady;
}

void ReasonsModel::show(const Ruling& ruling, const Evidence& evidence) {
    std::vector<Row> rows;
    std::optional<ReasonRole> role;
    for (const RulingReason& reason : ruling.reasons) {
        if (role != roleOf(reason.kind)) {
            role = roleOf(reason.kind);
            rows.push_back({{}, words::reasonRole(*role), {}});
        }
        rows.push_back(
            {reason, words::rulingReason(reason, evidence), words::whatWouldChange(reason, ruling)});
    }
    // What is chosen stays chosen while nothing changes.
    if (std::equal(rows.begin(), rows.end(), m_rows.begin(), m_rows.end(), sameRow))
        return;
    beginResetModel();
    m_rows = std::move(rows);
    endResetModel();
}

void ReasonsModel::clear() {
    beginResetModel();
    m_rows.clear();
    endResetModel();
}

const ReasonsModel::Row* ReasonsModel::row(int index) const {
    return index >= 0 && index < rowCount() ? &m_rows[static_cast<std::size_t>(index)] : nullptr;
}

int ReasonsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}

Qt::ItemFlags ReasonsModel::flags(const QModelIndex& index) const {
    const Row* r = row(index.row());
    return r == nullptr || !r->reason ? Qt::NoItemFlags : Qt::ItemIsEnabled | Qt::ItemIsSelectable;
}

QVariant ReasonsModel::data(const QModelIndex& index, int role) const {
    const Row* r = row(index.row());
    if (r == nullptr)
        return {};
    if (role == Qt::DisplayRole)
        return r->text;
    if (role == Qt::AccessibleTextRole) {
        if (!r->reason)
            return r->text;
        QString text = words::reasonRole(roleOf(r->reason->kind)) + QStringLiteral(": ") + r->text;
        if (r->reason->weight != Fate::keep)
            text += QLatin1Char(' ') + words::fate(r->reason->weight) + QLatin1Char('.');
        return r->change.isEmpty() ? text : text + QLatin1Char(' ') + r->change;
    }
    return {};
}

ReasonDelegate::ReasonDelegate(QAbstractItemView* view) : QStyledItemDelegate(view), m_view(view) {}

QSize ReasonDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const {
    const auto* model = qobject_cast<const ReasonsModel*>(index.model());
    const ReasonsModel::Row* row = model != nullptr ? model->row(index.row()) : nullptr;
    const int width = m_view->viewport()->width();
    if (row == nullptr || !row->reason)
        return {width, headingHeight + (index.row() > 0 ? 6 : 0)};
    const int wide = std::max(120, width - markColumn - weightColumn);
    int height = textSize(row->text, Theme::text(13), wide).height();
    if (!row->change.isEmpty())
        height += 2 + textSize(row->change, Theme::text(12), wide).height();
    return {width, height + 2 * padding};
}

void ReasonDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                           const QModelIndex& index) const {
    const auto* model = qobject_cast<const ReasonsModel*>(index.model());
    const ReasonsModel::Row* row = model != nullptr ? model->row(index.row()) : nullptr;
    if (row == nullptr)
        return;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    const QRect all = option.rect;
    if (!row->reason) {
        painter->setFont(Theme::text(12));
        painter->setPen(tone(Tone::textDim));
        painter->drawText(all.adjusted(4, 0, 0, -4), Qt::AlignBottom | Qt::AlignLeft, row->text);
        painter->restore();
        return;
    }
    if ((option.state & QStyle::State_Selected) != 0) {
        const bool focused = (option.state & QStyle::State_HasFocus) != 0;
        painter->setPen(focused ? QPen(tone(Tone::accent)) : Qt::NoPen);
        painter->setBrush(tone(Tone::panelRaised));
        painter->drawRoundedRect(QRectF(all).adjusted(1.5, 1.5, -1.5, -1.5), 5, 5);
    }
    const RulingReason& reason = *row->reason;
    const QPointF markAt(all.left() + 16, all.top() + padding + 8.5);
    const ReasonRole role = roleOf(reason.kind);
    if (role == ReasonRole::against) {
        paintMark(*painter, markOf(reason.weight), markAt, 11, Theme::instance().palette(), false);
    } else if (role == ReasonRole::elsewhere) {
        paintMark(*painter, Grade::linkFault, markAt, 11, Theme::instance().palette(), false);
    } else {
        // Missing: a hole; else a dot.
        painter->setPen(QPen(tone(role == ReasonRole::missing ? Tone::text : Tone::textDim), 1.2,
                             role == ReasonRole::missing ? Qt::DotLine : Qt::SolidLine));
        painter->setBrush(Qt::NoBrush);
        painter->drawEllipse(markAt, role == ReasonRole::missing ? 5 : 2.6,
                             role == ReasonRole::missing ? 5 : 2.6);
    }
    const int wide = std::max(120, all.width() - markColumn - weightColumn);
    const QRect text(all.left() + markColumn, all.top() + padding, wide, all.height());
    painter->setFont(Theme::text(13));
    painter->setPen(tone(role == ReasonRole::besides ? Tone::textDim : Tone::text));
    QRect used;
    painter->drawText(text, Qt::TextWordWrap, row->text, &used);
    if (!row->change.isEmpty()) {
        painter->setFont(Theme::text(12));
        painter->setPen(tone(Tone::textDim));
        painter->drawText(text.adjusted(0, used.height() + 2, 0, 0), Qt::TextWordWrap, row->change);
    }
    if (role == ReasonRole::against) {
        painter->setFont(Theme::text(12));
        painter->setPen(reason.weight == Fate::keep
                            ? tone(Tone::textDim)
                            : Theme::instance().palette().grade(markOf(reason.weight)));
        painter->drawText(QRect(text.right() + 6, text.top(), weightColumn - 12, all.height()),
                          Qt::AlignTop | Qt::AlignRight, words::fate(reason.weight));
    }
    painter->restore();
}

} // namespace orbita::app
