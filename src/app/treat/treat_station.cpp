// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/treat_station.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/refresh_words.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHeaderView>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int sideWidth = 290;
constexpr int caseRowHeight = 26;
constexpr int mapHeight = 210;

QPushButton* makeFlat(const QString& text, const QString& tip, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QStringLiteral("flat"));
    button->setToolTip(tip);
    return button;
}

QString weightOf(TreatmentAdvice advice) {
    switch (advice) {
    case TreatmentAdvice::treat:
        return {};
    case TreatmentAdvice::saveFirst:
        return QStringLiteral("serious");
    case TreatmentAdvice::replace:
    case TreatmentAdvice::refused:
        return QStringLiteral("grave");
    }
    return {};
}

QString paragraph(const QString& text, int pixels) {
    return QStringLiteral("<p style='font-size:%1px; margin:0'>%2</p>").arg(pixels).arg(text.toHtmlEscaped());
}

// The reasons a technician reads before he decides: the weightiest, and what a rewrite can do on this drive.
QString reasonsOf(const TreatmentAdvised& advised, const Vitals* vitals) {
    constexpr std::size_t most = 4;
    QStringList lines;
    for (std::size_t i = 0; i < std::min(most, advised.reasons.size()); ++i)
        lines << words::adviceReason(advised.reasons[i], vitals);
    for (const AdviceNote note : advised.notes)
        lines << words::adviceNote(note);
    return lines.join(QLatin1Char(' '));
}

} // namespace

TreatStation::TreatStation(QWidget* parent)
    : Station(parent)
    , m_pages(new QStackedWidget(this))
    , m_work(makeWork())
    , m_consent(new ConsentPage(this))
    , m_foot(new StationFoot(tr("&Treat…"), tr("Do what the sentence says (F12)"),
                             tr("On to a scan of all of it"), this)) {
    m_pages->addWidget(m_work);
    m_pages->addWidget(m_consent);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(m_pages, 1);
    column->addWidget(m_foot);
    connect(m_foot, &StationFoot::acted, this, &TreatStation::act);
    connect(m_foot, &StationFoot::nextWanted, this, &TreatStation::actNext);
    connect(m_consent, &ConsentPage::agreed, this, &TreatStation::agree);
    connect(m_consent, &ConsentPage::declined, this, [this] {
        if (m_controller != nullptr)
            m_controller->treatment().putAway();
        backToWork();
    });
    connect(&Theme::instance(), &Theme::changed, this, &TreatStation::refresh); // colours stand in texts
    addActions();
    setController(nullptr);
}

