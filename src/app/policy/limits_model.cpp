// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/policy/limits_model.h"

#include "app/theme/theme.h"

#include <QLocale>
#include <cmath>

namespace orbita::app {

namespace {

constexpr int firstLimit = 2;

QString typed(const std::optional<double>& limit) {
    QLocale locale; // as it is typed: without signs between thousands
    locale.setNumberOptions(QLocale::OmitGroupSeparator);
    return limit ? locale.toString(*limit, 'g', 9) : QString();
}

} // namespace

LimitsModel::LimitsModel(QStringList weights, QObject* parent)
    : QAbstractTableModel(parent), m_weights(std::move(weights)) {}

void LimitsModel::show(std::vector<Row> rows) {
    beginResetModel();
    m_rows = std::move(rows);
    endResetModel();
}

int LimitsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}

int LimitsModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : firstLimit + 3;
}

QVariant LimitsModel::data(const QModelIndex& index, int role) const {
    if (!checkIndex(index, CheckIndexOption::IndexIsValid))
        return {};
    const Row& row = m_rows[static_cast<std::size_t>(index.row())];
    const int column = index.column();
    if (role == Qt::TextAlignmentRole && column > 0)
        return QVariant::fromValue(Qt::AlignRight | Qt::AlignVCenter);
    if (column == 0)
        return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.name) : QVariant();
    if (column == 1) {
        if (role == Qt::ForegroundRole)
            return QVariant(tone(Tone::textDim));
        return role == Qt::DisplayRole ? QVariant(row.now.isEmpty() ? QStringLiteral("–") : row.now)
                                       : QVariant();
    }
    const auto& limit = row.limits[static_cast<std::size_t>(column - firstLimit)];
    if (role == Qt::EditRole)
        return typed(limit);
    if (role == Qt::DisplayRole)
        return limit ? typed(limit) : tr("never");
    if (role == Qt::ForegroundRole && !limit)
        return QVariant(tone(Tone::textDim));
    if (role == Qt::AccessibleTextRole)
        return tr("%1, %2: %3")
            .arg(row.name, m_weights[column - firstLimit], limit ? typed(limit) : tr("never"));
    return {};
}

QVariant LimitsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation == Qt::Horizontal && role == Qt::TextAlignmentRole)
        return QVariant::fromValue((section == 0 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole)
        return {};
    if (section == 0)
        return tr("What is measured");
    return section == 1 ? tr("This drive") : m_weights[section - firstLimit];
}

Qt::ItemFlags LimitsModel::flags(const QModelIndex& index) const {
    Qt::ItemFlags flags = QAbstractTableModel::flags(index);
    return index.column() >= firstLimit ? flags | Qt::ItemIsEditable : flags;
}

bool LimitsModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (role != Qt::EditRole || !checkIndex(index, CheckIndexOption::IndexIsValid) ||
        index.column() < firstLimit)
        return false;
    Row& row = m_rows[static_cast<std::size_t>(index.row())];
    const QString text = value.toString().trimmed();
    std::optional<double> limit;
    if (!text.isEmpty() && text != tr("never")) {
        bool number = false;
        double typedValue = QLocale().toDouble(text, &number);
        if (!number)
            typedValue = QLocale::c().toDouble(text, &number);
        if (!number || !std::isfinite(typedValue) || typedValue < 0 || typedValue > 1e9) {
            emit refused(tr("“%1” is no limit: it takes a number, or nothing for never.").arg(text));
            return false;
        }
        if (row.whole && typedValue != std::floor(typedValue)) {
            emit refused(tr("%1 is counted: it takes a whole number.").arg(row.name));
            return false;
        }
        limit = typedValue;
    }
    auto& there = row.limits[static_cast<std::size_t>(index.column() - firstLimit)];
    if (there == limit)
        return true;
    there = limit;
    emit dataChanged(index, index);
    emit edited();
    return true;
}

} // namespace orbita::app
