// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/life_model.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/life_words.h"
#include "report/vitals_words.h"

#include <QPainter>
#include <algorithm>

namespace orbita::app {

namespace {

enum Column : int { date, job, ruled, hours, firstCounter };
constexpr std::size_t mostCounters = 2;

// Over a column of figures, with no room to spare.
QString shortName(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::reallocatedSectors:
        return LifeModel::tr("Reallocated");
    case ReadingKind::pendingSectors:
        return LifeModel::tr("Pending");
    case ReadingKind::grownDefects:
        return LifeModel::tr("Grown");
    case ReadingKind::wearUsed:
        return LifeModel::tr("Used up");
    case ReadingKind::spareLeft:
        return LifeModel::tr("Spare left");
    case ReadingKind::mediaErrors:
        return LifeModel::tr("Media errors");
    default:
        return LifeModel::tr("Uncorrectable");
    }
}

} // namespace

void LifeModel::show(DriveLife life) {
    beginResetModel();
    m_life = std::move(life);
    m_counters.clear();
    m_zones.clear();
    m_range = {};
    for (const ReadingKind kind : {ReadingKind::reallocatedSectors, ReadingKind::pendingSectors,
                                   ReadingKind::grownDefects, ReadingKind::wearUsed, ReadingKind::spareLeft,
                                   ReadingKind::mediaErrors, ReadingKind::reportedUncorrectable})
        if (m_counters.size() < mostCounters &&
            std::any_of(m_life.visits.begin(), m_life.visits.end(),
                        [&](const LifeVisit& visit) { return visit.reading(kind) != nullptr; }))
            m_counters.push_back(kind);
    for (const LifeVisit& visit : m_life.visits) {
        m_zones.push_back(zonesSeen(visit.scans));
        m_range.include(m_zones.back());
    }
    endResetModel();
}

int LifeModel::rulingColumn() {
    return ruled;
}

int LifeModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_life.visits.size());
}

int LifeModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : firstCounter + static_cast<int>(m_counters.size()) + 2;
}

QString LifeModel::text(const LifeVisit& visit, int column) const {
    if (column == date)
        return words::dateOf(visit.visit.beganAt);
    if (column == job)
        return QString::fromStdString(visit.visit.job);
    if (column == ruled)
        return visit.ruling ? words::ruledShort(*visit.ruling) : QStringLiteral("–");
    if (column == hours) {
        const Reading* reading = visit.reading(ReadingKind::powerOnHours);
        return reading == nullptr ? QStringLiteral("–")
                                  : format::number(static_cast<double>(reading->value), 0);
    }
    const auto counter = static_cast<std::size_t>(column - firstCounter);
    if (counter < m_counters.size()) {
        const Reading* reading = visit.reading(m_counters[counter]);
        if (reading == nullptr)
            return QStringLiteral("–");
        return reading->unit == ReadingUnit::sectors || reading->unit == ReadingUnit::count
                   ? format::number(static_cast<double>(reading->value), 0)
                   : words::readingValue(*reading);
    }
    if (column == surfaceColumn())
        return words::visitSurface(visit);
    return visit.wear ? words::doublings(visit.wear->doublings) : QStringLiteral("–");
}

QVariant LifeModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const LifeVisit& visit = m_life.visits[static_cast<std::size_t>(index.row())];
    const int column = index.column();
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return text(visit, column);
    if (role == Qt::TextAlignmentRole)
        return column >= hours && column != surfaceColumn() ? int(Qt::AlignRight | Qt::AlignVCenter)
                                                            : int(Qt::AlignLeft | Qt::AlignVCenter);
    if (role == Qt::ForegroundRole && column == ruled && visit.ruling &&
        visit.ruling->holds() >= Fate::spareDuty)
        return tone(Tone::straining);
    if (role == Qt::ToolTipRole) {
        if (column == firstCounter + static_cast<int>(m_counters.size()) && visit.wear)
            return tr("Wear by how it reads, in doublings: %1. 0: as an unworn drive; each 1 more: twice as "
                      "many late places.")
                .arg(words::wearShort(visit.wear));
        QStringList lines;
        if (visit.ruling)
            lines << words::ruledShort(*visit.ruling);
        for (const std::string& line : {visit.visit.customer, visit.visit.words, visit.visit.notes})
            if (!line.empty())
                lines << QString::fromStdString(line);
        for (const Complaint& complaint : visit.visit.complaints)
            lines << words::complaint(complaint.mark);
        return column == surfaceColumn() ? words::visitSurface(visit) : lines.join(QLatin1Char('\n'));
    }
    return {};
}

QVariant LifeModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal)
        return {};
    if (role == Qt::TextAlignmentRole)
        return section >= hours && section != surfaceColumn() ? int(Qt::AlignRight | Qt::AlignVCenter)
                                                              : int(Qt::AlignLeft | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    switch (section) {
    case date:
        return tr("Visit");
    case job:
        return tr("Job");
    case ruled:
        return tr("Ruling");
    case hours:
        return tr("Hours");
    default:
        break;
    }
    const auto counter = static_cast<std::size_t>(section - firstCounter);
    if (counter < m_counters.size())
        return shortName(m_counters[counter]);
    return section == surfaceColumn() ? tr("Surface") : tr("Wear");
}

void SurfaceDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                            const QModelIndex& index) const {
    const auto* model = qobject_cast<const LifeModel*>(index.model());
    if (model == nullptr)
        return;
    painter->save();
    painter->setRenderHint(QPainter::Antialiasing);
    if ((option.state & QStyle::State_Selected) != 0)
        painter->fillRect(option.rect, tone(Tone::panelRaised));
    const QRectF where = QRectF(option.rect).adjusted(6, 5, -8, -5);
    const LifeVisit& visit = model->life().visits[static_cast<std::size_t>(index.row())];
    if (visit.scans.empty()) {
        painter->setFont(Theme::text(12));
        painter->setPen(tone(Tone::textDim));
        painter->drawText(where, Qt::AlignLeft | Qt::AlignVCenter, LifeModel::tr("not read"));
    } else {
        paintZoneStrip(*painter, where, model->zones(index.row()), model->range());
        painter->setPen(QPen(tone(Tone::hairline), 1));
        painter->setBrush(Qt::NoBrush);
        painter->drawRect(where);
    }
    painter->restore();
}

} // namespace orbita::app