QWidget* TreatStation::makeWork() {
    auto* work = new QWidget(this);
    m_advice = new QLabel(work);
    m_advice->setObjectName(QStringLiteral("judgement"));
    m_advice->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_advice->setWordWrap(true);
    m_advice->setAccessibleName(tr("Is treating it wise?"));
    m_advice->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_model = new CasesModel(this);
    m_cases = new QTableView(work);
    m_cases->setObjectName(QStringLiteral("cases"));
    m_cases->setAccessibleName(tr("Places to treat"));
    m_cases->setModel(m_model);
    m_cases->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_cases->setSelectionMode(QAbstractItemView::SingleSelection);
    m_cases->setShowGrid(false);
    m_cases->setWordWrap(false);
    m_cases->setTabKeyNavigation(false);
    m_cases->verticalHeader()->hide();
    m_cases->verticalHeader()->setDefaultSectionSize(caseRowHeight);
    m_cases->verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    m_cases->horizontalHeader()->setHighlightSections(false);
    m_cases->horizontalHeader()->setStretchLastSection(true);
    m_cases->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_cases->horizontalHeader()->setFont(Theme::text(11));
    for (auto* corner : m_cases->findChildren<QAbstractButton*>(Qt::FindDirectChildrenOnly))
        corner->setAccessibleName(tr("Choose all"));
    m_none = new QLabel(work);
    m_none->setObjectName(QStringLiteral("notice"));
    m_none->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_none->setAlignment(Qt::AlignCenter);
    m_none->setWordWrap(true);
    m_none->setMargin(40);
    m_none->setFont(Theme::text(14));
    m_casesOrNone = new QStackedWidget(work);
    m_casesOrNone->addWidget(m_cases);
    m_casesOrNone->addWidget(m_none);
    m_map = new TwinMap(work);
    m_map->setMinimumHeight(mapHeight);
    m_goOn = makeFlat(tr("&Go on with the one broken off"),
                      tr("Takes up the treatment of this drive that was interrupted"), work);
    m_refreshDrive = makeFlat(tr("&Refresh the drive…"), {}, work);
    m_along = makeFlat(tr("Scan, and treat as you &go…"), {}, work);
    m_copy =
        makeFlat(tr("&Copy the result"), tr("The whole result as text, to be put on the job sheet"), work);
    m_putAway = makeFlat(tr("&Back to the places"), tr("Shows what is left to treat"), work);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(2);
    buttons->addStretch();
    for (QPushButton* button : {m_goOn, m_refreshDrive, m_along, m_copy, m_putAway}) {
        button->setMinimumWidth(40); // never are all of them in sight
        buttons->addWidget(button);
    }
    auto* places = new QWidget(work);
    auto* placesColumn = new QVBoxLayout(places);
    placesColumn->setContentsMargins(0, 0, 0, 0);
    placesColumn->setSpacing(6);
    placesColumn->addWidget(m_casesOrNone, 3);
    placesColumn->addWidget(m_map, 4);
    m_refreshMap = new RefreshMapView(work);
    m_left = new QStackedWidget(work);
    m_left->addWidget(places);
    m_left->addWidget(m_refreshMap);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(m_advice);
    left->addLayout(buttons);
    left->addWidget(m_left, 1);
    m_choice = new ChoicePanel(work);
    m_course = new CoursePanel(work);
    m_refreshCourse = new RefreshCourse(work);
    m_side = new QStackedWidget(work);
    m_side->setFixedWidth(sideWidth);
    m_side->addWidget(m_choice);
    m_side->addWidget(m_course);
    m_side->addWidget(m_refreshCourse);
    auto* row = new QHBoxLayout(work);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(16);
    row->addLayout(left, 1);
    row->addWidget(m_side);
    connect(m_cases->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &TreatStation::refreshMap);
    connect(m_model, &CasesModel::ticked, this, [this](const LbaSpan& place, bool on) {
        if (m_controller == nullptr)
            return;
        TreatmentChoice choice = m_controller->treatment().choice();
        std::erase_if(choice.leftOut, [&](const LbaSpan& out) { return out.overlaps(place); });
        if (!on)
            choice.leftOut.push_back(place);
        m_controller->treatment().choose(choice);
    });
    connect(m_goOn, &QPushButton::clicked, this, [this] {
        if (const auto off = brokenOff())
            ask(*off);
    });
    connect(m_refreshDrive, &QPushButton::clicked, this, [this] { ask(ConsentQuestion::About::refresh); });
    connect(m_along, &QPushButton::clicked, this, [this] { ask(ConsentQuestion::About::along); });
    connect(m_putAway, &QPushButton::clicked, this, [this] {
        if (m_controller != nullptr)
            m_controller->treatment().putAway();
    });
    connect(m_copy, &QPushButton::clicked, this, [this] {
        const TreatmentController& treatment = m_controller->treatment();
        QGuiApplication::clipboard()->setText(
            treatment.refreshes()
                ? words::refreshReport(m_controller->identity(), treatment.startedAt(),
                                       treatment.refreshPlan(), treatment.refresh(), treatment.journal())
                : words::treatmentReport(m_controller->identity(), treatment.startedAt(), treatment.plan(),
                                         treatment.progress(), treatment.journal()));
        emit told(tr("The result is copied."));
    });
    return work;
}

