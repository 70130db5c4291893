// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/choice_panel.h"

#include "app/theme/theme.h"
#include "report/refresh_words.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QStandardItemModel>
#include <QVBoxLayout>
#include <map>

namespace orbita::app {

ChoicePanel::ChoicePanel(QWidget* parent)
    : QWidget(parent)
    , m_scope(new QComboBox(this))
    , m_refresh(new QCheckBox(tr("&Refresh: write back what reads"), this))
    , m_pieced(new QCheckBox(tr("&Piece together what reads in part"), this))
    , m_zeros(new QCheckBox(tr("Overwrite the rest with &zeros"), this))
    , m_reassign(new QCheckBox(tr("Have spare sectors &used"), this))
    , m_destroying(new QLabel(this))
    , m_data(new DataAnswers(QBoxLayout::TopToBottom, this))
    , m_counts(new QLabel(this))
    , m_pastHead(Theme::heading(tr("Treated before"), this))
    , m_past(new QLabel(this)) {
    m_scope->setObjectName(QStringLiteral("treatScope"));
    m_scope->setAccessibleName(tr("What is treated"));
    m_scope->addItems({tr("All defects"), tr("Confirmed defects only"), tr("Unreadable only"),
                       tr("Slow only"), tr("The span selected in Scan")});
    m_refresh->setToolTip(
        tr("Exactly what was read from a sector is written back to it, forced to the medium "
           "and checked. Loses nothing."));
    m_pieced->setToolTip(tr("Of a bad sector on the medium, those of its logical sectors that did read, in "
                            "some try or other. What did not read is not made up for."));
    m_zeros->setToolTip(tr("The last resort for what cannot be read: the drive then rewrites the sector or "
                           "puts a spare in its place. What it held is gone."));
    m_reassign->setToolTip(tr("REASSIGN BLOCKS: the drive is told to use a spare sector. What the old one "
                              "held is gone where it could not be read."));
    m_refresh->setObjectName(QStringLiteral("allowRefresh"));
    m_pieced->setObjectName(QStringLiteral("allowPieced"));
    m_zeros->setObjectName(QStringLiteral("allowZeros"));
    m_reassign->setObjectName(QStringLiteral("allowReassign"));
    m_destroying->setWordWrap(true);
    m_destroying->setObjectName(QStringLiteral("warned"));
    m_destroying->setFont(Theme::text(12));
    m_counts->setWordWrap(true);
    m_counts->setObjectName(QStringLiteral("treatCounts"));
    m_past->setWordWrap(true);
    m_past->setFont(Theme::text(12));
    m_past->setObjectName(QStringLiteral("treatedBefore"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(Theme::heading(tr("What is treated"), this));
    column->addWidget(m_scope);
    column->addSpacing(8);
    column->addWidget(Theme::heading(tr("How far: each only if the one before did not help"), this));
    for (QCheckBox* step : {m_refresh, m_pieced, m_zeros, m_reassign}) {
        column->addWidget(step, 0, Qt::AlignLeft);
        connect(step, &QCheckBox::clicked, this, &ChoicePanel::chosen);
    }
    column->addWidget(m_destroying);
    column->addSpacing(8);
    column->addWidget(Theme::heading(tr("Does the data on it exist elsewhere?"), this));
    connect(m_data, &DataAnswers::answered, this, [this](DataElsewhere answer) {
        if (m_controller != nullptr)
            m_controller->setData(answer);
        refresh();
    });
    column->addWidget(m_data);
    column->addSpacing(8);
    column->addWidget(Theme::heading(tr("What the drive counts of its sectors"), this));
    column->addWidget(m_counts);
    column->addSpacing(8);
    column->addWidget(m_pastHead);
    column->addWidget(m_past);
    column->addStretch();
    connect(m_scope, &QComboBox::activated, this, &ChoicePanel::chosen);
}

void ChoicePanel::setController(DriveController* controller) {
    m_controller = controller;
    refresh();
}

void ChoicePanel::chosen() {
    if (m_filling || m_controller == nullptr)
        return;
    TreatmentChoice choice = m_controller->treatment().choice();
    choice.scope = static_cast<TreatmentChoice::Scope>(m_scope->currentIndex());
    choice.steps = {m_refresh->isChecked(), m_pieced->isChecked(), m_zeros->isChecked(),
                    m_reassign->isChecked()};
    m_controller->treatment().choose(choice);
}

void ChoicePanel::refresh() {
    setEnabled(m_controller != nullptr);
    if (m_controller == nullptr)
        return;
    m_filling = true;
    const TreatmentChoice& choice = m_controller->treatment().choice();
    const VisitController& visit = m_controller->visit();
    const bool read = visit.state() == VisitController::State::read;
    if (auto* items = qobject_cast<QStandardItemModel*>(m_scope->model()))
        items->item(static_cast<int>(TreatmentChoice::Scope::selection))
            ->setEnabled(!choice.selection.empty());
    m_scope->setItemText(static_cast<int>(TreatmentChoice::Scope::selection),
                         choice.selection.empty() ? tr("The span selected in Scan")
                                                  : words::span(choice.selection));
    m_scope->setCurrentIndex(static_cast<int>(choice.scope));
    m_refresh->setChecked(choice.steps.refresh);
    m_pieced->setChecked(choice.steps.pieced);
    m_zeros->setChecked(choice.steps.zeros);
    m_reassign->setChecked(choice.steps.reassign);
    const TreatmentPolicy& policy = m_controller->policy().treatment;
    m_zeros->setEnabled(policy.destroying);
    // Who has no such command: not known before it was asked.
    m_reassign->setVisible(!read || visit.vitals().family == Family::scsi);
    m_reassign->setEnabled(policy.destroying);
    const bool destroys = choice.steps.zeros || choice.steps.reassign;
    m_destroying->setText(!policy.destroying ? tr("The house policy allows no step that destroys.")
                          : destroys         ? tr("Destroys what cannot be read, for good.")
                                             : tr("Nothing that can be read now is lost."));
    m_destroying->setObjectName(destroys ? QStringLiteral("warned") : QStringLiteral("dim"));
    Theme::repolish(m_destroying);
    m_data->show(m_controller->data());
    const SectorCounters counts = read ? countersOf(visit.vitals()) : SectorCounters{};
    const QString text = words::countersChange(counts, counts);
    m_counts->setText(!read ? tr("not read yet") : text.isEmpty() ? tr("nothing") : text);
    std::multimap<std::int64_t, QString, std::greater<>> all; // the latest first
    for (const PastTreatment& one : m_controller->treatment().past())
        if (!one.told.plan.spots.empty())
            all.emplace(one.told.startedAt, words::treatedOn(one.told));
    for (const PastRefresh& one : m_controller->treatment().pastRefreshes())
        all.emplace(one.told.startedAt, words::refreshedOn(one.told));
    QStringList past;
    constexpr int mostShown = 3;
    for (const auto& [when, said] : all)
        if (past.size() < mostShown)
            past << said;
    m_past->setText(past.join(QLatin1Char('\n')));
    m_pastHead->setVisible(!past.isEmpty());
    m_past->setVisible(!past.isEmpty());
    m_filling = false;
}

} // namespace orbita::app
