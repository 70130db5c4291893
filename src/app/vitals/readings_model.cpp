// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/vitals/readings_model.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"
#include "report/vitals_words.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace orbita::app {

namespace {

constexpr int rowHeight = 34;

// How far towards its limit a reading is, 0 to 1; absent where there is no limit to measure by.
std::optional<double> towardsLimit(const ReadingsModel::Row& row) {
    const Reading& r = row.reading;
    if (row.finding.reason == FindingReason::cannotBe)
        return std::nullopt;
    // Percentages are their own scale.
    if (r.kind == ReadingKind::wearUsed)
        return std::min(1.0, static_cast<double>(r.value) / 100);
    if (r.kind == ReadingKind::spareLeft)
        return std::clamp(1 - static_cast<double>(r.value) / 100, 0.0, 1.0);
    // Towards the drive's own threshold, from 100 down.
    if (r.threshold && *r.threshold > 0 && *r.threshold < 100 && r.normalised && *r.normalised <= 100)
        return std::clamp((100.0 - *r.normalised) / (100.0 - *r.threshold), 0.0, 1.0);
    const ReadingLimits& limits = row.limits;
    const auto end = limits.critical ? limits.critical : limits.warning ? limits.warning : limits.note;
    if (!end || *end <= 0)
        return std::nullopt;
    const double share = static_cast<double>(std::max<std::int64_t>(r.value, 0)) / static_cast<double>(*end);
    return std::min(1.0, r.unit == ReadingUnit::celsius || r.unit == ReadingUnit::hours ? share
                                                                                        : std::sqrt(share));
}

std::int64_t hoursOf(const Vitals& vitals) {
    const Reading* hours = vitals.find(ReadingKind::powerOnHours);
    return hours != nullptr ? hours->value : 0;
}

} // namespace

Grade markOf(FindingLevel level) {
    switch (level) {
    case FindingLevel::fine:
        return Grade::steady;
    case FindingLevel::note:
        return Grade::laboured;
    case FindingLevel::warning:
        return Grade::straining;
    case FindingLevel::critical:
        break;
    }
    return Grade::unreadable;
}

QString changeText(const ReadingsModel::Row& row) {
    if (!row.before || row.before->value == row.reading.value)
        return {};
    const std::int64_t change = row.reading.value - row.before->value;
    Reading amount = row.reading;
    amount.value = std::abs(change);
    // Counts stand in a narrow column beside their unit.
    const bool counted = amount.unit == ReadingUnit::count || amount.unit == ReadingUnit::sectors;
    QString text =
        (change > 0 ? QStringLiteral("+") : QStringLiteral("−")) +
        (counted ? format::count(static_cast<std::uint64_t>(amount.value)) : words::readingValue(amount));
    const bool itselfTime =
        row.reading.unit == ReadingUnit::hours || row.reading.unit == ReadingUnit::celsius;
    if (row.runningHours <= 0 || itselfTime)
        return text;
    return ReadingsModel::tr("%1 in %2 h")
        .arg(text, format::count(static_cast<std::uint64_t>(row.runningHours)));
}

void ReadingsModel::setVisit(const VisitController* visit) {
    beginResetModel();
    m_rows.clear();
    if (visit != nullptr && visit->findings().size() == visit->vitals().readings.size())
        for (std::size_t i = 0; i < visit->findings().size(); ++i) {
            const Reading& reading = visit->vitals().readings[i];
            const PastVitals* past = visit->pastWith(reading);
            Row row{reading, visit->findings()[i], {}, 0, {}};
            if (past != nullptr) {
                row.before = *past->vitals.same(reading);
                row.runningHours = hoursOf(visit->vitals()) - hoursOf(past->vitals);
            }
            if (const ReadingLimits* limits = visit->policy().limitsOf(reading.kind))
                row.limits = *limits;
            m_rows.push_back(std::move(row));
        }
    std::stable_sort(m_rows.begin(), m_rows.end(),
                     [](const Row& a, const Row& b) { return a.finding.level > b.finding.level; });
    endResetModel();
}

int ReadingsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}

