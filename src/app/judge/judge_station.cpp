// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/judge_station.h"

#include "app/judge/case_report_of.h"
#include "app/judge/reason_places.h"
#include "app/judge/report_dialog.h"
#include "app/policy/policy_editor.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "report/ruling_words.h"
#include "report/words.h"
#include "store/scan_file.h"

#include <QClipboard>
#include <QDateTime>
#include <QFileInfo>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QScrollBar>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int judgeSideWidth = 300;
constexpr int placesMapHeight = 128;
constexpr std::size_t mostGivenShown = 4;

Ruling asRuled(const KeptRuling& kept) {
    Ruling ruling;
    ruling.settled = kept.settled;
    ruling.fate = kept.fate;
    ruling.data = kept.data;
    return ruling;
}

} // namespace

JudgeStation::JudgeStation(QWidget* parent)
    : Station(parent)
    , m_head(new QFrame(this))
    , m_title(new QLabel(this))
    , m_meaning(new QLabel(this))
    , m_read(new QLabel(this))
    , m_scale(new RulingScale(this))
    , m_stage(new QStackedWidget(this))
    , m_list(new QListView(this))
    , m_model(new ReasonsModel(this))
    , m_notice(new QLabel(this))
    , m_plate(new PlateView(m_lens, this))
    , m_place(new OneLine(this))
    , m_policies(new PolicyChoice(this))
    , m_edit(new QPushButton(tr("Edit the &policy…"), this))
    , m_own(new OwnRulingPanel(this))
    , m_given(new QLabel(this))
    , m_foot(new StationFoot(tr("&Enter the ruling"), tr("Keep it in the casebook (Ctrl+Enter)"),
                             tr("Write a re&port…"), this)) {
    m_list->setModel(m_model);
    m_list->setItemDelegate(new ReasonDelegate(m_list));
    m_list->setObjectName(QStringLiteral("reasons"));
    m_list->setAccessibleName(tr("Reasons, the weightiest first"));
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setResizeMode(QListView::Adjust);
    m_notice->setObjectName(QStringLiteral("notice"));
    m_notice->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_notice->setAlignment(Qt::AlignCenter);
    m_notice->setWordWrap(true);
    m_notice->setMargin(60);
    m_notice->setFont(Theme::text(14));
    m_stage->addWidget(m_list);
    m_stage->addWidget(m_notice);
    m_plate->setFixedHeight(placesMapHeight);
    m_plate->setAccessibleName(tr("Map of the latest scan"));
    m_place->setObjectName(QStringLiteral("dim"));
    m_place->setFont(Theme::text(12));
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addWidget(makeHead());
    left->addWidget(m_stage, 1);
    left->addWidget(m_plate);
    left->addWidget(m_place);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    middle->addLayout(left, 1);
    middle->addWidget(makeSide());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(middle, 1);
    column->addWidget(m_foot);
    connect(m_foot, &StationFoot::nextWanted, this, &JudgeStation::openReport);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this, &JudgeStation::showReason);
    connect(m_list, &QListView::activated, this, [this] { showNextPlace(true); });
    connect(m_policies, &PolicyChoice::chosen, this, &JudgeStation::policyWanted);
    connect(m_own, &OwnRulingPanel::given, this, &JudgeStation::ruleOtherwise);
    connect(m_foot, &StationFoot::acted, this, &JudgeStation::giveRuling);
    connect(&m_lens, &Lens::selectionChanged, this, &JudgeStation::refreshMap);
    connect(&Theme::instance(), &Theme::changed, this, &JudgeStation::refresh);
    addActions();
    setController(nullptr);
}

QWidget* JudgeStation::makeHead() {
    m_head->setObjectName(QStringLiteral("judgement"));
    m_title->setFont(Theme::text(22, QFont::DemiBold));
    m_title->setObjectName(QStringLiteral("rulingTitle"));
    m_meaning->setWordWrap(true);
    m_meaning->setTextFormat(Qt::PlainText);
    m_meaning->setObjectName(QStringLiteral("rulingMeaning"));
    m_meaning->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_read->setObjectName(QStringLiteral("dim"));
    m_read->setFont(Theme::text(12));
    m_read->setWordWrap(true);
    auto* top = new QHBoxLayout;
    top->setSpacing(12);
    top->addWidget(m_title, 1, Qt::AlignTop);
    top->addWidget(m_scale, 0, Qt::AlignTop);
    auto* words = new QVBoxLayout(m_head);
    words->setContentsMargins(12, 8, 8, 8);
    words->setSpacing(3);
    words->addLayout(top);
    words->addWidget(m_meaning);
    words->addWidget(m_read);
    return m_head;
}

