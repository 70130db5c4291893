// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/cases_model.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <algorithm>

namespace orbita::app {

void CasesModel::show(const DriveIdentity& drive, std::vector<TreatmentCase> cases,
                      const AllowedSteps& allowed, const std::vector<SpotResult>& results, bool choosing,
                      int worksAt) {
    const bool same =
        cases.size() == m_cases.size() &&
        std::equal(cases.begin(), cases.end(), m_cases.begin(),
                   [](const TreatmentCase& a, const TreatmentCase& b) { return a.span == b.span; });
    if (!same)
        beginResetModel();
    m_drive = drive;
    m_cases = std::move(cases);
    m_allowed = allowed;
    m_choosing = choosing;
    m_worksAt = worksAt;
    m_results.assign(m_cases.size(), {});
    for (const SpotResult& result : results) {
        const auto of = std::partition_point(m_cases.begin(), m_cases.end(), [&](const TreatmentCase& one) {
            return one.span.end() <= result.spot.span.first;
        });
        if (of != m_cases.end() && of->span.overlaps(result.spot.span))
            m_results[static_cast<std::size_t>(of - m_cases.begin())].push_back(result);
    }
    if (!same)
        endResetModel();
    else if (!m_cases.empty())
        emit dataChanged(index(0, 0), index(rowCount() - 1, columns - 1));
}

const TreatmentCase* CasesModel::at(int row) const {
    return row >= 0 && row < rowCount() ? &m_cases[static_cast<std::size_t>(row)] : nullptr;
}

int CasesModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_cases.size());
}

int CasesModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : columns;
}

QString CasesModel::outcomeOf(std::size_t row) const {
    const std::vector<SpotResult>& results = m_results[row];
    if (static_cast<int>(row) == m_worksAt)
        return tr("being treated: %1 of %2")
            .arg(format::count(results.size()), format::count(m_cases[row].spots.size()));
    if (results.empty())
        return {};
    const auto healed = static_cast<std::size_t>(std::count_if(
        results.begin(), results.end(), [](const SpotResult& r) { return isHealed(r.result); }));
    const bool alike = std::all_of(results.begin(), results.end(),
                                   [&](const SpotResult& r) { return r.result == results.front().result; });
    QString text = alike && results.size() == m_cases[row].spots.size()
                       ? words::treatmentResult(results.front().result)
                       : tr("%1 of %2 read well now")
                             .arg(format::count(healed), format::count(m_cases[row].spots.size()));
    std::uint64_t lost = 0;
    for (const SpotResult& result : results)
        lost += result.lost.value;
    if (lost > 0)
        text += tr("; contents of %1 lost")
                    .arg(lost == 1 ? tr("1 sector") : tr("%1 sectors").arg(format::count(lost)));
    return text;
}

QVariant CasesModel::data(const QModelIndex& index, int role) const {
    const TreatmentCase* one = at(index.row());
    if (one == nullptr)
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    if (role == Qt::CheckStateRole && index.column() == place && m_choosing)
        return one->chosen ? Qt::Checked : Qt::Unchecked;
    if (role == Qt::ForegroundRole && index.column() == outcome &&
        std::any_of(m_results[row].begin(), m_results[row].end(),
                    [](const SpotResult& r) { return !isHealed(r.result); }))
        return tone(Tone::straining);
    if (role == Qt::ForegroundRole && !one->chosen)
        return tone(Tone::textDim);
    if (role == Qt::AccessibleTextRole || role == Qt::ToolTipRole) {
        if (index.column() == place)
            return words::span(one->span) + QStringLiteral(", ") + words::place(one->span.first, m_drive);
        if (index.column() == proposed)
            return words::proposal(one->spots.front().origin, m_allowed);
    }
    if (role != Qt::DisplayRole && role != Qt::AccessibleTextRole && role != Qt::ToolTipRole)
        return {};
    switch (index.column()) {
    case place:
        return QStringLiteral("LBA %1 · %2")
            .arg(format::lba(one->span.first),
                 format::percent(static_cast<double>(one->span.first.value) /
                                 static_cast<double>(std::max<std::uint64_t>(1, m_drive.capacity.value))));
    case what: {
        QString text = words::whatTheyAre(one->spots);
        if (one->standing)
            text += QStringLiteral(" · ") + words::standing(*one->standing);
        return text;
    }
    case proposed:
        return words::ladderOf(one->spots, m_allowed);
    case loss:
        return role == Qt::DisplayRole ? words::lossInShort(one->spots, m_allowed, m_drive.logicalBytes)
                                       : words::likelyLoss(one->spots, m_allowed, m_drive.logicalBytes);
    case outcome:
        return outcomeOf(row);
    default:
        return {};
    }
}

bool CasesModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    const TreatmentCase* one = at(index.row());
    if (one == nullptr || role != Qt::CheckStateRole || !m_choosing)
        return false;
    emit ticked(one->span, value.toInt() == Qt::Checked);
    return true;
}

Qt::ItemFlags CasesModel::flags(const QModelIndex& index) const {
    const Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return index.column() == place && m_choosing ? flags | Qt::ItemIsUserCheckable : flags;
}

QVariant CasesModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole)
        return {};
    switch (section) {
    case place:
        return tr("Place");
    case what:
        return tr("What is there");
    case proposed:
        return tr("Steps after reading again");
    case loss:
        return tr("May be lost");
    case outcome:
        return tr("What came of it");
    default:
        return {};
    }
}

} // namespace orbita::app
