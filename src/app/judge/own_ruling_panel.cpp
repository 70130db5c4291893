// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/own_ruling_panel.h"

#include "report/ruling_words.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

namespace orbita::app {

OwnRulingPanel::OwnRulingPanel(QWidget* parent)
    : QWidget(parent)
    , m_fate(new QComboBox(this))
    , m_reason(new QLineEdit(this))
    , m_enter(new QPushButton(tr("Rule &otherwise"), this)) {
    for (const Fate fate : {Fate::keep, Fate::watch, Fate::spareDuty, Fate::retire})
        m_fate->addItem(words::fate(fate), static_cast<int>(fate));
    m_fate->setAccessibleName(tr("What you rule"));
    m_fate->setObjectName(QStringLiteral("ownFate"));
    m_reason->setPlaceholderText(tr("Why, in a sentence"));
    m_reason->setAccessibleName(tr("Why you rule otherwise"));
    m_reason->setObjectName(QStringLiteral("ownReason"));
    m_reason->setMaxLength(500);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_fate, 1);
    row->addWidget(m_enter);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(m_reason);
    column->addLayout(row);
    setTabOrder(m_reason, m_fate);
    setTabOrder(m_fate, m_enter);
    connect(m_reason, &QLineEdit::textChanged, this, &OwnRulingPanel::refresh);
    connect(m_reason, &QLineEdit::returnPressed, m_enter, &QPushButton::click);
    connect(m_enter, &QPushButton::clicked, this, [this] {
        emit given(static_cast<Fate>(m_fate->currentData().toInt()), m_reason->text().trimmed());
    });
    refresh();
}

void OwnRulingPanel::allow(const QString& whyNot) {
    m_whyNot = whyNot;
    refresh();
}

void OwnRulingPanel::clear() {
    m_reason->clear();
}

void OwnRulingPanel::refresh() {
    const bool said = !m_reason->text().trimmed().isEmpty();
    m_enter->setEnabled(m_whyNot.isEmpty() && said);
    m_enter->setToolTip(!m_whyNot.isEmpty() ? m_whyNot
                        : said ? tr("Enters it in the casebook, beside what the evidence comes to")
                               : tr("First say why"));
}

} // namespace orbita::app
