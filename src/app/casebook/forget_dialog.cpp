// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/forget_dialog.h"

#include "report/words.h"

#include <QDateTime>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QVBoxLayout>

namespace orbita::app {

ForgetDialog::ForgetDialog(CasebookKeeper& keeper, QWidget* parent)
    : QDialog(parent)
    , m_counter(keeper)
    , m_age(new QComboBox(this))
    , m_customer(new QLineEdit(this))
    , m_count(new QLabel(this))
    , m_forget(new QPushButton(tr("&Forget them for good"), this)) {
    setWindowTitle(tr("Forget customers"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(520, 240);
    for (const int years : {10, 5, 3, 2, 1})
        m_age->addItem(years == 1 ? tr("older than a year") : tr("older than %1 years").arg(years), years);
    m_age->addItem(tr("of any age"), 0);
    m_age->setCurrentIndex(2);
    m_age->setObjectName(QStringLiteral("forgetAge"));
    m_customer->setPlaceholderText(tr("any"));
    m_customer->setObjectName(QStringLiteral("forgetCustomer"));
    m_count->setObjectName(QStringLiteral("forgetCount"));
    m_count->setWordWrap(true);
    m_forget->setObjectName(QStringLiteral("writes"));
    m_forget->setAutoDefault(false);
    m_forget->setEnabled(false);
    auto* about =
        new QLabel(tr("Customer, job, complaint and notes are taken out of these visits, and cannot be "
                      "brought back. What was measured, done and ruled stays. Backups and exported "
                      "cases from before still have them."),
                   this);
    about->setWordWrap(true);
    auto* form = new QFormLayout;
    form->addRow(tr("&Visits"), m_age);
    form->addRow(tr("Of the &customer"), m_customer);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, this);
    buttons->addButton(m_forget, QDialogButtonBox::AcceptRole);
    // Else the box makes the first that accepts its default, and Enter in a field would press it.
    buttons->button(QDialogButtonBox::Cancel)->setDefault(true);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->addWidget(about);
    column->addLayout(form);
    column->addWidget(m_count);
    column->addStretch();
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_forget, &QPushButton::clicked, this, [this] {
        emit wanted(chosen());
        accept();
    });
    connect(m_age, &QComboBox::currentIndexChanged, this, &ForgetDialog::count);
    connect(m_customer, &QLineEdit::textChanged, this, &ForgetDialog::count);
    connect(&m_counter, &CasebookReader::answered, this, [this](const QString& answer) {
        bool number = false;
        const qulonglong visits = answer.toULongLong(&number);
        m_forget->setEnabled(number && visits > 0);
        m_count->setText(!number       ? answer
                         : visits == 0 ? tr("There is no such visit.")
                         : visits == 1 ? tr("That is one visit.")
                                       : tr("That is %1 visits.").arg(visits));
    });
    count();
}

CustomersToForget ForgetDialog::chosen() const {
    CustomersToForget which;
    if (const int years = m_age->currentData().toInt(); years > 0)
        which.before = QDateTime::currentDateTime().addYears(-years).toSecsSinceEpoch();
    if (const QString name = m_customer->text().trimmed(); !name.isEmpty())
        which.customer = name.toStdString();
    return which;
}

void ForgetDialog::count() {
    m_forget->setEnabled(false);
    m_counter.ask([which = chosen()](Casebook& casebook) {
        const auto visits = casebook.countCustomers(which);
        return visits ? QString::number(*visits) : words::error(visits.error());
    });
}

} // namespace orbita::app