void TreatStation::addActions() {
    const auto chosen = [this] { return m_controller != nullptr; };
    addStationAction("treat-or-stop", tr("Treat, or stop treating"), Qt::Key_F12, [this] { act(); })
        .onlyWhile([this, chosen] {
            return chosen() && m_next != Next::nothing && m_pages->currentWidget() == m_work;
        })
        .withItsStation();
    addButtonAction("go-on-treating", tr("Go on with the treatment that was broken off"), {}, m_goOn);
    addButtonAction("refresh-drive", tr("Refresh the drive: read it, and write it back as it is"), {},
                    m_refreshDrive);
    addButtonAction("treat-as-you-go", tr("Scan the drive, and treat what is found as you go"), {}, m_along);
    addButtonAction("copy-result", tr("Copy the result of the treatment"), {}, m_copy);
    addButtonAction("places-left", tr("Back to the places left to treat"), {}, m_putAway);
    addStationAction("cases", tr("Go to the places to treat"), Qt::CTRL | Qt::Key_4,
                     [this] { m_cases->setFocus(); })
        .onlyWhile(chosen)
        .withItsStation();
    addStationAction("treat-steps", tr("Go to the steps of the treatment"), Qt::CTRL | Qt::Key_5, [this] {
        (showsRefresh() ? m_refreshCourse->findings() : m_course->steps()).setFocus();
    }).onlyWhile([this] {
          return showsCourse();
      }).withItsStation();
}

std::vector<ViewKey> TreatStation::viewKeys() const {
    return {{tr("Space"), tr("treat that place, or leave it out")}};
}

NodeState TreatStation::nodeOf(const DriveController& controller) const {
    const TreatmentController& treatment = controller.treatment();
    switch (treatment.state()) {
    case TreatmentController::State::ended: {
        const auto& results = treatment.progress().results;
        const RefreshTotals& totals = treatment.refresh().totals;
        const bool all = treatment.refreshes()
                             ? totals.worse + totals.unreadable + totals.stillLate + totals.refused == 0
                             : std::all_of(results.begin(), results.end(),
                                           [](const SpotResult& r) { return isHealed(r.result); });
        return treatment.endedWell() && all ? NodeState::done : NodeState::warned;
    }
    case TreatmentController::State::refused:
        return NodeState::warned;
    default:
        return treatment.brokenOff() || treatment.brokenOffRefresh() ? NodeState::warned : NodeState::ahead;
    }
}

void TreatStation::setController(DriveController* controller) {
    if (m_controller != nullptr) {
        m_controller->disconnect(this);
        m_controller->visit().disconnect(this);
        m_controller->treatment().disconnect(this);
    }
    m_controller = controller;
    m_choice->setController(controller);
    m_course->setController(controller);
    if (controller != nullptr) {
        const auto anew = [this] { refresh(); };
        connect(controller, &DriveController::stateChanged, this, anew);
        connect(controller, &DriveController::defectsChanged, this, anew);
        connect(&controller->visit(), &VisitController::changed, this, anew);
        connect(&controller->treatment(), &TreatmentController::changed, this,
                &TreatStation::followTreatment);
    }
    backToWork();
}

void TreatStation::showEvent(QShowEvent* event) {
    Station::showEvent(event);
    if (m_dirty)
        refresh();
}

bool TreatStation::showsCourse() const {
    return m_controller != nullptr &&
           (m_controller->treatment().state() == TreatmentController::State::running ||
            m_controller->treatment().state() == TreatmentController::State::ended);
}

bool TreatStation::showsRefresh() const {
    return showsCourse() && m_controller->treatment().refreshes();
}

std::optional<ConsentQuestion::About> TreatStation::brokenOff() const {
    const TreatmentController& treatment = m_controller->treatment();
    const PastTreatment* places = treatment.brokenOff();
    const PastRefresh* refreshed = treatment.brokenOffRefresh();
    if (refreshed != nullptr && (places == nullptr || places->told.startedAt < refreshed->told.startedAt))
        return ConsentQuestion::About::goOnRefreshing;
    return places != nullptr ? std::optional(ConsentQuestion::About::goOn) : std::nullopt;
}

