// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/found_model.h"

#include "app/theme/theme.h"
#include "report/life_words.h"
#include "report/ruling_words.h"
#include "report/words.h"

#include <QPainter>

namespace orbita::app {

namespace {

constexpr int foundHeight = 62;

QString ruledLine(const CasebookHit& hit) {
    return hit.ruling       ? words::fate(*hit.ruling)
           : hit.notSettled ? FoundModel::tr("Not judged yet")
                            : FoundModel::tr("No ruling");
}

QString whoseLine(const CasebookHit& hit) {
    QStringList parts;
    for (const std::string& part : {hit.job, hit.customer})
        if (!part.empty())
            parts << QString::fromStdString(part);
    return parts.join(QStringLiteral(" · "));
}

QString serialLine(const CasebookHit& hit) {
    return hit.drive.identity.serial.empty() ? FoundModel::tr("No serial number reported")
                                             : QString::fromStdString(hit.drive.identity.serial);
}

} // namespace

void FoundModel::show(const CasebookHits& hits) {
    beginResetModel();
    m_hits = hits.drives;
    endResetModel();
}

const CasebookHit* FoundModel::hit(int row) const {
    return row >= 0 && row < rowCount() ? &m_hits[static_cast<std::size_t>(row)] : nullptr;
}

int FoundModel::rowOf(std::int64_t drive) const {
    for (int row = 0; row < rowCount(); ++row)
        if (hit(row)->drive.id == drive)
            return row;
    return -1;
}

int FoundModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_hits.size());
}

QVariant FoundModel::data(const QModelIndex& index, int role) const {
    const CasebookHit* one = hit(index.row());
    if (one == nullptr || (role != Qt::DisplayRole && role != Qt::AccessibleTextRole))
        return {};
    const QString name = words::driveName(one->drive.identity);
    if (role == Qt::DisplayRole)
        return name;
    return tr("%1, %2, %3, last seen %4, %5")
        .arg(name, serialLine(*one), ruledLine(*one), words::dateOf(one->drive.lastSeen), whoseLine(*one));
}

QSize FoundDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const {
    return {0, foundHeight};
}

void FoundDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const {
    const auto* model = qobject_cast<const FoundModel*>(index.model());
    const CasebookHit* hit = model == nullptr ? nullptr : model->hit(index.row());
    if (hit == nullptr)
        return;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    const QRectF card = QRectF(option.rect).adjusted(0.5, 1.5, -6.5, -1.5);
    const bool chosen = (option.state & QStyle::State_Selected) != 0;
    if (chosen || (option.state & QStyle::State_MouseOver) != 0) {
        painter->setPen(QPen(chosen ? tone(Tone::accent) : tone(Tone::hairline), 1));
        painter->setBrush(chosen ? tone(Tone::panelRaised) : QColor(Qt::transparent));
        painter->drawRoundedRect(card, 6, 6);
    }
    const QRectF text = card.adjusted(10, 5, -10, -4);
    const auto line = [&](double y, const QFont& font, const QColor& colour, const QString& words,
                          const QString& atRight, const QColor& rightColour) {
        const QFontMetrics metrics(font);
        const double right = atRight.isEmpty() ? 0 : metrics.horizontalAdvance(atRight) + 8;
        const QRectF row(text.left(), text.top() + y, text.width(), metrics.height());
        painter->setFont(font);
        painter->setPen(colour);
        painter->drawText(row, Qt::AlignLeft | Qt::AlignVCenter,
                          metrics.elidedText(words, Qt::ElideRight, static_cast<int>(text.width() - right)));
        painter->setPen(rightColour);
        painter->drawText(row, Qt::AlignRight | Qt::AlignVCenter, atRight);
    };
    const bool alarming = hit->ruling && *hit->ruling >= Fate::spareDuty;
    const QColor dim = tone(Tone::textDim);
    line(0, Theme::text(13, QFont::Medium), tone(Tone::text), words::driveName(hit->drive.identity),
         ruledLine(*hit),
         alarming      ? tone(Tone::straining)
         : hit->ruling ? tone(Tone::text)
                       : dim);
    line(17, Theme::text(12), dim, serialLine(*hit), words::dateOf(hit->drive.lastSeen), dim);
    line(33, Theme::text(12), dim, whoseLine(*hit),
         hit->drive.visits == 1 ? FoundModel::tr("1 visit")
                                : FoundModel::tr("%1 visits").arg(hit->drive.visits),
         dim);
    painter->restore();
}

} // namespace orbita::app