QWidget* JudgeStation::makeSide() {
    auto* side = new QWidget(this);
    side->setFixedWidth(judgeSideWidth);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(Theme::heading(tr("By which house policy"), side));
    column->addWidget(m_policies);
    m_edit->setObjectName(QStringLiteral("flat"));
    m_edit->setToolTip(tr("Limits of your own, with what they would change (Ctrl+Shift+P)"));
    connect(m_edit, &QPushButton::clicked, this, &JudgeStation::editPolicy);
    column->addWidget(m_edit, 0, Qt::AlignLeft);
    column->addSpacing(10);
    column->addWidget(Theme::heading(tr("You rule otherwise?"), side));
    column->addWidget(m_own);
    column->addSpacing(10);
    column->addWidget(Theme::heading(tr("Entered in the casebook"), side));
    m_given->setWordWrap(true);
    m_given->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_given->setAlignment(Qt::AlignTop);
    m_given->setObjectName(QStringLiteral("given"));
    m_given->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(m_given);
    column->addStretch();
    return side;
}

void JudgeStation::addActions() {
    const auto known = [this] { return m_controller != nullptr && m_controller->ruling().known(); };
    addStationAction("enter-ruling", tr("Enter the ruling in the casebook"), Qt::CTRL | Qt::Key_Return,
                     [this] { giveRuling(); })
        .onlyWhile([this] {
            return m_controller != nullptr &&
                   m_controller->ruling().whyNotGive(m_controller->visit().visit().id).isEmpty();
        })
        .withItsStation();
    addStationAction("report", tr("Write a report of the drive"), Qt::CTRL | Qt::SHIFT | Qt::Key_R, [this] {
        openReport();
    }).onlyWhile(known);
    addStationAction("edit-policy", tr("Edit the house policy, and see what that would change"),
                     Qt::CTRL | Qt::SHIFT | Qt::Key_P, [this] { editPolicy(); })
        .onlyWhile([this] { return m_controller != nullptr; });
    addButtonAction("rule-otherwise", tr("Rule otherwise, with a reason"), {}, m_own->button());
    addStationAction("next-place", tr("Show the next place of the reason on the map"),
                     Qt::CTRL | Qt::Key_Period, [this] { showNextPlace(true); })
        .onlyWhile([this] { return !m_places.empty(); })
        .withItsStation();
    addStationAction("previous-place", tr("Show the place before it on the map"), Qt::CTRL | Qt::Key_Comma,
                     [this] { showNextPlace(false); })
        .onlyWhile([this] { return !m_places.empty(); })
        .withItsStation();
    addStationAction("copy-ruling", tr("Copy the ruling with its reasons, as text"),
                     Qt::CTRL | Qt::SHIFT | Qt::Key_J, [this] { copyText(); })
        .onlyWhile(known);
}

std::vector<ViewKey> JudgeStation::viewKeys() const {
    return {{tr("Enter"), tr("on a reason: show its next place on the map")}};
}

NodeState JudgeStation::nodeOf(const DriveController& controller) const {
    const RulingController& ruling = controller.ruling();
    if (!ruling.known())
        return NodeState::ahead;
    if (ruling.ruling().fate >= Fate::spareDuty)
        return NodeState::warned;
    return ruling.ruling().settled ? NodeState::done : NodeState::ahead;
}

void JudgeStation::setController(DriveController* controller) {
    if (m_controller != nullptr) {
        m_controller->ruling().disconnect(this);
        m_controller->disconnect(this);
        m_controller->visit().disconnect(this);
    }
    m_controller = controller;
    m_plate->setController(controller);
    m_places.clear();
    m_model->clear();
    m_own->clear();
    if (controller != nullptr) {
        connect(&controller->ruling(), &RulingController::changed, this, &JudgeStation::refresh);
        connect(controller, &DriveController::stateChanged, this, &JudgeStation::refresh);
        connect(controller, &DriveController::scanChanged, this, [this] {
            if (isVisible())
                m_plate->refresh();
        });
        if (isVisible())
            controller->judgeAnew();
    }
    refresh();
}

void JudgeStation::showEvent(QShowEvent* event) {
    Station::showEvent(event);
    if (m_controller != nullptr)
        m_controller->judgeAnew();
    refresh();
}

void JudgeStation::resizeEvent(QResizeEvent* event) {
    Station::resizeEvent(event);
    m_list->doItemsLayout(); // how high a reason is follows from how wide it may be
}

