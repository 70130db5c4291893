// SPDX-License-Identifier: GPL-3.0-or-later
// One drive's visits in order, with what was counted, ruled and seen on each.
#pragma once

#include "app/casebook/zone_strip.h"
#include "core/judge/life/drive_life.h"

#include <QAbstractTableModel>
#include <QStyledItemDelegate>

namespace orbita::app {

class LifeModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;

    void show(DriveLife life);
    [[nodiscard]] const DriveLife& life() const { return m_life; }
    [[nodiscard]] const std::array<ZoneLook, zoneCount>& zones(int row) const {
        return m_zones[static_cast<std::size_t>(row)];
    }
    [[nodiscard]] const PaceRange& range() const { return m_range; }
    [[nodiscard]] static int rulingColumn();
    [[nodiscard]] int surfaceColumn() const { return columnCount() - 1; }

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    [[nodiscard]] QString text(const LifeVisit& visit, int column) const;

    DriveLife m_life;
    std::vector<ReadingKind> m_counters; // that such a drive has, and that say most
    std::vector<std::array<ZoneLook, zoneCount>> m_zones;
    PaceRange m_range;
};

// The small map in the last column.
class SurfaceDelegate final : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
};

} // namespace orbita::app
