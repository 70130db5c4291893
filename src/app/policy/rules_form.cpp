// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/policy/rules_form.h"

#include "app/theme/theme.h"
#include "report/ruling_words.h"

#include <QFormLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

struct FateRow {
    Fate RulingPolicy::*member;
    const char* text;
    Fate mildest; // that a policy may say
};
constexpr std::array<FateRow, 7> fateRows = {
    {{&RulingPolicy::readingWarning, QT_TRANSLATE_NOOP("orbita::app::RulesForm", "A counter warns"),
      Fate::watch},
     {&RulingPolicy::readingCritical, QT_TRANSLATE_NOOP("orbita::app::RulesForm", "A counter is damning"),
      Fate::spareDuty},
     {&RulingPolicy::selfTestFailed,
      QT_TRANSLATE_NOOP("orbita::app::RulesForm", "Its latest self-test failed"), Fate::watch},
     {&RulingPolicy::badFirmware, QT_TRANSLATE_NOOP("orbita::app::RulesForm", "Its firmware is a bad one"),
      Fate::watch},
     {&RulingPolicy::regularShape,
      QT_TRANSLATE_NOOP("orbita::app::RulesForm", "Damage at a regular distance: one head or surface"),
      Fate::watch},
     {&RulingPolicy::allOverShape, QT_TRANSLATE_NOOP("orbita::app::RulesForm", "Damage all over the drive"),
      Fate::watch},
     {&RulingPolicy::growingShape, QT_TRANSLATE_NOOP("orbita::app::RulesForm", "Damage with a growing edge"),
      Fate::watch}}};

QSpinBox* daysBox(QWidget* parent) {
    auto* box = new QSpinBox(parent);
    box->setRange(1, 3650);
    box->setSuffix(RulesForm::tr(" days"));
    return box;
}

} // namespace

RulesForm::RulesForm(QWidget* parent)
    : QWidget(parent)
    , m_vitals(new QComboBox(this))
    , m_selfTest(new QCheckBox(tr("A self-test that came to an end lately"), this))
    , m_percent(new QDoubleSpinBox(this))
    , m_fresh(daysBox(this))
    , m_sample(new QCheckBox(tr("A clean sample stands for the rest where it allows no more than"), this))
    , m_samplePercent(new QDoubleSpinBox(this))
    , m_watch(daysBox(this)) {
    auto* findings = new QFormLayout;
    findings->setHorizontalSpacing(14);
    for (std::size_t i = 0; i < fateRows.size(); ++i) {
        m_fates[i] = new QComboBox(this);
        for (int fate = static_cast<int>(fateRows[i].mildest); fate <= static_cast<int>(Fate::retire); ++fate)
            m_fates[i]->addItem(words::fate(static_cast<Fate>(fate)), fate);
        m_fates[i]->setAccessibleName(tr(fateRows[i].text));
        findings->addRow(tr(fateRows[i].text), m_fates[i]);
        connect(m_fates[i], &QComboBox::activated, this, &RulesForm::edited);
    }
    for (const auto& [needs, text] : {std::pair{NeedsVitals::always, tr("always: without it, no ruling")},
                                      {NeedsVitals::whereOffered, tr("where the drive offers it")},
                                      {NeedsVitals::never, tr("never: the surface is enough")}})
        m_vitals->addItem(text, static_cast<int>(needs));
    m_percent->setRange(1, 100);
    m_percent->setDecimals(1);
    m_percent->setSuffix(tr(" % of the drive"));
    m_samplePercent->setRange(0, 5);
    m_samplePercent->setDecimals(2);
    m_samplePercent->setSingleStep(0.1);
    m_samplePercent->setSuffix(tr(" % defective blocks"));
    m_samplePercent->setAccessibleName(tr("Defective blocks that a sample may allow"));
    auto* needs = new QFormLayout;
    needs->setHorizontalSpacing(14);
    needs->addRow(tr("The drive's own word"), m_vitals);
    needs->addRow(tr("Read of its surface"), m_percent);
    needs->addRow(tr("Within the last"), m_fresh);
    needs->addRow(QString(), m_selfTest);
    needs->addRow(m_sample);
    needs->addRow(QString(), m_samplePercent);
    auto* dates = new QFormLayout;
    dates->setHorizontalSpacing(14);
    dates->addRow(tr("A drive to be watched is looked at again after"), m_watch);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(6);
    column->addWidget(Theme::heading(tr("What one finding makes of a drive, whatever else is so"), this));
    column->addLayout(findings);
    column->addSpacing(8);
    column->addWidget(Theme::heading(tr("To be known before a drive is ruled on"), this));
    column->addLayout(needs);
    column->addSpacing(8);
    column->addLayout(dates);
    column->addStretch();
    for (QAbstractSpinBox* box : findChildren<QAbstractSpinBox*>())
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    const auto tell = [this] {
        m_samplePercent->setEnabled(m_sample->isChecked());
        if (!m_showing)
            emit edited();
    };
    connect(m_vitals, &QComboBox::activated, this, tell);
    for (QSpinBox* box : {m_fresh, m_watch})
        connect(box, &QSpinBox::valueChanged, this, tell);
    for (QDoubleSpinBox* box : {m_percent, m_samplePercent})
        connect(box, &QDoubleSpinBox::valueChanged, this, tell);
    for (QCheckBox* box : {m_selfTest, m_sample})
        connect(box, &QCheckBox::toggled, this, tell);
}

void RulesForm::show(const RulingPolicy& ruling) {
    m_showing = true;
    for (std::size_t i = 0; i < fateRows.size(); ++i)
        m_fates[i]->setCurrentIndex(m_fates[i]->findData(static_cast<int>(ruling.*fateRows[i].member)));
    m_vitals->setCurrentIndex(m_vitals->findData(static_cast<int>(ruling.needsVitals)));
    m_selfTest->setChecked(ruling.needsSelfTest);
    m_percent->setValue(ruling.leastReadPercent);
    m_fresh->setValue(static_cast<int>(ruling.freshDays));
    m_sample->setChecked(ruling.sampleVouches.has_value());
    m_samplePercent->setValue(ruling.sampleVouches.value_or(0.1));
    m_samplePercent->setEnabled(m_sample->isChecked());
    m_watch->setValue(static_cast<int>(ruling.watchDays));
    m_showing = false;
}

void RulesForm::read(RulingPolicy& ruling) const {
    for (std::size_t i = 0; i < fateRows.size(); ++i)
        ruling.*fateRows[i].member = static_cast<Fate>(m_fates[i]->currentData().toInt());
    ruling.needsVitals = static_cast<NeedsVitals>(m_vitals->currentData().toInt());
    ruling.needsSelfTest = m_selfTest->isChecked();
    ruling.leastReadPercent = m_percent->value();
    ruling.freshDays = m_fresh->value();
    ruling.sampleVouches = m_sample->isChecked() ? std::optional(m_samplePercent->value()) : std::nullopt;
    ruling.watchDays = m_watch->value();
}

} // namespace orbita::app