void JudgeStation::refresh() {
    setEnabled(m_controller != nullptr);
    const bool known = m_controller != nullptr && m_controller->ruling().known();
    if (known) {
        const int row = m_list->currentIndex().row();
        m_model->show(m_controller->ruling().ruling(), m_controller->ruling().evidence());
        if (!m_list->currentIndex().isValid())
            for (int i = std::max(0, row); i < m_model->rowCount(); ++i)
                if (m_model->row(i)->reason) {
                    m_list->setCurrentIndex(m_model->index(i));
                    break;
                }
    } else {
        m_model->clear();
        m_notice->setText(
            m_controller == nullptr
                ? tr("Choose a drive in the rack, or open a device (Ctrl+O).")
                : tr("<p style='font-size:17px'>There is nothing to rule on yet</p><p>Read the drive's "
                     "vitals (F3), then scan it (F4).<br>What that comes to will stand here, with its "
                     "reasons.</p>"));
    }
    m_stage->setCurrentWidget(known ? static_cast<QWidget*>(m_list) : m_notice);
    m_policies->show(m_controller != nullptr ? m_controller->policy() : defaultPolicy(),
                     known ? &m_controller->ruling().evidence() : nullptr);
    refreshHead();
    refreshMap();
    refreshGiven();
    refreshFoot();
}

void JudgeStation::refreshHead() {
    const bool known = m_controller != nullptr && m_controller->ruling().known();
    m_head->setVisible(known);
    if (!known)
        return;
    const Ruling& ruling = m_controller->ruling().ruling();
    const KeptRuling* given = m_controller->ruling().givenOn(m_controller->visit().visit().id);
    const std::optional<Fate> own = given != nullptr ? given->ownFate : std::nullopt;
    m_head->setProperty("weight", ruling.fate == Fate::retire      ? QStringLiteral("grave")
                                  : ruling.fate >= Fate::spareDuty ? QStringLiteral("serious")
                                                                   : QString());
    Theme::repolish(m_head);
    m_title->setText(words::rulingTitle(ruling));
    m_meaning->setText(words::rulingMeaning(ruling) + QLatin1Char(' ') +
                       words::dataMeaning(ruling, m_controller->ruling().evidence().data));
    m_read->setText(tr("%1 read lately enough to count · by the house policy “%2”")
                        .arg(format::percent(ruling.readPercent / 100, ruling.readPercent >= 99.95 ? 0 : 1),
                             QString::fromStdString(ruling.policy)));
    m_scale->show(ruling, own);
}

void JudgeStation::refreshMap() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    const bool shown = scan != nullptr && scan->record.plate;
    m_plate->setVisible(shown);
    m_place->setVisible(shown);
    if (!shown)
        return;
    m_lens.setGrid(scan->record.plan.grid);
    m_plate->refresh();
    if (!m_places.empty() && m_lens.selection() == m_places[m_at]) {
        const QString which = m_places.size() == 1 ? QString()
                                                   : tr(" · place %1 of %2 (Ctrl+. for the next)")
                                                         .arg(m_at + 1)
                                                         .arg(format::count(m_places.size()));
        m_place->setText(words::span(m_places[m_at]) + QStringLiteral("  ·  ") +
                         words::place(m_places[m_at].first, m_controller->identity()) + which);
    } else if (m_lens.selection()) {
        m_place->setText(words::span(*m_lens.selection()) + QStringLiteral("  ·  ") +
                         words::place(m_lens.selection()->first, m_controller->identity()));
    } else {
        m_place->setText(
            tr("The reason chosen is about no place; choose another, and it is shown on the map"));
    }
}

void JudgeStation::showReason(const QModelIndex& index) {
    const ReasonsModel::Row* row = m_model->row(index.row());
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    m_places.clear();
    m_at = 0;
    if (row != nullptr && row->reason && scan != nullptr && scan->record.plate)
        m_places = placesOf(*row->reason, m_controller->ruling().evidence(), scan->record);
    if (m_places.empty()) {
        m_lens.select(std::nullopt);
        refreshMap();
        return;
    }
    m_lens.choose(m_places.front());
    refreshMap();
}

void JudgeStation::showNextPlace(bool forward) {
    if (m_places.empty())
        return;
    m_at = (m_at + (forward ? 1 : m_places.size() - 1)) % m_places.size();
    m_lens.choose(m_places[m_at]);
    refreshMap();
}

void JudgeStation::refreshGiven() {
    if (m_controller == nullptr) {
        m_given->clear();
        return;
    }
    const RulingController& ruling = m_controller->ruling();
    QString text;
    std::size_t shown = 0;
    for (auto given = ruling.given().rbegin(); given != ruling.given().rend() && shown < mostGivenShown;
         ++given, ++shown) {
        const QString by = QString::fromStdString(given->ruledBy).toHtmlEscaped();
        text += QStringLiteral("<p style='margin:0 0 6px 0'><span style='color:%1'>%2%3</span><br>%4</p>")
                    .arg(tone(Tone::textDim).name(), format::moment(given->at).toHtmlEscaped(),
                         by.isEmpty() ? QString() : QStringLiteral(" · ") + by,
                         given->ownFate ? tr("<b>%1</b>, ruled otherwise: %2<br>By the evidence: %3")
                                              .arg(words::fate(*given->ownFate).toHtmlEscaped(),
                                                   QString::fromStdString(given->ownReason).toHtmlEscaped(),
                                                   words::rulingShort(asRuled(*given)).toHtmlEscaped())
                                        : words::rulingShort(asRuled(*given)).toHtmlEscaped());
    }
    if (ruling.error())
        text +=
            QStringLiteral("<p style='margin:0'>%1</p>").arg(words::error(*ruling.error()).toHtmlEscaped());
    m_given->setText(text.isEmpty() ? tr("Nothing yet.") : text);
}