// A refresh needs no scan; what the drive says of itself, and where its data is, it does.
QString TreatStation::whyNotRefresh() const {
    if (QString why = m_controller->whyNotTreat(); !why.isEmpty())
        return why;
    const VisitController::State state = m_controller->visit().state();
    if (m_controller->target().takesCommands() && state != VisitController::State::read &&
        state != VisitController::State::failed)
        return tr("Read the vitals before anything is written.");
    if (m_controller->data() == DataElsewhere::notAsked)
        return tr("First say whether the data on this drive exists elsewhere.");
    const TreatmentAdvised advised = adviseRefresh(*m_controller);
    return advised.advice == TreatmentAdvice::refused ? words::adviceReason(advised.reasons.front(), nullptr)
                                                      : QString();
}

// The question stays until the drive has answered: leave given, or refused with a reason.
void TreatStation::followTreatment() {
    const TreatmentController& treatment = m_controller->treatment();
    if (m_pages->currentWidget() == m_consent) {
        if (treatment.state() == TreatmentController::State::refused)
            m_consent->refuse(*treatment.error());
        else if (treatment.state() == TreatmentController::State::opening)
            m_consent->setAsking(true);
        else if (showsCourse())
            backToWork();
    }
    refresh();
}

void TreatStation::backToWork() {
    const bool was = m_pages->currentWidget() == m_consent;
    m_pages->setCurrentWidget(m_work);
    refresh();
    if (was && isVisible()) // nor is it to go to the rack, where the next key would choose another drive
        (showsRefresh() ? static_cast<QWidget*>(&m_refreshCourse->findings()) : m_cases)->setFocus();
}

void TreatStation::ask(ConsentQuestion::About about) {
    using About = ConsentQuestion::About;
    if (m_controller == nullptr)
        return;
    TreatmentController& treatment = m_controller->treatment();
    const QString whyNot = about == About::along     ? whyNotAlong()
                           : about == About::refresh ? whyNotRefresh()
                                                     : m_controller->whyNotTreat();
    if (!whyNot.isEmpty() || (about == About::goOn && !treatment.brokenOff()) ||
        (about == About::goOnRefreshing && !treatment.brokenOffRefresh()))
        return;
    m_question.about = about;
    m_question.plan = about == About::goOn ? treatment.brokenOff()->told.plan : m_proposal.plan;
    m_question.advised = about == About::along ? adviseAlong(*m_controller) : m_proposal.advised;
    if (about == About::refresh || about == About::goOnRefreshing) {
        m_question.refreshing = proposeRefresh(*m_controller);
        m_question.advised = m_question.refreshing.advised;
        if (about == About::goOnRefreshing)
            m_question.refreshing.whole = treatment.brokenOffRefresh()->told.plan;
    }
    treatment.putAway();
    m_pages->setCurrentWidget(m_consent);
    m_consent->ask(*m_controller, m_question);
    refresh();
}

void TreatStation::agree(const QString& confirmation) {
    if (m_controller == nullptr)
        return;
    if (m_question.about == ConsentQuestion::About::goOn) {
        m_controller->goOnTreating(confirmation.toStdString());
        return;
    }
    if (m_question.about == ConsentQuestion::About::goOnRefreshing) {
        m_controller->goOnRefreshing(confirmation.toStdString());
        return;
    }
    std::string overruled;
    if (m_question.advised.advice != TreatmentAdvice::treat) {
        const VisitController& visit = m_controller->visit();
        const Vitals* vitals = visit.state() == VisitController::State::read ? &visit.vitals() : nullptr;
        overruled = words::adviceReason(m_question.advised.reasons.front(), vitals).toStdString();
    }
    if (m_question.about == ConsentQuestion::About::along) {
        backToWork();
        emit stationWanted(QStringLiteral("scan")); // where it is watched, or says why it did not begin
        m_controller->startTreating(m_question.plan.rules.allowed, confirmation.toStdString(), overruled);
        return;
    }
    if (m_question.about == ConsentQuestion::About::refresh) {
        const RefreshProposal& refreshing = m_question.refreshing;
        m_controller->refreshDrive(m_consent->wantsWhole() ? refreshing.whole : refreshing.late,
                                   confirmation.toStdString(), overruled);
        return;
    }
    m_controller->treat(m_question.plan, confirmation.toStdString(), overruled);
}

