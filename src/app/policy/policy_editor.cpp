// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/policy/policy_editor.h"

#include "app/files/ask_for_file.h"
#include "app/theme/theme.h"
#include "app/visit/in_background.h"
#include "report/format.h"
#include "report/ruling_words.h"
#include "report/vitals_words.h"
#include "report/words.h"
#include "store/policy_file.h"

#include <QButtonGroup>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QVBoxLayout>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr std::size_t mostTried = 2000; // rulings; more would be felt while typing
constexpr int trialWidth = 300;
constexpr int soonMs = 120;
constexpr int limitWidth = 78;

// What is measured on a drive, in the unit of its limits; empty where nothing of its surface was read.
QString nowOf(const Evidence& evidence, Measured measured) {
    if (evidence.coverage.empty() && !evidence.sample)
        return {};
    const double value = measuredIn(evidence, measured);
    return format::number(value, isCount(measured) ? 0 : 1);
}

bool shipped(const QString& name) {
    if (name.toStdString() == defaultPolicy().name)
        return true;
    for (const ShippedPolicy& one : shippedPolicies())
        if (const auto policy = parsePolicy(std::string(one.document), std::string(one.shortName));
            policy && policy->name == name.toStdString())
            return true;
    return false;
}

} // namespace

PolicyEditor::PolicyEditor(HousePolicy policy, const Evidence* evidence, CasebookKeeper* keeper,
                           PlaceRules rules, QWidget* parent)
    : QDialog(parent)
    , m_before(std::move(policy))
    , m_placeRules(std::move(rules))
    , m_evidence(evidence != nullptr ? std::optional(*evidence) : std::nullopt)
    , m_name(new QLineEdit(this))
    , m_about(new QLineEdit(this))
    , m_surface(new LimitsModel(
          {words::fate(Fate::watch), words::fate(Fate::spareDuty), words::fate(Fate::retire)}, this))
    , m_counters(new LimitsModel({tr("Note"), tr("Warning"), tr("Damning")}, this))
    , m_rules(new RulesForm(this))
    , m_firmware(new QTableWidget(this))
    , m_trial(new TrialPanel(this))
    , m_answer(new QLabel(this))
    , m_make(new QPushButton(tr("&Make it the house policy"), this))
    , m_save(new QPushButton(tr("Save &as…"), this))
    , m_back(new QPushButton(tr("&Put back"), this))
    , m_mail(std::make_shared<Mail>(this, [this] {
        std::optional<Result<std::vector<PastRuling>>> past;
        {
            const MutexLock lock(m_mail->mutex);
            past.swap(m_mail->past);
        }
        if (!past)
            return;
        if (!*past) {
            m_trial->setPastError(words::error(past->error()));
            return;
        }
        const bool more = (*past)->size() > mostTried;
        if (more)
            (*past)->resize(mostTried);
        m_trial->setPast(std::move(**past), more);
    })) {
    setWindowTitle(tr("House policy"));
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("policyEditor"));
    resize(1040, 640);
    m_name->setObjectName(QStringLiteral("policyName"));
    m_about->setPlaceholderText(tr("For whom it is, in a sentence"));
    m_answer->setObjectName(QStringLiteral("policyAnswer"));
    m_answer->setWordWrap(true);
    m_make->setObjectName(QStringLiteral("primary"));
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(14);
    form->addRow(tr("&Name"), m_name);
    form->addRow(tr("A&bout"), m_about);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addLayout(form);
    left->addWidget(makeTabs(), 1);
    m_trial->setFixedWidth(trialWidth);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(18);
    middle->addLayout(left, 1);
    middle->addWidget(m_trial);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    buttons->addButton(m_make, QDialogButtonBox::ActionRole);
    buttons->addButton(m_save, QDialogButtonBox::ActionRole);
    buttons->addButton(m_back, QDialogButtonBox::ResetRole);
    // Enter ends the editing of a cell; it presses nothing.
    for (QPushButton* button : findChildren<QPushButton*>())
        button->setAutoDefault(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->setSpacing(10);
    column->addLayout(middle, 1);
    column->addWidget(m_answer);
    column->addWidget(buttons);
    m_soon.setSingleShot(true);
    m_soon.setInterval(soonMs);
    connect(&m_soon, &QTimer::timeout, this, &PolicyEditor::refresh);
    const auto soon = [this] { m_soon.start(); };
    connect(m_name, &QLineEdit::textChanged, this, soon);
    connect(m_about, &QLineEdit::textChanged, this, soon);
    for (LimitsModel* model : {m_surface, m_counters}) {
        connect(model, &LimitsModel::edited, this, soon);
        connect(model, &LimitsModel::refused, m_answer, &QLabel::setText);
    }
    connect(m_rules, &RulesForm::edited, this, soon);
    connect(m_firmware, &QTableWidget::cellChanged, this, [this, soon](int row) {
        if (row == m_firmware->rowCount() - 1) // there is always an empty one below
            m_firmware->insertRow(row + 1);
        soon();
    });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_make, &QPushButton::clicked, this, &PolicyEditor::makeHouse);
    connect(m_save, &QPushButton::clicked, this, &PolicyEditor::saveAs);
    connect(m_back, &QPushButton::clicked, this, [this] {
        fill(m_before);
        refresh();
    });
    fill(m_before);
    m_trial->setEvidence(evidence);
    if (keeper != nullptr)
        askPast(*keeper);
    else
        m_trial->setPast({}, false);
    refresh();
}

