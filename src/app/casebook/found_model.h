// SPDX-License-Identifier: GPL-3.0-or-later
// The drives that a search of the casebook has found.
#pragma once

#include "store/casebook_search.h"

#include <QAbstractListModel>
#include <QStyledItemDelegate>

namespace orbita::app {

class FoundModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;

    void show(const CasebookHits& hits);
    [[nodiscard]] const CasebookHit* hit(int row) const;
    [[nodiscard]] int rowOf(std::int64_t drive) const; // -1: it was not found
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    std::vector<CasebookHit> m_hits;
};

class FoundDelegate final : public QStyledItemDelegate {
    Q_OBJECT
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
};

} // namespace orbita::app
