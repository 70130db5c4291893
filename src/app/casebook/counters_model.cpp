// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/counters_model.h"

#include "app/theme/theme.h"
#include "report/life_words.h"
#include "report/vitals_words.h"

#include <algorithm>

namespace orbita::app {

void CountersModel::show(std::vector<CounterChange> counters) {
    beginResetModel();
    m_counters = std::move(counters);
    std::stable_partition(m_counters.begin(), m_counters.end(),
                          [](const CounterChange& change) { return change.now != change.before; });
    endResetModel();
}

int CountersModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_counters.size());
}

int CountersModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : 3;
}

QVariant CountersModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const CounterChange& change = m_counters[static_cast<std::size_t>(index.row())];
    Reading now;
    now.kind = change.kind;
    now.unit = change.unit;
    now.value = change.now;
    if (role == Qt::ForegroundRole)
        return change.now == change.before ? tone(Tone::textDim) : tone(Tone::text);
    if (role == Qt::ToolTipRole) {
        Reading before = now;
        before.value = change.before;
        return tr("%1: %2, was %3. %4")
            .arg(words::readingName(now), words::readingValue(now), words::readingValue(before),
                 words::readingMeaning(change.kind));
    }
    if (role == Qt::TextAlignmentRole)
        return int((index.column() == 1 ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    switch (index.column()) {
    case 0:
        return words::readingName(now);
    case 1:
        return words::readingValue(now);
    default: {
        const QString rate = words::counterRate(change);
        return rate.isEmpty() ? words::counterGrowth(change)
                              : words::counterGrowth(change) + QStringLiteral(" · ") + rate;
    }
    }
}

QVariant CountersModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal)
        return {};
    if (role == Qt::TextAlignmentRole)
        return int((section == 1 ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    return section == 0 ? tr("Counter") : section == 1 ? tr("Now") : tr("Change");
}

} // namespace orbita::app
