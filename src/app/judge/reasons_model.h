// SPDX-License-Identifier: GPL-3.0-or-later
// The reasons of a ruling under their headings, and how a row of them is painted.
#pragma once

#include "core/judge/ruling.h"

#include <QAbstractListModel>
#include <QStyledItemDelegate>

class QAbstractItemView;

namespace orbita::app {

class ReasonsModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void show(const Ruling& ruling, const Evidence& evidence);
    void clear();

    struct Row {
        std::optional<RulingReason> reason; // absent: a heading
        QString text;
        QString change; // what would change it
    };
    [[nodiscard]] const Row* row(int index) const;
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;

private:
    std::vector<Row> m_rows;
};

// The grade whose colour and shape stand for what a ruling comes to.
Grade markOf(Fate fate);

class ReasonDelegate final : public QStyledItemDelegate {
    Q_OBJECT
public:
    // `view`: as wide as rows are.
    explicit ReasonDelegate(QAbstractItemView* view);
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override;

private:
    QAbstractItemView* m_view;
};

} // namespace orbita::app