void JudgeStation::refreshFoot() {
    if (m_controller == nullptr) {
        m_foot->allow(false);
        m_foot->say(tr("Choose a drive in the rack"), {});
        m_own->allow(tr("Choose a drive in the rack"));
        return;
    }
    const QString whyNot = m_controller->ruling().whyNotGive(m_controller->visit().visit().id);
    m_own->allow(whyNot);
    m_foot->allow(whyNot.isEmpty());
    if (!whyNot.isEmpty()) {
        m_foot->say(tr("Nothing to enter yet"), whyNot);
        return;
    }
    const DriveIdentity& drive = m_controller->identity();
    m_foot->say(tr("Enters “%1” for %2, serial %3")
                    .arg(words::rulingShort(m_controller->ruling().ruling()), words::driveName(drive),
                         QString::fromStdString(drive.serial)),
                tr("kept in the casebook with all that it goes by · nothing is sent to the drive"));
}

void JudgeStation::giveRuling() {
    if (m_controller == nullptr)
        return;
    const Visit& visit = m_controller->visit().visit();
    m_controller->ruling().give(visit.id, std::nullopt, {}, visit.tester);
    emit told(tr("Entered: %1").arg(words::rulingShort(m_controller->ruling().ruling())));
}

void JudgeStation::openReport() {
    if (m_controller == nullptr || !m_controller->ruling().known())
        return;
    const auto report = std::make_shared<const CaseReport>(caseReportOf(*m_controller));
    const auto choice = [&](const QString& text, ReportKind kind) {
        return ReportDialog::Choice{text, [kind, report](const Shop& shop, bool mask) {
                                        CaseReport own = *report;
                                        own.shop = shop;
                                        own.maskSerials = mask;
                                        return makeReport(kind, own);
                                    }};
    };
    const DriveIdentity& drive = m_controller->identity();
    auto* dialog = new ReportDialog(
        tr("%1, serial %2: %3")
            .arg(words::driveName(drive), QString::fromStdString(drive.serial),
                 words::rulingShort(m_controller->ruling().ruling())),
        {choice(tr("One page to hand over"), ReportKind::handover),
         choice(tr("Technical report, all of it"), ReportKind::technical),
         choice(tr("Sheet for a warranty claim"), ReportKind::warranty)},
        QFileInfo(QString::fromStdString(scanFileName(drive, report->now))).completeBaseName(),
        m_controller->target().name.empty() ? PlaceRules{} : rulesFor(m_controller->target()), this);
    connect(dialog, &ReportDialog::written, this,
            [this](const QString& path) { emit told(tr("Written to %1").arg(path)); });
    dialog->show();
}

void JudgeStation::editPolicy() {
    if (m_controller == nullptr)
        return;
    auto* editor = new PolicyEditor(
        m_controller->policy(), m_controller->ruling().known() ? &m_controller->ruling().evidence() : nullptr,
        m_controller->keeper(),
        m_controller->target().name.empty() ? PlaceRules{} : rulesFor(m_controller->target()), this);
    connect(editor, &PolicyEditor::made, this, &JudgeStation::policyWanted);
    connect(editor, &PolicyEditor::told, this, &JudgeStation::told);
    editor->show();
}

void JudgeStation::ruleOtherwise(Fate fate, const QString& reason) {
    if (m_controller == nullptr || reason.isEmpty())
        return;
    const Visit& visit = m_controller->visit().visit();
    m_controller->ruling().give(visit.id, fate, reason.toStdString(), visit.tester);
    m_own->clear();
    emit told(tr("Entered, ruled otherwise: %1").arg(words::fate(fate)));
}

void JudgeStation::copyText() const {
    if (m_controller == nullptr || !m_controller->ruling().known())
        return;
    const DriveIdentity& drive = m_controller->identity();
    QGuiApplication::clipboard()->setText(
        tr("%1, serial %2").arg(words::driveName(drive), QString::fromStdString(drive.serial)) +
        QStringLiteral("\n\n") +
        words::rulingText(m_controller->ruling().ruling(), m_controller->ruling().evidence()));
}

} // namespace orbita::app