QString TreatStation::whyNotAlong() const {
    if (QString why = m_controller->whyNotStart(); !why.isEmpty())
        return why;
    const VisitController& visit = m_controller->visit();
    if (m_controller->target().takesCommands() && visit.state() != VisitController::State::read)
        return tr("Read the vitals before anything is written.");
    if (const TreatmentAdvised advised = adviseAlong(*m_controller);
        advised.advice == TreatmentAdvice::refused)
        return words::adviceReason(advised.reasons.front(), nullptr);
    return {};
}

TreatStation::Next TreatStation::nextStep() const {
    if (m_controller == nullptr || m_pages->currentWidget() == m_consent)
        return Next::nothing;
    const TreatmentController& treatment = m_controller->treatment();
    if (treatment.busy())
        return treatment.stopAsked() ? Next::nothing : Next::stop;
    if (!m_controller->whyNotTreat().isEmpty())
        return Next::nothing;
    if (treatment.state() == TreatmentController::State::ended)
        return treatment.endedWell()                                 ? Next::scanAgain
               : canBeGoneOnWith(treatment.endedBy()) && brokenOff() ? Next::goOn
                                                                     : Next::nothing;
    if (m_controller->current() == nullptr || !m_controller->current()->record.plate)
        return Next::toScan;
    if (m_controller->visit().state() != VisitController::State::read &&
        m_controller->visit().state() != VisitController::State::failed &&
        m_controller->target().takesCommands())
        return m_controller->visit().state() == VisitController::State::reading ? Next::nothing
                                                                                : Next::readVitals;
    if (m_controller->data() == DataElsewhere::notAsked || m_proposal.plan.spots.empty() ||
        m_proposal.advised.advice == TreatmentAdvice::refused)
        return Next::nothing;
    return Next::ask;
}

void TreatStation::act() {
    switch (m_next) {
    case Next::nothing:
        return;
    case Next::toScan:
        emit stationWanted(QStringLiteral("scan"));
        return;
    case Next::readVitals:
        m_controller->readVitals();
        return;
    case Next::ask:
        return ask(ConsentQuestion::About::places);
    case Next::goOn:
        if (const auto off = brokenOff())
            ask(*off);
        return;
    case Next::stop:
        m_controller->treatment().stop();
        return;
    case Next::scanAgain:
        return scanTreated();
    }
}

void TreatStation::actNext() {
    if (m_controller == nullptr)
        return;
    if (m_next == Next::ask) { // the data is saved first
        emit stationWanted(QStringLiteral("scan"));
        emit actionWanted(QStringLiteral("save-to"));
        return;
    }
    if (m_controller->treatment().state() == TreatmentController::State::ended &&
        m_controller->whyNotStart().isEmpty()) {
        ScanPlan whole = m_controller->plan();
        planSpans(whole, {});
        m_controller->setPlan(whole);
    }
    emit stationWanted(QStringLiteral("scan"));
}

// What was treated, with what lies around it.
void TreatStation::scanTreated() {
    const TreatmentController& treatment = m_controller->treatment();
    const TreatmentPlan& plan = treatment.plan();
    std::vector<LbaSpan> places;
    for (const Spot& spot : plan.spots)
        places.push_back(spot.span);
    if (treatment.refreshes())
        places = treatment.refreshPlan().whole ? std::vector{m_controller->identity().whole()}
                                               : treatment.refreshPlan().spans;
    if (!m_controller->whyNotStart().isEmpty()) {
        emit told(m_controller->whyNotStart());
        return;
    }
    emit stationWanted(QStringLiteral("scan"));
    m_controller->startSpans(withMargin(places, plan.margin, m_controller->identity()));
}