PolicyEditor::~PolicyEditor() {
    m_mail->bell.unplug();
}

void PolicyEditor::askPast(CasebookKeeper& keeper) {
    if (const QString error = keeper.error(); !error.isEmpty())
        m_trial->setPastError(error);
    keeper.post([mail = m_mail](Casebook& book) {
        auto past = book.pastRulings(mostTried + 1);
        {
            const MutexLock lock(mail->mutex);
            mail->past = std::move(past);
        }
        mail->bell.ring();
    });
}

QTableView* PolicyEditor::makeTable(LimitsModel* model, const QString& name) {
    auto* table = new QTableView(this);
    table->setModel(model);
    table->setAccessibleName(name);
    table->setObjectName(name);
    table->verticalHeader()->hide();
    table->verticalHeader()->setDefaultSectionSize(26);
    table->setShowGrid(false);
    table->setWordWrap(false);
    table->setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::DoubleClicked |
                           QAbstractItemView::SelectedClicked | QAbstractItemView::EditKeyPressed);
    table->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    table->horizontalHeader()->setHighlightSections(false);
    table->horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int column = 1; column < model->columnCount(); ++column)
        table->setColumnWidth(column, limitWidth);
    table->setTabKeyNavigation(false);
    for (auto* corner : table->findChildren<QAbstractButton*>())
        corner->setAccessibleName(tr("Choose all"));
    return table;
}

QWidget* PolicyEditor::makeFirmware() {
    m_firmware->setColumnCount(3);
    m_firmware->setHorizontalHeaderLabels(
        {tr("The model's name begins so"), tr("Firmware"), tr("What is wrong with it")});
    m_firmware->setAccessibleName(tr("Bad firmware"));
    m_firmware->verticalHeader()->hide();
    m_firmware->setShowGrid(false);
    m_firmware->setTabKeyNavigation(false);
    m_firmware->horizontalHeader()->setStretchLastSection(true);
    m_firmware->setColumnWidth(0, 200);
    m_firmware->setColumnWidth(1, 110);
    for (auto* corner : m_firmware->findChildren<QAbstractButton*>())
        corner->setAccessibleName(tr("Choose all"));
    return m_firmware;
}

