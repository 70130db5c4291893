// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger of the scan in view, as a table: a row each defect, the columns of core/plate/ledger_columns.h.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/defect_roles.h"
#include "core/plate/ledger_columns.h"

#include <QAbstractTableModel>
#include <optional>

namespace orbita::app {

// Which defects are listed.
struct LedgerFilter {
    std::uint8_t grades = 0xFF; // bit g: Grade g
    std::optional<Standing> standing;
    std::size_t patch = 0; // 0: of any, and of none
    friend bool operator==(const LedgerFilter&, const LedgerFilter&) = default;
};

class LedgerModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;
    void setController(const DriveController* controller);
    [[nodiscard]] const LedgerFilter& filter() const { return m_filter; }
    void setFilter(const LedgerFilter& filter);
    void refresh();

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    // By place, first to last, until another is asked for.
    void sort(int column, Qt::SortOrder order = Qt::AscendingOrder) override;

    // The first row whose defect lies in `span`; -1 if there is none.
    [[nodiscard]] int rowIn(const LbaSpan& span) const;
    // How many defects there are, listed or not, and how many patches.
    [[nodiscard]] std::size_t defects() const { return m_entries.size(); }
    [[nodiscard]] std::size_t patches() const { return m_patches; }

private:
    [[nodiscard]] LedgerRow rowAt(std::size_t entry) const;
    [[nodiscard]] bool isListed(std::size_t entry) const;
    [[nodiscard]] std::vector<std::uint32_t> listed() const;

    const DriveController* m_controller = nullptr;
    LedgerFilter m_filter;
    int m_sortedBy = 0;
    Qt::SortOrder m_order = Qt::AscendingOrder;
    std::vector<LedgerEntry> m_entries;
    std::vector<std::uint32_t> m_patchOf; // for each entry, counted from 1; 0: none
    std::size_t m_patches = 0;
    SectorCount m_capacity;
    std::uint32_t m_logicalBytes = 512;
    std::vector<std::uint32_t> m_rows; // of m_entries
    // What m_entries were taken from.
    const ScanView* m_takenFrom = nullptr;
    std::uint64_t m_takenVersion = 0;
};

} // namespace orbita::app
