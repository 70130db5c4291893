// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/ledger_model.h"

#include "app/theme/theme.h"
#include "report/ledger_words.h"
#include "report/words.h"

#include <numeric>

namespace orbita::app {

namespace {

const std::vector<const LedgerColumn*>& shownColumns() {
    static const auto columns = [] {
        std::vector<const LedgerColumn*> shown;
        for (const LedgerColumn& column : ledgerColumns())
            if ((column.places & inWindow) != 0)
                shown.push_back(&column);
        return shown;
    }();
    return columns;
}

} // namespace

void LedgerModel::setController(const DriveController* controller) {
    m_controller = controller;
    m_takenFrom = nullptr;
    refresh();
}

LedgerRow LedgerModel::rowAt(std::size_t entry) const {
    return {m_entries[entry], m_capacity, m_logicalBytes, m_patchOf[entry]};
}

bool LedgerModel::isListed(std::size_t entry) const {
    const LedgerEntry& defect = m_entries[entry];
    return (m_filter.grades >> static_cast<unsigned>(defect.grade) & 1U) != 0 &&
           (!m_filter.standing || *m_filter.standing == defect.standing) &&
           (m_filter.patch == 0 || m_filter.patch == m_patchOf[entry]);
}

// In the order asked for; what is alike there stays by place.
std::vector<std::uint32_t> LedgerModel::listed() const {
    std::vector<std::uint32_t> rows;
    for (std::size_t i = 0; i < m_entries.size(); ++i)
        if (isListed(i))
            rows.push_back(static_cast<std::uint32_t>(i));
    const bool down = m_order == Qt::DescendingOrder;
    if (m_sortedBy == 0) { // as they are kept
        if (down)
            std::reverse(rows.begin(), rows.end());
        return rows;
    }
    // Each value is worked out once, not at every comparison.
    const LedgerColumn& column = *shownColumns()[static_cast<std::size_t>(m_sortedBy)];
    std::vector<LedgerValue> values(m_entries.size());
    for (const std::uint32_t row : rows)
        values[row] = column.unit == LedgerUnit::grade
                          ? LedgerValue(static_cast<std::uint64_t>(m_entries[row].grade)) // by weight
                          : column.value(rowAt(row));
    std::stable_sort(rows.begin(), rows.end(), [&](std::uint32_t a, std::uint32_t b) {
        return down ? isLess(values[b], values[a]) : isLess(values[a], values[b]);
    });
    return rows;
}

void LedgerModel::setFilter(const LedgerFilter& filter) {
    if (filter == m_filter)
        return;
    beginResetModel();
    m_filter = filter;
    m_rows = listed();
    endResetModel();
}

void LedgerModel::sort(int column, Qt::SortOrder order) {
    if (column < 0 || column >= columnCount())
        return;
    emit layoutAboutToBeChanged();
    const QModelIndexList before = persistentIndexList();
    std::vector<std::uint32_t> entries;
    for (const QModelIndex& index : before)
        entries.push_back(m_rows[static_cast<std::size_t>(index.row())]);
    m_sortedBy = column;
    m_order = order;
    m_rows = listed();
    std::vector<int> rowOf(m_entries.size(), -1);
    for (std::size_t row = 0; row < m_rows.size(); ++row)
        rowOf[m_rows[row]] = static_cast<int>(row);
    QModelIndexList after;
    for (qsizetype i = 0; i < before.size(); ++i)
        after << index(rowOf[entries[static_cast<std::size_t>(i)]], before[i].column());
    changePersistentIndexList(before, after);
    emit layoutChanged();
}

void LedgerModel::refresh() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    // How a scan that is opened, or replayed, comes by its ledger leaves no mark but its length.
    const bool same = scan == m_takenFrom && scan != nullptr &&
                      scan->record.status.ledgerVersion == m_takenVersion &&
                      scan->record.ledger.size() == m_entries.size();
    if (same || (scan == nullptr && m_entries.empty()))
        return;
    std::vector<LedgerEntry> entries;
    std::vector<std::uint32_t> patchOf;
    m_patches = 0;
    if (scan != nullptr) {
        entries = scan->record.ledger;
        patchOf.resize(entries.size());
        m_patches = scan->patches.size();
        std::size_t patch = 0;
        for (std::size_t i = 0; i < entries.size(); ++i) {
            while (patch < scan->patches.size() && scan->patches[patch].first <= i)
                ++patch;
            patchOf[i] = entries[i].grade == Grade::linkFault ? 0 : static_cast<std::uint32_t>(patch);
        }
        m_capacity = scan->record.drive.capacity;
        m_logicalBytes = scan->record.drive.logicalBytes;
    }
    // A scan adds at the end, as a rule: rows that stay keep the view's selection and place.
    const bool grows = scan == m_takenFrom && scan != nullptr && m_sortedBy == 0 &&
                       m_order == Qt::AscendingOrder && entries.size() > m_entries.size() &&
                       std::equal(m_entries.begin(), m_entries.end(), entries.begin()) &&
                       std::equal(m_patchOf.begin(), m_patchOf.end(), patchOf.begin());
    m_takenFrom = scan;
    m_takenVersion = scan != nullptr ? scan->record.status.ledgerVersion : 0;
    if (!grows)
        beginResetModel();
    m_entries = std::move(entries);
    m_patchOf = std::move(patchOf);
    std::vector<std::uint32_t> rows = listed();
    if (grows && rows.size() > m_rows.size()) {
        beginInsertRows({}, static_cast<int>(m_rows.size()), static_cast<int>(rows.size()) - 1);
        m_rows = std::move(rows);
        endInsertRows();
    } else {
        m_rows = std::move(rows);
    }
    if (!grows)
        endResetModel();
}

int LedgerModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}

int LedgerModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(shownColumns().size());
}

QVariant LedgerModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || section < 0 || section >= columnCount())
        return {};
    const LedgerColumn& column = *shownColumns()[static_cast<std::size_t>(section)];
    switch (role) {
    case Qt::DisplayRole:
        return words::ledgerTitle(column);
    case Qt::ToolTipRole:
        return tr("Sorted by this with a click, or by the key %1; the other way round with another")
            .arg(section + 1);
    case Qt::TextAlignmentRole:
        return static_cast<int>((words::isNumber(column.unit) ? Qt::AlignRight : Qt::AlignLeft) |
                                Qt::AlignVCenter);
    default:
        return {};
    }
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount() || index.column() >= columnCount())
        return {};
    const LedgerRow row = rowAt(m_rows[static_cast<std::size_t>(index.row())]);
    const LedgerColumn& column = *shownColumns()[static_cast<std::size_t>(index.column())];
    switch (role) {
    case Qt::DisplayRole:
        return words::ledgerText(column, row);
    case Qt::TextAlignmentRole:
        return headerData(index.column(), Qt::Horizontal, role);
    case Qt::FontRole:
        return words::isNumber(column.unit) ? Theme::digits(11) : Theme::text(12);
    case Qt::ForegroundRole:
        return column.unit == LedgerUnit::grade ? Theme::instance().palette().grade(row.entry.grade)
               : column.unit == LedgerUnit::lba || column.unit == LedgerUnit::milliseconds
                   ? tone(Tone::text)
                   : tone(Tone::textDim);
    case spanRole:
        return QVariant::fromValue(row.entry.span);
    case gradeRole:
        return static_cast<int>(row.entry.grade);
    case Qt::ToolTipRole:
        return words::span(row.entry.span) + QLatin1Char('\n') +
               words::place(row.entry.span.first, m_controller->identity());
    case Qt::AccessibleTextRole: {
        // The first cell says all of it, for who hears the rows one by one.
        if (index.column() != 0)
            return words::ledgerTitle(column) + QLatin1Char(' ') + words::ledgerText(column, row);
        QStringList parts;
        for (const LedgerColumn* const each : shownColumns())
            if (const QString text = words::ledgerText(*each, row); !text.isEmpty())
                parts << words::ledgerTitle(*each) + QLatin1Char(' ') + text;
        return parts.join(QStringLiteral(", "));
    }
    default:
        return {};
    }
}

int LedgerModel::rowIn(const LbaSpan& span) const {
    for (std::size_t row = 0; row < m_rows.size(); ++row)
        if (m_entries[m_rows[row]].span.overlaps(span))
            return static_cast<int>(row);
    return -1;
}

} // namespace orbita::app
