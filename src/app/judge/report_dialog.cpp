// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/report_dialog.h"

#include "app/files/ask_for_file.h"
#include "app/visit/in_background.h"
#include "core/base/text.h"
#include "report/words.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace orbita::app {

ReportDialog::ReportDialog(const QString& about, std::vector<Choice> choices, QString name, PlaceRules rules,
                           QWidget* parent)
    : QDialog(parent)
    , m_choices(std::move(choices))
    , m_name(std::move(name))
    , m_rules(std::move(rules))
    , m_kind(new QComboBox(this))
    , m_shopName(new QLineEdit(this))
    , m_address(new QPlainTextEdit(this))
    , m_logo(new QLineEdit(this))
    , m_mask(new QCheckBox(tr("Show no more than the last four characters of &serial numbers"), this))
    , m_answer(new QLabel(this))
    , m_save(new QPushButton(tr("&Write it to…"), this)) {
    setWindowTitle(tr("Report"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(560, 340);
    for (const Choice& choice : m_choices)
        m_kind->addItem(choice.text);
    m_kind->setObjectName(QStringLiteral("reportKind"));
    m_kind->setAccessibleName(tr("Which report"));
    m_shopName->setObjectName(QStringLiteral("shopName"));
    m_address->setObjectName(QStringLiteral("shopAddress"));
    m_address->setFixedHeight(64);
    m_address->setTabChangesFocus(true);
    m_logo->setObjectName(QStringLiteral("shopLogo"));
    m_logo->setPlaceholderText(tr("none"));
    m_mask->setObjectName(QStringLiteral("maskSerials"));
    m_answer->setWordWrap(true);
    m_answer->setObjectName(QStringLiteral("reportAnswer"));
    auto* browse = new QPushButton(tr("&Browse…"), this);
    browse->setAutoDefault(false);
    connect(browse, &QPushButton::clicked, this, &ReportDialog::browseLogo);
    auto* logo = new QHBoxLayout;
    logo->addWidget(m_logo, 1);
    logo->addWidget(browse);
    auto* form = new QFormLayout;
    form->addRow(tr("&Report"), m_kind);
    form->addRow(tr("Sh&op"), m_shopName);
    form->addRow(tr("&Address"), m_address);
    auto* logoLabel = new QLabel(tr("&Logo"), this);
    logoLabel->setBuddy(m_logo); // which a row of a layout has none of by itself
    form->addRow(logoLabel, logo);
    form->addRow(QString(), m_mask);
    auto* forms = new QLabel(tr("PDF, HTML, text, JSON or CSV: the ending of its name says which"), this);
    forms->setObjectName(QStringLiteral("dim"));
    form->addRow(tr("File"), forms);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, this);
    m_save->setObjectName(QStringLiteral("primary"));
    m_save->setDefault(true);
    buttons->addButton(m_save, QDialogButtonBox::AcceptRole);
    connect(m_save, &QPushButton::clicked, this, [this] {
        askForReportFile(this, tr("Write the report to"), m_name,
                         [this](const QString& path) { save(path); });
    });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    auto* what = new QLabel(about, this);
    what->setTextFormat(Qt::PlainText);
    what->setWordWrap(true);
    column->addWidget(what);
    column->addLayout(form);
    column->addWidget(m_answer);
    column->addStretch();
    column->addWidget(buttons);
    const QList<QWidget*> shopFields = {m_shopName, m_address, m_logo, m_save};
    for (QWidget* field : shopFields)
        field->setEnabled(false); // until the shop is known
    inBackground(
        this, [] { return loadShop(); },
        [this, shopFields](const Result<ShopSettings>& shop) {
            if (shop) {
                m_shop = *shop;
                m_shopName->setText(QString::fromStdString(m_shop.name));
                m_address->setPlainText(QString::fromStdString(m_shop.address));
                m_logo->setText(QString::fromStdString(m_shop.logo));
            } else {
                m_answer->setText(words::error(shop.error()));
            }
            for (QWidget* field : shopFields)
                field->setEnabled(true);
        });
}

void ReportDialog::browseLogo() {
    FileWish wish;
    wish.title = tr("Logo");
    wish.kinds = {tr("Pictures (*.png *.jpg *.jpeg)")};
    askForFile(this, wish, [this](const QString& path) { m_logo->setText(path); });
}

void ReportDialog::save(const QString& path) {
    ReportOrder order;
    order.shop.name = cleanText(m_shopName->text().toStdString());
    order.shop.address = cleanLines(m_address->toPlainText().toStdString(), 1024);
    order.shop.logo = m_logo->text().trimmed().toStdString();
    order.keepShop = order.shop.name != m_shop.name || order.shop.address != m_shop.address ||
                     order.shop.logo != m_shop.logo;
    order.make = [make = m_choices[static_cast<std::size_t>(m_kind->currentIndex())].make,
                  mask = m_mask->isChecked()](const Shop& shop) { return make(shop, mask); };
    order.path = path;
    order.rules = m_rules;
    m_save->setEnabled(false);
    m_answer->setText(tr("Writing it…"));
    writeReport(std::move(order), this, [this, path](const Result<void>& done) {
        m_save->setEnabled(true);
        if (!done) {
            m_answer->setText(words::error(done.error()));
            return;
        }
        emit written(path);
        accept();
    });
}

} // namespace orbita::app