void TreatStation::refresh() {
    if (!isVisible() && m_controller != nullptr) {
        m_dirty = true;
        return;
    }
    m_dirty = false;
    const bool course = showsCourse();
    const bool refreshed = showsRefresh();
    m_side->setCurrentIndex(refreshed ? 2 : course ? 1 : 0);
    m_left->setCurrentIndex(refreshed ? 1 : 0);
    m_choice->refresh();
    m_course->refresh();
    if (m_controller != nullptr && refreshed) {
        const TreatmentController& treatment = m_controller->treatment();
        m_refreshCourse->show(*m_controller);
        m_refreshMap->show(m_controller->identity(), treatment.refreshPlan().blockSectors,
                           treatment.refresh());
    }
    m_shown.clear();
    int worksAt = -1;
    if (m_controller != nullptr) {
        const TreatmentController& treatment = m_controller->treatment();
        const DriveIdentity& drive = m_controller->identity();
        m_proposal = course ? m_proposal : proposeTreatment(*m_controller);
        m_shown = course ? casesOfPlan(treatment.plan(), m_controller->current(), drive.logicalBytes)
                         : m_proposal.cases;
        const TreatmentProgress& progress = treatment.progress();
        if (treatment.state() == TreatmentController::State::running &&
            progress.spot < treatment.plan().spots.size())
            for (std::size_t i = 0; i < m_shown.size(); ++i)
                if (m_shown[i].span.overlaps(treatment.plan().spots[progress.spot].span))
                    worksAt = static_cast<int>(i);
        m_model->show(drive, m_shown, course ? treatment.plan().rules.allowed : treatment.choice().steps,
                      course ? progress.results : std::vector<SpotResult>{}, !course, worksAt);
        refreshButtons(course);
    } else {
        m_model->show({}, {}, {}, {}, false, -1);
        for (QPushButton* button : {m_goOn, m_refreshDrive, m_along, m_copy, m_putAway})
            button->hide();
    }
    // The place has a tick before it while it is chosen.
    const int widths[] = {course ? 192 : 214, 172, 190, 138, 120};
    if (const int as = course ? 2 : 1; m_cases->property("laidOut").toInt() != as && !m_shown.empty()) {
        m_cases->setProperty("laidOut", as);
        for (int i = 0; i < CasesModel::columns; ++i)
            m_cases->setColumnWidth(i, widths[i]);
    }
    m_cases->setColumnHidden(CasesModel::outcome, !course);
    m_cases->setColumnHidden(CasesModel::proposed, course);
    m_cases->setColumnHidden(CasesModel::loss, course);
    if (worksAt >= 0 && m_cases->currentIndex().row() != worksAt)
        m_cases->setCurrentIndex(m_model->index(worksAt, 0)); // it is watched where it happens
    else if (!m_cases->currentIndex().isValid() && !m_shown.empty())
        m_cases->setCurrentIndex(m_model->index(0, 0));
    m_casesOrNone->setCurrentWidget(m_shown.empty() ? static_cast<QWidget*>(m_none) : m_cases);
    m_map->setVisible(!m_shown.empty());
    // No higher than its rows need; the map has the rest.
    m_casesOrNone->setMaximumHeight(
        m_shown.empty()
            ? QWIDGETSIZE_MAX
            : m_cases->horizontalHeader()->sizeHint().height() +
                  caseRowHeight * static_cast<int>(std::min<std::size_t>(m_shown.size(), 40)) + 6);
    refreshAdvice();
    refreshMap();
    refreshFoot();
}

