// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/event_log_model.h"

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

} // namespace orbita::app
