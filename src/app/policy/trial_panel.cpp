// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/policy/trial_panel.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/ruling_words.h"

#include <QDateTime>
#include <QLocale>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr std::size_t mostListed = 200;

} // namespace

TrialPanel::TrialPanel(QWidget* parent)
    : QWidget(parent), m_drive(new QLabel(this)), m_count(new QLabel(this)), m_list(new QListWidget(this)) {
    for (QLabel* label : {m_drive, m_count}) {
        label->setWordWrap(true);
        label->setAlignment(Qt::AlignTop);
    }
    m_drive->setObjectName(QStringLiteral("trialDrive"));
    m_drive->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_count->setObjectName(QStringLiteral("trialCount"));
    m_list->setObjectName(QStringLiteral("trialList"));
    m_list->setAccessibleName(tr("Rulings that would come out otherwise"));
    m_list->setWordWrap(true);
    m_list->setSpacing(3);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(Theme::heading(tr("On this drive"), this));
    column->addWidget(m_drive);
    column->addSpacing(10);
    column->addWidget(Theme::heading(tr("On what was ruled before"), this));
    column->addWidget(m_count);
    column->addWidget(m_list, 1);
}

void TrialPanel::setEvidence(const Evidence* evidence) {
    m_evidence = evidence != nullptr ? std::optional(*evidence) : std::nullopt;
    if (m_shown)
        tell(m_shown->first, m_shown->second);
}

void TrialPanel::setPast(std::vector<PastRuling> past, bool more) {
    m_past = std::move(past);
    m_more = more;
    if (m_shown)
        tell(m_shown->first, m_shown->second);
}

void TrialPanel::setPastError(const QString& why) {
    m_error = why;
    if (m_shown)
        tell(m_shown->first, m_shown->second);
}

void TrialPanel::show(const HousePolicy& before, const HousePolicy& after) {
    m_shown = {before, after};
    tell(before, after);
}

void TrialPanel::tell(const HousePolicy& before, const HousePolicy& after) {
    if (!m_evidence) {
        m_drive->setText(tr("Nothing is known of it yet: read its vitals, or scan it."));
    } else {
        const Ruling was = rule(*m_evidence, before);
        const Ruling is = rule(*m_evidence, after);
        const QString now = words::rulingShort(is);
        m_drive->setText((words::rulingShort(was) == now
                              ? tr("Stays as it is: %1").arg(now)
                              : tr("%1\nwould become\n%2").arg(words::rulingShort(was), now)) +
                         QStringLiteral("\n\n") + words::rulingReason(is.leading(), *m_evidence));
    }
    m_list->clear();
    if (!m_error.isEmpty() || !m_past) {
        m_count->setText(!m_error.isEmpty() ? m_error : tr("Being read from the casebook…"));
        return;
    }
    if (m_past->empty()) {
        m_count->setText(tr("No ruling has been entered in the casebook yet."));
        return;
    }
    const PolicyTrial trial = tryPolicy(*m_past, before, after);
    QString text = trial.tried == 1
                       ? (trial.changed.empty() ? tr("The one ruling there is would come out the same.")
                                                : tr("The one ruling there is would come out otherwise."))
                   : trial.changed.empty()
                       ? tr("None of %1 rulings would come out otherwise.").arg(format::count(trial.tried))
                       : tr("%1 of %2 rulings would come out otherwise: %3 graver, %4 milder.")
                             .arg(format::count(trial.changed.size()), format::count(trial.tried),
                                  format::count(trial.graver), format::count(trial.milder));
    if (m_more)
        text += QLatin1Char(' ') + tr("Older ones were not tried.");
    m_count->setText(text);
    for (const ChangedRuling& one : trial.changed) {
        if (static_cast<std::size_t>(m_list->count()) == mostListed)
            break;
        const PastRuling& past = (*m_past)[one.index];
        m_list->addItem(tr("%1, %2\n%3 → %4")
                            .arg(QString::fromStdString(past.drive), format::day(past.ruling.at),
                                 words::rulingShort(one.before), words::rulingShort(one.after)));
    }
}

} // namespace orbita::app