void TreatStation::refreshButtons(bool course) {
    const TreatmentController& treatment = m_controller->treatment();
    const bool choosing = !course && !treatment.busy();
    const auto off = brokenOff();
    m_goOn->setVisible(choosing && off);
    m_goOn->setText(off == ConsentQuestion::About::goOnRefreshing ? tr("&Go on with the refresh broken off")
                                                                  : tr("&Go on with the one broken off"));
    const auto offer = [&](QPushButton* button, const QString& whyNot, const QString& tip) {
        button->setVisible(choosing);
        button->setEnabled(whyNot.isEmpty());
        button->setToolTip(whyNot.isEmpty() ? tip : whyNot);
    };
    offer(m_along, whyNotAlong(),
          tr("Scans by the plan, and treats each patch once all around it has been read; asks before "
             "anything is written"));
    offer(m_refreshDrive, whyNotRefresh(),
          tr("Reads all that can be read, or only what reads late, and writes exactly that back; says what "
             "it costs, and asks, before anything is written"));
    m_copy->setVisible(treatment.state() == TreatmentController::State::ended);
    m_putAway->setVisible(treatment.state() == TreatmentController::State::ended);
}

void TreatStation::refreshMap() {
    if (m_controller == nullptr)
        return;
    const TreatmentController& treatment = m_controller->treatment();
    m_map->show(m_controller->identity(), m_controller->current(), m_shown, m_cases->currentIndex().row(),
                showsCourse() ? &treatment.progress() : nullptr, showsCourse() ? &treatment.plan() : nullptr);
}

// What came of it, and what to do next.
void TreatStation::sayEnded() {
    const TreatmentController& treatment = m_controller->treatment();
    QStringList lines;
    QString first;
    std::optional<Error> error;
    if (treatment.refreshes()) {
        const RefreshProgress& progress = treatment.refresh();
        first = words::refreshStop(*progress.stop);
        lines = words::refreshSummary(progress.totals, treatment.refreshPlan(), m_controller->identity())
                    .split(QLatin1Char('\n'));
        error = progress.error;
        lines << words::refreshProof(progress) << words::afterRefresh(*progress.stop, progress.totals);
    } else {
        const TreatmentProgress& progress = treatment.progress();
        first = words::treatmentStop(*progress.stop);
        lines = words::treatmentSummaryInShort(progress.results).split(QLatin1Char('\n'));
        error = progress.error;
        lines << words::afterTreatment(progress.results, treatment.plan().rules.allowed);
    }
    if (error)
        lines.insert(1, words::error(*error));
    QString text = paragraph(first + QLatin1Char(' ') + lines.takeFirst(), 17);
    for (const QString& line : lines)
        if (!line.isEmpty())
            text += paragraph(line, 13);
    m_advice->setText(text);
}

void TreatStation::refreshAdvice() {
    QString weight;
    if (m_controller == nullptr) {
        m_advice->hide();
        m_none->setText(tr("Choose a drive in the rack."));
        return;
    }
    const TreatmentController& treatment = m_controller->treatment();
    const VisitController& visit = m_controller->visit();
    const Vitals* vitals = visit.state() == VisitController::State::read ? &visit.vitals() : nullptr;
    const ScanView* scan = m_controller->current();
    const bool scanned = scan != nullptr && scan->record.plate != nullptr;
    if (treatment.state() == TreatmentController::State::ended) {
        sayEnded();
        weight = nodeOf(*m_controller) == NodeState::done ? QString() : QStringLiteral("serious");
        m_advice->show();
    } else if (treatment.state() == TreatmentController::State::running) {
        m_advice->setText(paragraph(treatment.refreshes()
                                        ? words::refreshRunning(treatment.refresh(), treatment.refreshPlan())
                                        : words::treatmentRunning(treatment.progress(), treatment.plan()),
                                    17));
        m_advice->show();
    } else {
        weight = weightOf(m_proposal.advised.advice);
        m_advice->setText(paragraph(words::advice(m_proposal.advised), 17) +
                          paragraph(reasonsOf(m_proposal.advised, vitals), 13));
        m_advice->setVisible(scanned);
    }
    if (m_advice->property("weight").toString() != weight) {
        m_advice->setProperty("weight", weight);
        Theme::repolish(m_advice);
    }
    if (!scanned)
        m_none->setText(
            paragraph(tr("Nothing is known yet that could be treated"), 17) +
            paragraph(
                tr("Treatment starts from what a scan has found. Scan the drive first; sectors that cannot "
                   "be read, or only late, are then listed here as places, with what can be done about "
                   "each and what it may cost."),
                14));
    else if (m_shown.empty() && m_proposal.healedBefore > 0)
        m_none->setText(
            paragraph(tr("All %1 places read well since they were treated")
                          .arg(format::count(m_proposal.healedBefore)),
                      17) +
            paragraph(tr("Scan the drive once more, to see that they stay so and that nothing new "
                         "has come."),
                      14));
    else if (m_shown.empty())
        m_none->setText(paragraph(tr("No place to treat"), 17) +
                        paragraph(tr("The scan in view has found no defect of that kind."), 14));
}

