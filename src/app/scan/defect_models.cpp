// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/defect_models.h"

#include "core/scan/joined_events.h"
#include "report/format.h"
#include "report/words.h"

namespace orbita::app {

void EventLogModel::setController(const DriveController* controller) {
    beginResetModel();
    m_controller = controller;
    m_rows.clear();
    m_taken = 0;
    m_takenFrom = view();
    take(false);
    endResetModel();
}

void EventLogModel::refresh() {
    const std::size_t entries = view() != nullptr ? view()->record.events.size() : 0;
    if (view() != m_takenFrom || entries < m_taken)
        setController(m_controller);
    else if (entries > m_taken)
        take(true);
}

void EventLogModel::take(bool visibly) {
    if (view() == nullptr)
        return;
    const std::vector<ScanEvent>& events = view()->record.events;
    std::vector<ScanEvent> rows;
    bool lastGrew = false;
    for (; m_taken < events.size(); ++m_taken) {
        std::vector<ScanEvent>& latest = rows.empty() ? m_rows : rows;
        const auto both = latest.empty() ? std::nullopt : joined(latest.back(), events[m_taken]);
        if (both) {
            latest.back() = *both;
            lastGrew = lastGrew || rows.empty();
        } else {
            rows.push_back(events[m_taken]);
        }
    }
    const int had = static_cast<int>(m_rows.size());
    if (visibly && lastGrew)
        emit dataChanged(index(had - 1), index(had - 1));
    if (rows.empty())
        return;
    if (visibly)
        beginInsertRows({}, had, had + static_cast<int>(rows.size()) - 1);
    m_rows.insert(m_rows.end(), rows.begin(), rows.end());
    if (visibly)
        endInsertRows();
}

int EventLogModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}

QVariant EventLogModel::data(const QModelIndex& index, int role) const {
    const ScanView* scan = view();
    if (scan == nullptr || index.row() >= static_cast<int>(m_rows.size()))
        return {};
    const ScanEvent& entry = m_rows[static_cast<std::size_t>(index.row())];
    const bool aboutPlace =
        !entry.span.empty() && entry.kind != ScanEventKind::started && entry.kind != ScanEventKind::ended;
    switch (role) {
    case Qt::DisplayRole:
        return words::eventTitle(entry);
    case detailRole:
        return words::eventDetail(entry, scan->record.drive);
    case timeRole:
        return format::clock(entry.at);
    case placeRole:
        return aboutPlace ? format::lba(entry.span.first) : QString();
    case gradeRole:
        return static_cast<int>(entry.grade);
    case spanRole:
        return aboutPlace ? QVariant::fromValue(entry.span) : QVariant();
    case Qt::AccessibleTextRole:
        return tr("%1, %2 %3. %4")
            .arg(format::clock(entry.at), words::eventTitle(entry),
                 aboutPlace ? words::span(entry.span) : QString(),
                 words::eventDetail(entry, scan->record.drive));
    default:
        return {};
    }
}

void LedgerModel::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

void LedgerModel::setShown(std::uint8_t grades) {
    m_shown = grades;
    refresh();
}

void LedgerModel::refresh() {
    std::vector<LedgerEntry> entries;
    m_patchOf.clear();
    if (const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr) {
        const std::vector<LedgerEntry>& ledger = scan->record.ledger;
        std::size_t patch = 0;
        for (std::size_t i = 0; i < ledger.size(); ++i) {
            while (patch < scan->patches.size() && scan->patches[patch].first <= i)
                ++patch;
            if ((m_shown >> static_cast<unsigned>(ledger[i].grade) & 1U) == 0)
                continue;
            entries.push_back(ledger[i]);
            m_patchOf.push_back(ledger[i].grade == Grade::linkFault ? 0 : patch);
        }
    }
    if (entries == m_entries)
        return;
    // A scan adds at the end: rows that stay keep the view's selection and place.
    const bool grows =
        entries.size() > m_entries.size() && std::equal(m_entries.begin(), m_entries.end(), entries.begin());
    if (grows) {
        beginInsertRows({}, static_cast<int>(m_entries.size()), static_cast<int>(entries.size()) - 1);
        m_entries = std::move(entries);
        endInsertRows();
    } else {
        beginResetModel();
        m_entries = std::move(entries);
        endResetModel();
    }
}

int LedgerModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_entries.size());
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const {
    if (index.row() < 0 || index.row() >= rowCount() || m_controller == nullptr)
        return {};
    const LedgerEntry& entry = m_entries[static_cast<std::size_t>(index.row())];
    switch (role) {
    case Qt::DisplayRole:
        return words::grade(entry.grade);
    case spanRole:
        return QVariant::fromValue(entry.span);
    case gradeRole:
        return static_cast<int>(entry.grade);
    case placeRole:
        return format::lba(entry.span.first);
    case sizeRole:
        return entry.span.count.value == 1 ? tr("1 sector")
                                           : tr("%1 sectors").arg(format::count(entry.span.count.value));
    case tookRole:
        return format::milliseconds(entry.latency);
    case detailRole: {
        QStringList parts{words::standing(entry.standing)};
        if (!entry.causeGiven)
            parts << tr("no cause given");
        if (!entry.exact)
            parts << tr("one of these, not said which");
        if (const std::size_t patch = m_patchOf[static_cast<std::size_t>(index.row())]; patch > 0)
            parts << tr("patch %1").arg(patch);
        return parts.join(QStringLiteral(" · "));
    }
    case Qt::ToolTipRole:
        return words::span(entry.span) + QLatin1Char('\n') +
               words::place(entry.span.first, m_controller->identity());
    case Qt::AccessibleTextRole:
        return tr("%1, %2, %3, answered in %4")
            .arg(words::grade(entry.grade), words::span(entry.span), words::standing(entry.standing),
                 format::milliseconds(entry.latency));
    default:
        return {};
    }
}

int LedgerModel::rowIn(const LbaSpan& span) const {
    for (std::size_t i = 0; i < m_entries.size(); ++i)
        if (m_entries[i].span.overlaps(span))
            return static_cast<int>(i);
    return -1;
}

} // namespace orbita::app
