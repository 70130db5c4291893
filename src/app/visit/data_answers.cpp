// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/data_answers.h"

namespace orbita::app {

namespace {

constexpr std::array<DataElsewhere, 3> answers = {DataElsewhere::saved, DataElsewhere::notSaved,
                                                  DataElsewhere::unknown};

} // namespace

DataAnswers::DataAnswers(QBoxLayout::Direction direction, QWidget* parent) : QWidget(parent) {
    auto* row = new QBoxLayout(direction, this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    const std::array<QString, 3> texts = {tr("Yes, it is saved"), tr("No, only here"), tr("Nobody knows")};
    for (std::size_t i = 0; i < answers.size(); ++i) {
        m_buttons[i] = new QPushButton(texts[i], this);
        m_buttons[i]->setObjectName(QStringLiteral("mark"));
        m_buttons[i]->setCheckable(true);
        m_buttons[i]->setAutoDefault(false);
        m_buttons[i]->setAccessibleName(tr("Does the data on it exist elsewhere? %1").arg(texts[i]));
        connect(m_buttons[i], &QPushButton::clicked, this, [this, i] {
            show(answers[i]); // a second press does not take it back
            emit answered(answers[i]);
        });
        row->addWidget(m_buttons[i]);
    }
}

void DataAnswers::show(DataElsewhere answer) {
    for (std::size_t i = 0; i < answers.size(); ++i)
        m_buttons[i]->setChecked(answer == answers[i]);
}

} // namespace orbita::app