QWidget* PolicyEditor::makeTabs() {
    auto* whole = new QWidget(this);
    auto* stage = new QStackedWidget(whole);
    auto* tabs = new QButtonGroup(whole);
    auto* row = new QHBoxLayout;
    row->setSpacing(18);
    const std::pair<QString, QWidget*> pages[] = {
        {tr("Su&rface"), makeTable(m_surface, QStringLiteral("surfaceLimits"))},
        {tr("The drive's own &counters"), makeTable(m_counters, QStringLiteral("counterLimits"))},
        {tr("Findings and ne&eds"), m_rules},
        {tr("Bad &firmware"), makeFirmware()}};
    for (const auto& [text, page] : pages) {
        auto* tab = new QPushButton(text, whole);
        tab->setObjectName(QStringLiteral("tab"));
        tab->setCheckable(true);
        tabs->addButton(tab, stage->addWidget(page));
        row->addWidget(tab);
    }
    row->addStretch();
    tabs->button(0)->setChecked(true);
    connect(tabs, &QButtonGroup::idClicked, stage, &QStackedWidget::setCurrentIndex);
    auto* column = new QVBoxLayout(whole);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addLayout(row);
    column->addWidget(stage, 1);
    return whole;
}

void PolicyEditor::fill(const HousePolicy& policy) {
    const QString name = QString::fromStdString(policy.name);
    m_name->setText(!shipped(name)                        ? name
                    : policy.name == defaultPolicy().name ? tr("Our own")
                                                          : tr("%1, our own").arg(name));
    m_about->setText(QString::fromStdString(policy.about));
    m_surfaceRows.clear();
    std::vector<LimitsModel::Row> rows;
    for (std::size_t m = 0; m < measuredCount; ++m) {
        const auto measured = static_cast<Measured>(m);
        const auto limits = policy.ruling.limits.find(measured);
        LimitsModel::Row row;
        row.name = words::measured(measured);
        row.whole = isCount(measured);
        if (m_evidence)
            row.now = nowOf(*m_evidence, measured);
        if (limits != policy.ruling.limits.end())
            row.limits = {limits->second.watch, limits->second.spareDuty, limits->second.retire};
        rows.push_back(std::move(row));
        m_surfaceRows.push_back(measured);
    }
    m_surface->show(std::move(rows));
    m_counterRows.clear();
    rows.clear();
    std::map<ReadingKind, ReadingLimits> all = defaultPolicy().limits;
    for (const auto& [kind, limits] : policy.limits)
        all[kind] = limits;
    for (const auto& [kind, known] : all) {
        const ReadingLimits* limits = policy.limitsOf(kind);
        Reading reading;
        reading.kind = kind;
        LimitsModel::Row row;
        row.name = kind == ReadingKind::spareLeft ? tr("%1, at or below").arg(words::readingName(reading))
                                                  : words::readingName(reading);
        if (m_evidence)
            for (const Reading& own : m_evidence->own.readings)
                if (own.kind == kind)
                    row.now = words::readingValue(own);
        const auto asDouble = [](const std::optional<std::int64_t>& limit) {
            return limit ? std::optional(static_cast<double>(*limit)) : std::nullopt;
        };
        if (limits != nullptr)
            row.limits = {asDouble(limits->note), asDouble(limits->warning), asDouble(limits->critical)};
        rows.push_back(std::move(row));
        m_counterRows.push_back(kind);
    }
    m_counters->show(std::move(rows));
    m_rules->show(policy.ruling);
    const QSignalBlocker quietly(m_firmware);
    m_firmware->setRowCount(static_cast<int>(policy.badFirmware.size()) + 1);
    m_firmware->clearContents();
    for (int row = 0; row < static_cast<int>(policy.badFirmware.size()); ++row) {
        const BadFirmware& bad = policy.badFirmware[static_cast<std::size_t>(row)];
        int column = 0;
        for (const std::string* text : {&bad.model, &bad.firmware, &bad.why})
            m_firmware->setItem(row, column++, new QTableWidgetItem(QString::fromStdString(*text)));
    }
}

