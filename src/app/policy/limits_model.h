// SPDX-License-Identifier: GPL-3.0-or-later
// Limits of a house policy as a table to be edited: what is measured, what it comes to on this drive, and
// from which value on it weighs how much. An empty cell: never.
#pragma once

#include <QAbstractTableModel>
#include <QStringList>
#include <array>
#include <optional>
#include <vector>

namespace orbita::app {

class LimitsModel final : public QAbstractTableModel {
    Q_OBJECT
public:
    struct Row {
        QString name;
        QString now;                                 // on this drive; empty: not known
        bool whole = true;                           // takes whole numbers alone
        std::array<std::optional<double>, 3> limits; // the mildest first
    };
    // `weights`: what the three limits make of a drive, as headings.
    explicit LimitsModel(QStringList weights, QObject* parent = nullptr);

    void show(std::vector<Row> rows);
    [[nodiscard]] const std::vector<Row>& rows() const { return m_rows; }

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

signals:
    void edited();
    void refused(const QString& why); // what was typed is no limit; the cell is as it was

private:
    QStringList m_weights;
    std::vector<Row> m_rows;
};

} // namespace orbita::app
