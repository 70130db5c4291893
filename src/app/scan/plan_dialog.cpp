// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/plan_dialog.h"

#include "app/scan/plan_sentence.h"
#include "app/theme/theme.h"
#include "report/format.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QVBoxLayout>

namespace orbita::app {

PlanDialog::PlanDialog(DriveDesk& desk, QWidget* parent)
    : QDialog(parent)
    , m_desk(desk)
    , m_span(new QLineEdit(this))
    , m_block(new QComboBox(this))
    , m_limit(new QDoubleSpinBox(this))
    , m_stop(new QSpinBox(this))
    , m_sentence(new QLabel(this)) {
    setWindowTitle(tr("Plan of the next scan"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(520, 280);
    const ScanPlan& plan = desk.plan();
    const DriveIdentity& drive = desk.identity();
    if (plan.span)
        m_span->setText(QStringLiteral("%1..%2").arg(plan.span->first.value).arg(plan.span->last().value));
    m_span->setPlaceholderText(tr("the whole drive, or FIRST..LAST"));
    m_span->setObjectName(QStringLiteral("planSpan"));
    m_block->addItem(tr("chosen to suit the drive"), 0);
    for (std::uint32_t bytes = 4096; bytes <= mostBlockBytes; bytes *= 2) {
        const std::uint32_t sectors = bytes / drive.logicalBytes;
        if (sectors < leastBlockSectors || sectors % drive.sectorsPerPhysical() != 0)
            continue;
        m_block->addItem(tr("%1 sectors (%2 KiB)").arg(format::count(sectors)).arg(bytes / 1024), sectors);
        if (sectors == plan.blockSectors)
            m_block->setCurrentIndex(m_block->count() - 1);
    }
    m_block->setObjectName(QStringLiteral("planBlock"));
    m_limit->setRange(0.01, 60);
    m_limit->setSuffix(tr(" s"));
    m_limit->setValue(toSeconds(plan.limit));
    m_limit->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_limit->setObjectName(QStringLiteral("planLimit"));
    m_stop->setRange(0, 1'000'000);
    m_stop->setSpecialValueText(tr("never"));
    m_stop->setSuffix(tr(" unreadable sectors"));
    m_stop->setValue(static_cast<int>(plan.stopAfterUnreadable));
    m_stop->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_stop->setObjectName(QStringLiteral("planStop"));
    m_sentence->setWordWrap(true);
    m_sentence->setObjectName(QStringLiteral("planSentence"));

    auto* form = new QFormLayout;
    form->setSpacing(9);
    form->addRow(tr("S&pan"), m_span);
    form->addRow(tr("&Block"), m_block);
    form->addRow(tr("S&talled after"), m_limit);
    form->addRow(tr("&End after"), m_stop);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    m_ok = buttons->button(QDialogButtonBox::Ok);
    m_ok->setText(tr("&Use this plan"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->addLayout(form);
    column->addSpacing(8);
    column->addWidget(m_sentence);
    column->addStretch();
    column->addWidget(buttons);

    connect(m_span, &QLineEdit::textChanged, this, &PlanDialog::check);
    connect(m_block, &QComboBox::currentIndexChanged, this, &PlanDialog::check);
    connect(m_limit, &QDoubleSpinBox::valueChanged, this, &PlanDialog::check);
    connect(m_stop, &QSpinBox::valueChanged, this, &PlanDialog::check);
    connect(buttons, &QDialogButtonBox::accepted, this, &PlanDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    check();
}

Result<ScanPlan> PlanDialog::plan() const {
    ScanPlan plan = m_desk.plan();
    plan.span.reset();
    if (const QString text = m_span->text().simplified().remove(QLatin1Char(' ')).remove(QChar(0x00A0));
        !text.isEmpty()) {
        const auto span = parseSpan(text.toStdString());
        if (!span)
            return tl::unexpected(span.error());
        plan.span = *span;
    }
    plan.blockSectors = m_block->currentData().toUInt();
    plan.limit = fromSeconds(m_limit->value());
    plan.stopAfterUnreadable = static_cast<std::uint64_t>(m_stop->value());
    DriveLimits limits;
    limits.maxSectors = mostBlockBytes / m_desk.identity().logicalBytes;
    const auto settled = settlePlan(plan, m_desk.identity(), limits);
    if (!settled)
        return tl::unexpected(settled.error());
    return plan;
}

void PlanDialog::check() {
    const auto checked = plan();
    m_ok->setEnabled(checked.has_value());
    if (checked)
        m_sentence->setText(planWords(*checked, m_desk.identity()) + QStringLiteral(". ") +
                            tr("Expected: %1.").arg(guessWords(*checked, m_desk.identity())));
    else
        m_sentence->setText(QString::fromStdString(checked.error().message()));
    m_sentence->setStyleSheet(
        QStringLiteral("color: %1").arg((checked ? tone(Tone::textDim) : tone(Tone::straining)).name()));
}

void PlanDialog::take() {
    const auto checked = plan();
    if (!checked)
        return;
    m_desk.setPlan(*checked);
    accept();
}

} // namespace orbita::app
