// SPDX-License-Identifier: GPL-3.0-or-later
// What a drive counts of itself, on two visits.
#pragma once

#include "core/judge/life/visit_comparison.h"

#include <QAbstractTableModel>

namespace orbita::app {

class CountersModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;

    // What has changed stands first.
    void show(std::vector<CounterChange> counters);
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    std::vector<CounterChange> m_counters;
};

} // namespace orbita::app