const ReadingsModel::Row* ReadingsModel::row(int index) const {
    return index >= 0 && index < rowCount() ? &m_rows[static_cast<std::size_t>(index)] : nullptr;
}

QVariant ReadingsModel::data(const QModelIndex& index, int role) const {
    const Row* r = row(index.row());
    if (r == nullptr)
        return {};
    if (role == Qt::DisplayRole)
        return words::readingName(r->reading);
    if (role == Qt::AccessibleTextRole)
        return tr("%1: %2, %3, %4")
            .arg(words::readingName(r->reading), words::readingValue(r->reading),
                 words::findingLevel(r->finding.level), words::findingReason(r->reading, r->finding));
    return {};
}

QSize ReadingDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const {
    return {200, rowHeight};
}

void ReadingDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                            const QModelIndex& index) const {
    const auto* model = qobject_cast<const ReadingsModel*>(index.model());
    const ReadingsModel::Row* row = model != nullptr ? model->row(index.row()) : nullptr;
    if (row == nullptr)
        return;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    const QRectF all = option.rect;
    if ((option.state & QStyle::State_Selected) != 0) {
        painter->setPen(Qt::NoPen);
        painter->setBrush(tone(Tone::panelRaised));
        painter->drawRoundedRect(all.adjusted(1, 1, -1, -1), 5, 5);
    }
    const double mid = all.center().y();
    const QPointF markAt(all.left() + 16, mid);
    if (row->finding.level == FindingLevel::fine) {
        painter->setPen(QPen(tone(Tone::textDim), 1.2));
        painter->setBrush(Qt::NoBrush);
        painter->drawEllipse(markAt, 2.6, 2.6);
    } else {
        paintMark(*painter, markOf(row->finding.level), markAt, 11, Theme::instance().palette(), false);
    }
    const bool matters = row->finding.level != FindingLevel::fine;
    const double width = all.width();
    const double nameAt = all.left() + 32;
    const double valueEnd = all.left() + width * 0.46;
    painter->setFont(Theme::text(13, matters ? QFont::Medium : QFont::Normal));
    painter->setPen(tone(Tone::text));
    painter->drawText(QRectF(nameAt, all.top(), width * 0.27, all.height()), Qt::AlignVCenter | Qt::AlignLeft,
                      words::readingName(row->reading));
    painter->setFont(Theme::text(13));
    const QRectF value(all.left() + width * 0.28, all.top(), width * 0.18, all.height());
    painter->drawText(value, Qt::AlignVCenter | Qt::AlignRight, words::readingValue(row->reading));
    const QRectF bar(valueEnd + 14, mid - 3, width * 0.10, 6);
    if (const auto share = towardsLimit(*row)) {
        painter->setPen(Qt::NoPen);
        painter->setBrush(tone(Tone::hairline));
        painter->drawRoundedRect(bar, 3, 3);
        painter->setBrush(
            Theme::instance().palette().grade(matters ? markOf(row->finding.level) : Grade::late));
        painter->drawRoundedRect(
            QRectF(bar.left(), bar.top(), std::max(2.0, bar.width() * *share), bar.height()), 3, 3);
    }
    painter->setFont(Theme::text(12));
    const double changeAt = bar.right() + 12;
    const double changeWidth = width * 0.15;
    painter->setPen(tone(growthMatters(row->reading.kind) ? Tone::straining : Tone::textDim));
    const QString change = changeText(*row);
    painter->drawText(
        QRectF(changeAt, all.top(), changeWidth, all.height()), Qt::AlignVCenter | Qt::AlignLeft,
        painter->fontMetrics().elidedText(change, Qt::ElideRight, static_cast<int>(changeWidth)));
    painter->setPen(tone(Tone::textDim));
    const QRectF reason(changeAt + changeWidth + 6, all.top(), all.right() - changeAt - changeWidth - 12,
                        all.height());
    painter->drawText(reason, Qt::AlignVCenter | Qt::AlignLeft,
                      painter->fontMetrics().elidedText(words::findingReason(row->reading, row->finding),
                                                        Qt::ElideRight, static_cast<int>(reason.width())));
    painter->restore();
}

} // namespace orbita::app
