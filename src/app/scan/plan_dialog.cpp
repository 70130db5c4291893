// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/plan_dialog.h"

#include "app/files/ask_for_file.h"
#include "app/scan/plan_sentence.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "report/words.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QMenu>
#include <QVBoxLayout>
#include <cmath>

namespace orbita::app {

namespace {

// Around each patch: what is damaged rarely ends where the last bad sector was found.
constexpr std::uint64_t marginBytes = 64U << 20U;

struct RuleChoice {
    RuleKind kind;
    int most;
};
constexpr std::array<RuleChoice, 7> ruleChoices = {{{RuleKind::unreadable, 1'000'000},
                                                    {RuleKind::patches, 10'000},
                                                    {RuleKind::growth, 1'000'000},
                                                    {RuleKind::stalls, 10'000},
                                                    {RuleKind::minutes, 100'000},
                                                    {RuleKind::temperature, 120},
                                                    {RuleKind::critical, 20}}};

QString ruleLabel(RuleKind kind) {
    switch (kind) {
    case RuleKind::unreadable:
        return PlanDialog::tr("unreadable sectors");
    case RuleKind::patches:
        return PlanDialog::tr("unreadable patches");
    case RuleKind::growth:
        return PlanDialog::tr("sectors in one patch");
    case RuleKind::stalls:
        return PlanDialog::tr("stalls");
    case RuleKind::minutes:
        return PlanDialog::tr("minutes");
    case RuleKind::temperature:
        return PlanDialog::tr("°C, cools down");
    case RuleKind::critical:
        return PlanDialog::tr("vitals are damning");
    }
    return {};
}

} // namespace

void askForImage(QWidget* parent, std::function<void(const QString& path)> chosen) {
    FileWish wish;
    wish.what = FileWish::For::fillingUp;
    wish.title = PlanDialog::tr("Save what is read to");
    wish.kinds = {PlanDialog::tr("Images (*.img)"), PlanDialog::tr("All files (*)")};
    wish.objectName = QStringLiteral("imageDialog");
    askForFile(parent, wish, std::move(chosen));
}

PlanDialog::PlanDialog(DriveController& controller, QWidget* parent)
    : QDialog(parent)
    , m_controller(controller)
    , m_named(new QComboBox(this))
    , m_way(new QComboBox(this))
    , m_order(new QComboBox(this))
    , m_sweep(new QDoubleSpinBox(this))
    , m_samples(new QSpinBox(this))
    , m_span(new QLineEdit(this))
    , m_places(new QPushButton(this))
    , m_saveTo(new QLineEdit(this))
    , m_block(new QComboBox(this))
    , m_limit(new QDoubleSpinBox(this))
    , m_berth(new QDoubleSpinBox(this))
    , m_ruleAction(new QComboBox(this))
    , m_sentence(new QLabel(this)) {
    setWindowTitle(tr("Plan of the next scan"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(640, 556);
    const ScanPlan plan = controller.plan();
    const DriveIdentity& drive = controller.identity();
    m_way->addItem(tr("read: the data crosses the cable"), static_cast<int>(ReadWay::read));
    m_way->addItem(tr("verify: the drive reads, the data stays inside"), static_cast<int>(ReadWay::verify));
    m_named->addItem(tr("as below"));
    for (const NamedPlan& named : controller.visit().policy().plans)
        m_named->addItem(QString::fromStdString(named.name));
    m_named->setObjectName(QStringLiteral("planNamed"));
    m_way->setObjectName(QStringLiteral("planWay"));
    const std::array<QString, 6> orders = {tr("forward"),
                                           tr("backward"),
                                           tr("suspects first, then forward"),
                                           tr("sweep: the heads move for every block"),
                                           tr("sample: blocks drawn at random"),
                                           tr("carefully: the worst places last (for sick drives)")};
    for (std::size_t i = 0; i < orders.size(); ++i)
        m_order->addItem(orders[i], static_cast<int>(i));
    m_order->setObjectName(QStringLiteral("planOrder"));
    m_sweep->setRange(0.1, 50);
    m_sweep->setDecimals(1);
    m_sweep->setSuffix(tr(" % of the span"));
    m_sweep->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_sweep->setObjectName(QStringLiteral("planSweep"));
    m_samples->setRange(1, 10'000'000);
    m_samples->setGroupSeparatorShown(true);
    m_samples->setSuffix(tr(" blocks"));
    m_samples->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_samples->setObjectName(QStringLiteral("planSamples"));
    m_span->setPlaceholderText(tr("the whole drive, or as 0..2047, 500GB..1TB, 40%..60%"));
    m_span->setObjectName(QStringLiteral("planSpan"));
    m_places->setText(tr("P&laces"));
    m_places->setObjectName(QStringLiteral("planPlaces"));
    auto* menu = new QMenu(this);
    fillPlaces(*menu);
    m_places->setMenu(menu);
    m_saveTo->setPlaceholderText(tr("an image file on another drive; empty: nothing is saved"));
    m_saveTo->setObjectName(QStringLiteral("planSaveTo"));
    m_block->addItem(tr("chosen to suit the drive"), 0);
    for (std::uint32_t bytes = 4096; bytes <= mostBlockBytes; bytes *= 2) {
        const std::uint32_t sectors = bytes / drive.logicalBytes;
        if (sectors < leastBlockSectors || sectors % drive.sectorsPerPhysical() != 0)
            continue;
        m_block->addItem(tr("%1 sectors (%2 KiB)").arg(format::count(sectors)).arg(bytes / 1024), sectors);
    }
    m_block->setObjectName(QStringLiteral("planBlock"));
    m_limit->setRange(0.01, 60);
    m_limit->setSuffix(tr(" s"));
    m_limit->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_limit->setObjectName(QStringLiteral("planLimit"));
    m_berth->setRange(0, 100'000);
    m_berth->setDecimals(0);
    m_berth->setSuffix(tr(" MiB on either side"));
    m_berth->setSpecialValueText(tr("in its turn"));
    m_berth->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_berth->setObjectName(QStringLiteral("planBerth"));
    m_berth->setToolTip(tr("Where the drive came to a standstill before, so much around it is read last"));
    m_ruleAction->addItem(tr("ends the scan"), static_cast<int>(RuleAction::end));
    m_ruleAction->addItem(tr("pauses it and asks"), static_cast<int>(RuleAction::ask));
    m_ruleAction->setObjectName(QStringLiteral("planRuleAction"));
    m_sentence->setWordWrap(true);
    m_sentence->setObjectName(QStringLiteral("planSentence"));

    auto* form = new QFormLayout;
    form->setSpacing(9);
    auto* order = new QHBoxLayout;
    order->addWidget(m_order, 1);
    order->addWidget(m_sweep);
    order->addWidget(m_samples);
    auto* span = new QHBoxLayout;
    span->addWidget(m_span, 1);
    span->addWidget(m_places);
    form->addRow(tr("Pla&n"), m_named);
    form->addRow(tr("&Way"), m_way);
    auto* orderLabel = new QLabel(tr("O&rder"), this);
    orderLabel->setBuddy(m_order);
    form->addRow(orderLabel, order);
    auto* spanLabel = new QLabel(tr("S&pan"), this);
    spanLabel->setBuddy(m_span);
    form->addRow(spanLabel, span);
    auto* save = new QHBoxLayout;
    auto* choose = new QPushButton(tr("&Choose"), this);
    choose->setObjectName(QStringLiteral("planChooseImage"));
    save->addWidget(m_saveTo, 1);
    save->addWidget(choose);
    auto* saveLabel = new QLabel(tr("Sa&ve to"), this);
    saveLabel->setBuddy(m_saveTo);
    form->addRow(saveLabel, save);
    form->addRow(tr("&Block"), m_block);
    form->addRow(tr("S&talled after"), m_limit);
    form->addRow(tr("Standst&ills last"), m_berth);
    form->addRow(tr("At so many"), ruleRows());
    form->addRow(tr("A r&ule that is met"), m_ruleAction);
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

    fill(plan);
    connect(m_named, &QComboBox::activated, this, &PlanDialog::takeNamed);
    connect(m_way, &QComboBox::currentIndexChanged, this, &PlanDialog::check);
    connect(m_span, &QLineEdit::textChanged, this, &PlanDialog::check);
    connect(m_saveTo, &QLineEdit::textChanged, this, &PlanDialog::check);
    connect(choose, &QPushButton::clicked, this, &PlanDialog::chooseImage);
    connect(m_block, &QComboBox::currentIndexChanged, this, &PlanDialog::check);
    connect(m_limit, &QDoubleSpinBox::valueChanged, this, &PlanDialog::check);
    connect(m_berth, &QDoubleSpinBox::valueChanged, this, &PlanDialog::check);
    connect(m_order, &QComboBox::currentIndexChanged, this, &PlanDialog::check);
    connect(m_sweep, &QDoubleSpinBox::valueChanged, this, &PlanDialog::check);
    connect(m_samples, &QSpinBox::valueChanged, this, &PlanDialog::check);
    connect(m_ruleAction, &QComboBox::currentIndexChanged, this, &PlanDialog::check);
    connect(buttons, &QDialogButtonBox::accepted, this, &PlanDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    check();
}

void PlanDialog::fill(const ScanPlan& plan) {
    m_way->setCurrentIndex(plan.way == ReadWay::verify ? 1 : 0);
    m_order->setCurrentIndex(static_cast<int>(plan.order));
    m_sweep->setValue(plan.sweepDistancePercent);
    m_samples->setValue(static_cast<int>(plan.samples));
    setSpans(spansOf(plan));
    m_block->setCurrentIndex(std::max(0, m_block->findData(plan.blockSectors)));
    m_saveTo->setText(QString::fromStdString(plan.saveTo));
    m_limit->setValue(toSeconds(plan.limit));
    const double sectorBytes = m_controller.identity().logicalBytes;
    m_berth->setValue(plan.berth ? static_cast<double>(plan.berth->value) * sectorBytes / 0x1p20
                                 : static_cast<double>(berthBytes) / 0x1p20);
    for (const auto& [kind, box] : m_rules) {
        box->setValue(0);
        for (const StopRule& rule : plan.rules)
            if (rule.kind == kind)
                box->setValue(static_cast<int>(rule.value));
    }
    if (!plan.rules.empty())
        m_ruleAction->setCurrentIndex(static_cast<int>(plan.rules.front().action));
}

// The fields then say what the name stands for, and may be changed.
void PlanDialog::takeNamed(int index) {
    const std::vector<NamedPlan>& plans = m_controller.visit().policy().plans;
    if (index < 1 || static_cast<std::size_t>(index) > plans.size())
        return;
    const NamedPlan& named = plans[static_cast<std::size_t>(index) - 1];
    const QString saveTo = m_saveTo->text();
    fill(named.plan);
    m_saveTo->setText(saveTo); // where to save is the visit's, not the plan's
    m_span->setText(QString::fromStdString(named.span));
    check();
}

QWidget* PlanDialog::ruleRows() {
    auto* rows = new QWidget(this);
    auto* grid = new QGridLayout(rows);
    grid->setContentsMargins(0, 0, 0, 0);
    for (std::size_t i = 0; i < ruleChoices.size(); ++i) {
        const auto [kind, most] = ruleChoices[i];
        auto* box = new QSpinBox(rows);
        box->setRange(0, most);
        box->setSpecialValueText(tr("–"));
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        box->setObjectName(QStringLiteral("planRule-") +
                           QString::fromStdString(std::string(ruleKindName(kind))));
        auto* label = new QLabel(ruleLabel(kind), rows);
        label->setBuddy(box);
        box->setAccessibleName(label->text());
        const int row = static_cast<int>(i) / 2;
        const int column = static_cast<int>(i) % 2 * 2;
        grid->addWidget(box, row, column);
        grid->addWidget(label, row, column + 1);
        m_rules[kind] = box;
        connect(box, &QSpinBox::valueChanged, this, &PlanDialog::check);
    }
    grid->setColumnStretch(1, 1);
    grid->setColumnStretch(3, 1);
    return rows;
}

void PlanDialog::setSpans(const std::vector<LbaSpan>& spans) {
    QStringList texts;
    for (const LbaSpan& span : spans)
        texts << QStringLiteral("%1..%2").arg(span.first.value).arg(span.last().value);
    m_span->setText(texts.join(QStringLiteral(", ")));
}

// Where a scan is worth while, as the rack and the scan in view know it.
void PlanDialog::fillPlaces(QMenu& menu) {
    const DriveIdentity& drive = m_controller.identity();
    connect(menu.addAction(tr("The whole drive")), &QAction::triggered, this, [this] { setSpans({}); });
    const std::uint64_t margin = marginBytes / drive.logicalBytes;
    if (const ScanView* scan = m_controller.current(); scan != nullptr && !scan->patches.empty()) {
        std::vector<LbaSpan> spans;
        for (const Patch& patch : scan->patches)
            spans.push_back(patch.span);
        spans = withMargin(spans, {margin}, drive);
        connect(menu.addAction(
                    tr("The patches of the scan in view, with %1 around").arg(format::bytes(marginBytes))),
                &QAction::triggered, this, [this, spans] { setSpans(spans); });
    }
    for (const DrivePart& part : m_controller.target().parts) {
        const LbaSpan span = sectorsOf(part, drive);
        if (span.empty() || span == drive.whole())
            continue;
        const QString name = QString::fromStdString(part.label.empty() ? part.name : part.label);
        connect(menu.addAction(tr("Partition %1, %2").arg(name, format::bytes(part.bytes))),
                &QAction::triggered, this, [this, span] { setSpans({span}); });
    }
}

Result<ScanPlan> PlanDialog::plan() const {
    ScanPlan plan = m_controller.plan();
    plan.way = static_cast<ReadWay>(m_way->currentData().toInt());
    plan.order = static_cast<ScanOrder>(m_order->currentData().toInt());
    plan.sweepDistancePercent = m_sweep->value();
    plan.berth = SectorCount{static_cast<std::uint64_t>(
        std::ceil(m_berth->value() * 0x1p20 / m_controller.identity().logicalBytes))};
    plan.samples = static_cast<std::uint64_t>(m_samples->value());
    planSpans(plan, {});
    if (const QString text = m_span->text().simplified().remove(QChar(0x00A0)); !text.isEmpty()) {
        const auto spans = parseSpans(text.toStdString(), m_controller.identity());
        if (!spans)
            return tl::unexpected(spans.error());
        planSpans(plan, *spans);
    }
    plan.saveTo = m_saveTo->text().trimmed().toStdString();
    if (!plan.saveTo.empty())
        if (auto place = judgePlace(plan.saveTo, rulesFor(m_controller.target(), PlaceFor::image)); !place)
            return tl::unexpected(place.error());
    plan.blockSectors = m_block->currentData().toUInt();
    plan.limit = fromSeconds(m_limit->value());
    plan.rules.clear();
    for (const auto& [kind, box] : m_rules)
        if (box->value() > 0)
            plan.rules.push_back({kind, static_cast<std::uint64_t>(box->value()),
                                  static_cast<RuleAction>(m_ruleAction->currentData().toInt())});
    // Whether the drive verifies is known when it has been opened.
    DriveLimits limits;
    limits.verifies = true;
    limits.maxSectors = mostBlockBytes / m_controller.identity().logicalBytes;
    const auto settled = settlePlan(plan, m_controller.identity(), limits);
    if (!settled)
        return tl::unexpected(settled.error());
    return plan;
}

void PlanDialog::chooseImage() {
    askForImage(this, [this](const QString& path) { m_saveTo->setText(path); });
}

void PlanDialog::check() {
    const auto order = static_cast<ScanOrder>(m_order->currentData().toInt());
    m_sweep->setVisible(order == ScanOrder::sweep);
    m_samples->setVisible(order == ScanOrder::sample);
    const auto checked = plan();
    m_ok->setEnabled(checked.has_value());
    if (checked)
        m_sentence->setText(planWords(*checked, m_controller.identity()) + QStringLiteral(". ") +
                            tr("Expected: %1.").arg(guessWords(*checked, m_controller.identity())));
    else
        m_sentence->setText(words::error(checked.error()));
    m_sentence->setStyleSheet(
        QStringLiteral("color: %1").arg((checked ? tone(Tone::textDim) : tone(Tone::straining)).name()));
}

void PlanDialog::take() {
    const auto checked = plan();
    if (!checked)
        return;
    m_controller.setPlan(*checked);
    accept();
}

} // namespace orbita::app
