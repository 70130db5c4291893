// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/policy_choice.h"

#include "app/judge/reasons_model.h"
#include "app/theme/theme.h"
#include "report/ruling_words.h"

#include <QGridLayout>
#include <QRadioButton>

namespace orbita::app {

PolicyChoice::PolicyChoice(QWidget* parent) : QWidget(parent), m_group(this) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(4);
    grid->setColumnStretch(1, 1);
    add(defaultPolicy());
    for (const ShippedPolicy& shipped : shippedPolicies())
        if (auto policy = parsePolicy(std::string(shipped.document), std::string(shipped.shortName)))
            add(std::move(*policy));
    connect(&m_group, &QButtonGroup::idClicked, this,
            [this](int id) { emit chosen(m_rows[static_cast<std::size_t>(id)].policy); });
}

void PolicyChoice::add(HousePolicy policy) {
    const int row = static_cast<int>(m_rows.size());
    auto* button = new QRadioButton(QString::fromStdString(policy.name), this);
    button->setToolTip(policy.about.empty() ? tr("Orbita's own limits")
                                            : QString::fromStdString(policy.about));
    auto* ruling = new QLabel(this);
    ruling->setFont(Theme::text(12));
    ruling->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    m_group.addButton(button, row);
    auto* grid = static_cast<QGridLayout*>(layout());
    grid->addWidget(button, row, 0);
    grid->addWidget(ruling, row, 1);
    m_rows.push_back({std::move(policy), button, ruling});
}

void PolicyChoice::show(const HousePolicy& inForce, const Evidence* evidence) {
    // The shop's own, and one that was named, stand among them once they are known.
    const auto known = [&] {
        return std::find_if(m_rows.begin(), m_rows.end(),
                            [&](const Row& row) { return row.policy.name == inForce.name; });
    };
    if (const auto row = known(); row != m_rows.end())
        row->policy = inForce; // it may have been edited
    else
        add(inForce);
    for (Row& row : m_rows) {
        row.button->setChecked(row.policy.name == inForce.name);
        const QString name = QString::fromStdString(row.policy.name);
        if (evidence == nullptr) {
            row.ruling->clear();
            row.button->setAccessibleName(name);
            continue;
        }
        const Ruling ruling = rule(*evidence, row.policy);
        const QString told = ruling.settled ? words::fate(ruling.fate)
                             : ruling.fate == Fate::keep
                                 ? tr("not yet")
                                 : tr("not yet, %1 at best").arg(words::fate(ruling.fate).toLower());
        row.ruling->setText(told);
        row.button->setAccessibleName(tr("%1: %2").arg(name, told));
        QPalette palette = row.ruling->palette();
        palette.setColor(QPalette::WindowText, ruling.settled && ruling.fate != Fate::keep
                                                   ? Theme::instance().palette().grade(markOf(ruling.fate))
                                                   : tone(Tone::textDim));
        row.ruling->setPalette(palette);
    }
}

} // namespace orbita::app
