// SPDX-License-Identifier: GPL-3.0-or-later
// The readings of one drive, findings first, and how a row of them is painted.
#pragma once

#include "app/rack/drive_controller.h"

#include <QAbstractListModel>
#include <QStyledItemDelegate>

namespace orbita::app {

class ReadingsModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void setVisit(const VisitController* visit); // reads it anew
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

    struct Row {
        Reading reading;
        Finding finding;
        std::optional<Reading> before; // at the last visit that had it
        std::int64_t runningHours = 0; // that the drive counted between the two; 0: not known
        ReadingLimits limits;          // of the house policy
    };
    [[nodiscard]] const Row* row(int index) const;

private:
    std::vector<Row> m_rows;
};

// The grade whose colour and shape stand for a finding.
Grade markOf(FindingLevel level);
// How much since the last visit, and in how long: "+24 in 310 h"; empty where nothing changed or was known.
QString changeText(const ReadingsModel::Row& row);

class ReadingDelegate final : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
};

} // namespace orbita::app
