// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/settings_dialog.h"

#include "app/files/ask_for_file.h"
#include "app/settings/preferences.h"
#include "app/theme/one_line.h"
#include "app/theme/theme.h"
#include "app/visit/in_background.h"
#include "core/base/text.h"
#include "report/language.h"
#include "report/words.h"
#include "store/casebook.h"

#include <QDialogButtonBox>
#include <QDir>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int shopAddressHeight = 56;

void add(QComboBox& box, const QString& text, const QVariant& value, const QVariant& chosen) {
    box.addItem(text, value);
    if (value == chosen)
        box.setCurrentIndex(box.count() - 1);
}

} // namespace

SettingsDialog::SettingsDialog(const HousePolicy& inForce, const QString& casebook, QWidget* parent)
    : QDialog(parent)
    , m_policyBefore(inForce.name)
    , m_shopName(new QLineEdit(this))
    , m_address(new QPlainTextEdit(this))
    , m_logo(new QLineEdit(this))
    , m_policy(new QComboBox(this))
    , m_colours(new QComboBox(this))
    , m_times(new QComboBox(this))
    , m_language(new QComboBox(this))
    , m_scale(new QComboBox(this))
    , m_folder(new QLineEdit(this))
    , m_customers(new QComboBox(this))
    , m_answer(new QLabel(this))
    , m_keep(new QPushButton(tr("&Keep these settings"), this)) {
    setWindowTitle(tr("Settings"));
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("settings"));
    resize(620, 600);
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(14);
    form->setVerticalSpacing(7);
    addShop(*form);
    addLook(*form);
    addPlaces(*form, casebook);
    fillPolicies(inForce);
    m_answer->setObjectName(QStringLiteral("settingsAnswer"));
    m_answer->setWordWrap(true);
    m_keep->setObjectName(QStringLiteral("primary"));
    m_keep->setDefault(true);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, this);
    buttons->addButton(m_keep, QDialogButtonBox::AcceptRole);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 14, 18, 14);
    column->addLayout(form);
    column->addWidget(m_answer);
    column->addStretch();
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_keep, &QPushButton::clicked, this, &SettingsDialog::keep);
    if (const auto& error = Preferences::instance().error())
        m_answer->setText(words::error(*error));
    m_keep->setEnabled(false); // until the shop is known, which is kept with the rest
    inBackground(
        this, [] { return loadShop(); }, [this](const Result<ShopSettings>& shop) { showShop(shop); });
}

void SettingsDialog::addShop(QFormLayout& form) {
    m_shopName->setObjectName(QStringLiteral("settingsShop"));
    m_shopName->setPlaceholderText(tr("stands at the head of reports"));
    m_address->setFixedHeight(shopAddressHeight);
    m_address->setTabChangesFocus(true);
    m_logo->setPlaceholderText(tr("no picture"));
    auto* browse = new QPushButton(tr("&Browse…"), this);
    browse->setAutoDefault(false);
    connect(browse, &QPushButton::clicked, this, [this] {
        FileWish wish;
        wish.title = tr("Logo");
        wish.kinds = {tr("Pictures (*.png *.jpg *.jpeg)")};
        askForFile(this, wish, [this](const QString& path) { m_logo->setText(path); });
    });
    auto* logo = new QHBoxLayout;
    logo->addWidget(m_logo, 1);
    logo->addWidget(browse);
    form.addRow(Theme::heading(tr("Whose reports these are"), this));
    form.addRow(tr("Sh&op"), m_shopName);
    form.addRow(tr("&Address"), m_address);
    auto* logoLabel = new QLabel(tr("&Logo"), this);
    logoLabel->setBuddy(m_logo); // which a row of a layout has none of by itself
    form.addRow(logoLabel, logo);
}

void SettingsDialog::addLook(QFormLayout& form) {
    const Settings& now = Preferences::instance().settings();
    add(*m_colours, tr("Dark"), false, Theme::instance().palette().scheme() == ColourScheme::light);
    add(*m_colours, tr("Light"), true, Theme::instance().palette().scheme() == ColourScheme::light);
    add(*m_times, tr("As the clock on the wall says"), false, now.utc);
    add(*m_times, tr("UTC, and said so"), true, now.utc);
    const QString language = QString::fromStdString(now.language);
    add(*m_language, tr("As the system says"), QString(), language);
    for (const Language& one : languages())
        add(*m_language, one.name, one.code, language);
    add(*m_scale, tr("As the system says"), 0, now.scalePercent);
    for (const int percent : {100, 125, 150, 175, 200, 250, 300})
        add(*m_scale, tr("%1 %").arg(percent), percent, now.scalePercent);
    for (const auto& [box, name] : {std::pair{m_colours, "settingsColours"},
                                    {m_times, "settingsTimes"},
                                    {m_language, "settingsLanguage"},
                                    {m_scale, "settingsScale"},
                                    {m_policy, "settingsPolicy"},
                                    {m_customers, "settingsCustomers"}})
        box->setObjectName(QLatin1String(name));
    form.addRow(Theme::heading(tr("How drives are judged, and how it looks"), this));
    form.addRow(tr("House &policy"), m_policy);
    form.addRow(tr("&Colours"), m_colours);
    form.addRow(tr("&Times of day"), m_times);
    form.addRow(tr("La&nguage, from the next start on"), m_language);
    form.addRow(tr("&Size, from the next start on"), m_scale);
}