void TreatStation::refreshFoot() {
    m_next = nextStep();
    m_foot->allow(m_next != Next::nothing);
    m_foot->renameNext({});
    m_foot->setVisible(m_pages->currentWidget() == m_work);
    if (m_controller == nullptr) {
        m_foot->rename(tr("&Treat…"));
        m_foot->say(tr("No drive chosen"), {});
        return;
    }
    const TreatmentController& treatment = m_controller->treatment();
    const QString why = m_controller->whyNotTreat();
    m_foot->rename(m_next == Next::toScan       ? tr("To the &scan")
                   : m_next == Next::readVitals ? tr("Read &vitals")
                   : m_next == Next::scanAgain  ? tr("&Scan these places again")
                   : m_next == Next::goOn       ? tr("&Go on…")
                   : treatment.busy()           ? tr("&Stop")
                                                : tr("&Treat…"));
    if (treatment.busy()) {
        m_foot->say(treatment.stopAsked()
                        ? tr("Stopping after what is under way")
                        : tr("Writing to %1").arg(words::whichDrive(m_controller->identity())),
                    tr("Stopping leaves every place as it was, or as it is saved in the journal; it can be "
                       "gone on with."));
    } else if (treatment.state() == TreatmentController::State::ended) {
        m_foot->renameNext(tr("On to a scan of all of it"));
        m_foot->say(m_next == Next::scanAgain
                        ? treatment.refreshes() ? tr("See for yourself: scan what was refreshed")
                                                : tr("See for yourself: scan what was treated, and around it")
                    : m_next == Next::goOn ? tr("Go on where it was broken off")
                                           : tr("Nothing more is proposed here"),
                    treatment.refreshes()
                        ? tr("What was done stands in the casebook, what was found in its journal.")
                        : tr("What was done stands in the casebook; what was written back is saved in its "
                             "journal."));
    } else if (!why.isEmpty()) {
        m_foot->say(why, {});
    } else if (m_next == Next::toScan) {
        m_foot->say(tr("Scan the drive first"), tr("What is treated comes from its map."));
    } else if (m_next == Next::readVitals ||
               m_controller->visit().state() == VisitController::State::reading) {
        m_foot->say(m_next == Next::readVitals ? tr("Read the vitals before anything is written")
                                               : tr("The drive is being asked for its vitals"),
                    tr("Whether it is wise to treat it depends on what the drive says of itself."));
    } else if (m_controller->data() == DataElsewhere::notAsked) {
        m_foot->say(tr("First say whether the data on this drive exists elsewhere"),
                    tr("The answer is on the right."));
    } else if (m_proposal.advised.advice == TreatmentAdvice::refused || m_proposal.plan.spots.empty()) {
        m_foot->say(tr("Nothing is offered here"),
                    m_proposal.cases.empty() || m_proposal.advised.advice == TreatmentAdvice::refused
                        ? words::adviceReason(m_proposal.advised.reasons.front(), nullptr)
                        : tr("No place is ticked."));
    } else {
        m_foot->say(
            words::treatmentRisk(m_proposal.plan, m_proposal.advised, m_controller->identity()),
            tr("Asks once more before anything is written. Every sector is saved in a journal first."));
    }
}

} // namespace orbita::app
