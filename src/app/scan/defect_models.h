// SPDX-License-Identifier: GPL-3.0-or-later
// Tape and ledger of the scan in view, as models.
#pragma once

#include "app/rack/drive_desk.h"

#include <QAbstractTableModel>

namespace orbita::app {

constexpr int spanRole = Qt::UserRole;      // QVariant of LbaSpan; invalid where an entry is about no place
constexpr int gradeRole = Qt::UserRole + 1; // int of Grade
constexpr int detailRole = Qt::UserRole + 2;
constexpr int timeRole = Qt::UserRole + 3;
constexpr int placeRole = Qt::UserRole + 4;

// What happened, latest last.
class TapeModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void setDesk(const DriveDesk* desk);
    void refresh();
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    [[nodiscard]] const ScanView* view() const { return m_desk != nullptr ? m_desk->current() : nullptr; }
    const DriveDesk* m_desk = nullptr;
    int m_rows = 0;
};

// The list of defects, by LBA. Only the grades in `shown` are listed.
class LedgerModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Column { ColumnLba, ColumnSectors, ColumnGrade, ColumnLatency, ColumnStanding, ColumnCount };

    using QAbstractTableModel::QAbstractTableModel;
    void setDesk(const DriveDesk* desk);
    void setShown(std::uint8_t grades);
    void refresh();
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    // The first row whose defect lies in `span`; -1 if there is none.
    [[nodiscard]] int rowIn(const LbaSpan& span) const;

private:
    const DriveDesk* m_desk = nullptr;
    std::uint8_t m_shown = 0xFF;
    std::vector<LedgerEntry> m_entries;
};

} // namespace orbita::app

Q_DECLARE_METATYPE(orbita::LbaSpan)