void SettingsDialog::addPlaces(QFormLayout& form, const QString& casebook) {
    const Settings& now = Preferences::instance().settings();
    m_folder->setText(QString::fromStdString(now.folder));
    m_folder->setObjectName(QStringLiteral("settingsFolder"));
    m_folder->setPlaceholderText(tr("where they were last"));
    auto* browse = new QPushButton(tr("B&rowse…"), this);
    browse->setAutoDefault(false);
    connect(browse, &QPushButton::clicked, this, [this] {
        auto* dialog = new QFileDialog(this, tr("Where dialogs for files begin"));
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        dialog->setOption(QFileDialog::DontUseNativeDialog);
        dialog->setFileMode(QFileDialog::Directory);
        dialog->setModal(false);
        connect(dialog, &QFileDialog::fileSelected, m_folder, &QLineEdit::setText);
        dialog->show();
    });
    auto* folder = new QHBoxLayout;
    folder->addWidget(m_folder, 1);
    folder->addWidget(browse);
    add(*m_customers, tr("never"), 0, now.keepCustomersYears);
    for (const int years : {1, 2, 3, 5, 10})
        add(*m_customers, years == 1 ? tr("after a year") : tr("after %1 years").arg(years), years,
            now.keepCustomersYears);
    m_customers->setToolTip(tr("Orbita says at the start that they are due; it forgets nobody by itself"));
    form.addRow(Theme::heading(tr("Where things lie"), this));
    form.addRow(tr("Files begin at"), folder);
    form.addRow(tr("Remind of &forgetting customers"), m_customers);
    const auto place = [&](const QString& what, const QString& path) {
        auto* label = new OneLine(this);
        label->setText(QDir::toNativeSeparators(path));
        label->setObjectName(QStringLiteral("dim"));
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        label->setToolTip(path);
        form.addRow(what, label);
    };
    place(tr("Casebook"), casebook.isEmpty() ? tr("in memory; forgotten at the end") : casebook);
    place(tr("Policy of the shop"), QString::fromStdString(housePolicyPath()));
    place(tr("These settings"), QString::fromStdString(settingsPath()));
}

void SettingsDialog::fillPolicies(const HousePolicy& inForce) {
    m_policies.push_back(defaultPolicy());
    for (const ShippedPolicy& shipped : shippedPolicies())
        if (auto policy = parsePolicy(std::string(shipped.document), std::string(shipped.shortName)))
            m_policies.push_back(std::move(*policy));
    if (std::none_of(m_policies.begin(), m_policies.end(),
                     [&](const HousePolicy& one) { return one.name == inForce.name; }))
        m_policies.push_back(inForce);
    for (const HousePolicy& policy : m_policies)
        add(*m_policy, QString::fromStdString(policy.name), QString::fromStdString(policy.name),
            QString::fromStdString(inForce.name));
}

void SettingsDialog::showShop(const Result<ShopSettings>& shop) {
    m_keep->setEnabled(true);
    m_shopKnown = shop.has_value();
    for (QWidget* field :
         {static_cast<QWidget*>(m_shopName), static_cast<QWidget*>(m_address), static_cast<QWidget*>(m_logo)})
        field->setEnabled(m_shopKnown);
    if (!shop) {
        m_answer->setText(words::error(shop.error()));
        return;
    }
    m_shop = *shop;
    m_shopName->setText(QString::fromStdString(shop->name));
    m_address->setPlainText(QString::fromStdString(shop->address));
    m_logo->setText(QString::fromStdString(shop->logo));
}

void SettingsDialog::keep() {
    Settings settings = Preferences::instance().settings();
    settings.light = m_colours->currentData().toBool();
    settings.utc = m_times->currentData().toBool();
    settings.language = m_language->currentData().toString().toStdString();
    settings.scalePercent = m_scale->currentData().toInt();
    settings.folder = m_folder->text().trimmed().toStdString();
    settings.keepCustomersYears = m_customers->currentData().toInt();
    if (!settings.folder.empty() && !QDir(QString::fromStdString(settings.folder)).exists()) {
        m_answer->setText(tr("There is no folder %1.").arg(m_folder->text()));
        m_folder->setFocus();
        return;
    }
    Preferences::instance().set(settings);
    const ColourScheme scheme = settings.light ? ColourScheme::light : ColourScheme::dark;
    if (Theme::instance().palette().scheme() != scheme)
        Theme::instance().setScheme(scheme);
    const HousePolicy& policy = m_policies[static_cast<std::size_t>(m_policy->currentIndex())];
    if (policy.name != m_policyBefore)
        emit policyChosen(policy);
    ShopSettings shop;
    shop.name = cleanText(m_shopName->text().toStdString());
    shop.address = cleanLines(m_address->toPlainText().toStdString(), 1024);
    shop.logo = m_logo->text().trimmed().toStdString();
    if (!m_shopKnown ||
        (shop.name == m_shop.name && shop.address == m_shop.address && shop.logo == m_shop.logo)) {
        accept();
        return;
    }
    m_keep->setEnabled(false);
    inBackground(
        this, [shop] { return saveShop(shop); },
        [this](const Result<void>& saved) {
            m_keep->setEnabled(true);
            if (saved)
                accept();
            else
                m_answer->setText(words::error(saved.error()));
        });
}

} // namespace orbita::app
