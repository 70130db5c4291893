// SPDX-License-Identifier: GPL-3.0-or-later
// The places to be treated as a table: a row each case, ticked where it is to be treated, with what came of
// it.
#pragma once

#include "app/treat/proposal.h"

#include <QAbstractTableModel>

namespace orbita::app {

class CasesModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Column { place, what, proposed, loss, outcome, columns };

    using QAbstractTableModel::QAbstractTableModel;
    // `choosing`: whether cases may be ticked. `worksAt`: the case under treatment; -1: none.
    void show(const DriveIdentity& drive, std::vector<TreatmentCase> cases, const AllowedSteps& allowed,
              const std::vector<SpotResult>& results, bool choosing, int worksAt);
    [[nodiscard]] const TreatmentCase* at(int row) const;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

signals:
    void ticked(const orbita::LbaSpan& place, bool on);

private:
    [[nodiscard]] QString outcomeOf(std::size_t row) const;

    DriveIdentity m_drive;
    std::vector<TreatmentCase> m_cases;
    AllowedSteps m_allowed;
    std::vector<std::vector<SpotResult>> m_results; // of each case
    bool m_choosing = true;
    int m_worksAt = -1;
};

} // namespace orbita::app
