// SPDX-License-Identifier: GPL-3.0-or-later
// Tape and ledger of the scan in view, as models.
#pragma once

#include "app/rack/drive_controller.h"

#include <QAbstractListModel>

namespace orbita::app {

constexpr int spanRole = Qt::UserRole;       // QVariant of LbaSpan; invalid where an entry is about no place
constexpr int gradeRole = Qt::UserRole + 1;  // int of Grade
constexpr int detailRole = Qt::UserRole + 2; // the second line
constexpr int timeRole = Qt::UserRole + 3;   // when it happened
constexpr int placeRole = Qt::UserRole + 4;  // its first LBA
constexpr int sizeRole = Qt::UserRole + 5;   // how many sectors
constexpr int tookRole = Qt::UserRole + 6;   // how long the answer took

// What happened, latest last; neighbouring places that came to the same are one row.
class EventLogModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    [[nodiscard]] const ScanView* view() const {
        return m_controller != nullptr ? m_controller->current() : nullptr;
    }
    // Those of the tape from `m_taken` on.
    void take(bool visibly);
    const DriveController* m_controller = nullptr;
    std::size_t m_taken = 0;
    const ScanView* m_takenFrom = nullptr;
    std::vector<ScanEvent> m_rows;
};

// The list of defects, by LBA. Only the grades in `shown` are listed.
class LedgerModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void setController(const DriveController* controller);
    void setShown(std::uint8_t grades);
    void refresh();
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    // The first row whose defect lies in `span`; -1 if there is none.
    [[nodiscard]] int rowIn(const LbaSpan& span) const;

private:
    const DriveController* m_controller = nullptr;
    std::uint8_t m_shown = 0xFF;
    std::vector<LedgerEntry> m_entries;
    std::vector<std::size_t> m_patchOf; // for each entry, counted from 1; 0: none
};

} // namespace orbita::app

Q_DECLARE_METATYPE(orbita::LbaSpan)