Result<HousePolicy> PolicyEditor::edited() const {
    HousePolicy policy = m_before;
    policy.name = m_name->text().trimmed().toStdString();
    policy.about = m_about->text().trimmed().toStdString();
    for (std::size_t i = 0; i < m_surfaceRows.size(); ++i) {
        const auto& limits = m_surface->rows()[i].limits;
        policy.ruling.limits[m_surfaceRows[i]] = {limits[0], limits[1], limits[2]};
    }
    policy.limits.clear();
    for (std::size_t i = 0; i < m_counterRows.size(); ++i) {
        std::array<std::optional<std::int64_t>, 3> whole;
        for (std::size_t l = 0; l < whole.size(); ++l)
            if (const auto& limit = m_counters->rows()[i].limits[l])
                whole[l] = static_cast<std::int64_t>(*limit);
        policy.limits[m_counterRows[i]] = {whole[0], whole[1], whole[2]};
    }
    m_rules->read(policy.ruling);
    policy.badFirmware.clear();
    for (int row = 0; row < m_firmware->rowCount(); ++row) {
        const auto text = [&](int column) {
            const QTableWidgetItem* item = m_firmware->item(row, column);
            return item != nullptr ? item->text().trimmed().toStdString() : std::string();
        };
        if (!text(0).empty() || !text(1).empty() || !text(2).empty())
            policy.badFirmware.push_back({text(0), text(1), text(2)});
    }
    // What the file would be refused for, is refused here.
    auto sound = parsePolicy(policyDocument(policy), tr("what is entered here").toStdString());
    if (sound) { // what is not edited here
        sound->plans = m_before.plans;
        sound->treatment = m_before.treatment;
    }
    return sound;
}

void PolicyEditor::refresh() {
    const auto policy = edited();
    const QString name = m_name->text().trimmed();
    QString why;
    if (!policy)
        why = words::error(policy.error());
    else if (name.isEmpty())
        why = tr("Give it a name.");
    else if (shipped(name))
        why = tr("“%1” comes with Orbita and stays as it is: give yours a name of its own.").arg(name);
    m_make->setEnabled(why.isEmpty());
    m_save->setEnabled(why.isEmpty());
    m_answer->setText(why);
    if (policy)
        m_trial->show(m_before, *policy);
}

void PolicyEditor::makeHouse() {
    if (const auto policy = edited())
        write(*policy, housePolicyPath(), true);
}

void PolicyEditor::saveAs() {
    FileWish wish;
    wish.what = FileWish::For::writing;
    wish.title = tr("Save the policy");
    wish.kinds = {tr("House policies (*.json)")};
    wish.name = QStringLiteral("house-policy.json");
    askForFile(this, wish, [this](const QString& path) {
        if (const auto policy = edited())
            write(*policy, path.toStdString(), false);
    });
}

void PolicyEditor::write(const HousePolicy& policy, const std::string& path, bool asHouse) {
    m_make->setEnabled(false);
    inBackground(
        this,
        // As it stands there now: with the plans that were in the file.
        [policy, path, rules = m_placeRules] {
            return savePolicy(policy, path, rules).and_then([&] { return loadPolicy(path); });
        },
        [this, path, asHouse](const Result<HousePolicy>& there) { written(path, there, asHouse); });
}

void PolicyEditor::written(const std::string& path, const Result<HousePolicy>& policy, bool asHouse) {
    if (policy && asHouse)
        m_before = *policy;
    refresh();
    if (!policy) {
        m_answer->setText(words::error(policy.error()));
        return;
    }
    const QString text = tr("Written to %1").arg(QString::fromStdString(path));
    m_answer->setText(asHouse ? tr("%1. It is in force for every drive from now on.").arg(text) : text);
    emit told(text);
    if (asHouse)
        emit made(*policy);
}

} // namespace orbita::app
