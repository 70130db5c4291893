// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/drive_controller.h"

#include "core/scan/continuation.h"
#include "core/target/services_for.h"
#include "report/words.h"
#include "store/earlier_pace_in.h"
#include "store/treatments.h"

#include <QDateTime>
#include <utility>

namespace orbita::app {

namespace {

constexpr double replaySeconds = 12;
constexpr double replayBlocksASecond = 2e6;

} // namespace

DriveController::DriveController(Target target, bool paced, CasebookKeeper* keeper, const HousePolicy& policy,
                                 QObject* parent)
    : QObject(parent)
    , m_target(std::move(target))
    , m_paced(paced)
    , m_keeper(keeper)
    , m_visit(m_target, paced, keeper, policy)
    , m_treatment(m_target, paced, keeper, policy)
    , m_ruling(keeper, policy) {
    connect(&m_visit, &VisitController::changed, this, &DriveController::judgeAnew);
    connect(&m_treatment, &TreatmentController::changed, this, &DriveController::noteTreated);
    connect(&m_treatment, &TreatmentController::ended, this, &DriveController::keepTreated);
}

DriveController::~DriveController() {
    // The scan ends first, so that what is saved last is its end.
    if (m_session)
        m_session->stopAndWait();
    m_autosave.reset();
}

void DriveController::setPolicy(const HousePolicy& policy) {
    m_visit.setPolicy(policy);
    m_treatment.setPolicy(policy);
    m_ruling.setPolicy(policy);
    emit stateChanged();
}

void DriveController::lookIntoCasebookAgain() {
    m_bookAsked = false;
    judgeAnew();
}

void DriveController::judgeAnew() {
    if (m_replay)
        return; // nothing new is known
    m_sinceJudged.start();
    const bool asked = m_visit.state() == VisitController::State::read;
    const DriveIdentity& who = asked ? m_visit.vitals().identity : identity();
    if (!m_bookAsked && who.capacity.value > 0) {
        m_bookAsked = true;
        m_ruling.askBook(who);
    }
    CaseFile file;
    file.now = QDateTime::currentSecsSinceEpoch();
    file.drive = identity();
    file.takesCommands = m_target.takesCommands() || m_target.name.empty();
    file.behindBridge = file.drive.attachment.find("USB") != std::string::npos;
    file.visits = m_visit.earlierVisits();
    file.visits.push_back(m_visit.visit());
    file.visits.back().data = m_data;
    file.vitals = m_visit.past();
    if (asked) {
        PastVitals now;
        now.visit = m_visit.visit().id;
        now.readAt = m_visit.readAt();
        now.vitals = m_visit.vitals();
        file.vitals.push_back(std::move(now));
    }
    m_digests.resize(m_scans.size());
    for (std::size_t i = 0; i < m_scans.size(); ++i) {
        const ScanView& scan = m_scans[i];
        if (!scan.record.plate || scan.record.status.totals.covered.value == 0)
            continue;
        const bool changes = scan.running() || (i == m_treated && m_treatment.busy());
        if (!m_digests[i] || changes)
            m_digests[i] = digestOf(scan.record);
        file.scans.push_back(*m_digests[i]);
        if (changes)
            m_digests[i].reset();
    }
    m_ruling.take(std::move(file));
}

void DriveController::updateTarget(const Target& target) {
    const bool changed = target.uses != m_target.uses || target.remarks != m_target.remarks ||
                         target.parts != m_target.parts || target.readOnly != m_target.readOnly;
    m_target = target;
    m_visit.updateTarget(target);
    m_treatment.updateTarget(target);
    if (changed)
        emit stateChanged();
}

const DriveIdentity& DriveController::identity() const {
    const ScanView* view = current();
    return view != nullptr && view->record.drive.capacity.value > 0 ? view->record.drive : m_target.identity;
}

void DriveController::setData(DataElsewhere answer) {
    m_data = answer;
    Visit visit = m_visit.visit();
    if (visit.data != answer) {
        visit.data = answer;
        m_visit.setVisit(visit);
    }
    judgeAnew();
    emit stateChanged();
}

ProposedPlan DriveController::proposed() const {
    PlanEvidence evidence;
    if (m_visit.state() == VisitController::State::read)
        evidence.entry = m_visit.gate().entry;
    evidence.data = m_data;
    evidence.suspects = suspects();
    for (const ScanView& scan : m_scans) {
        const ScanRecord& record = scan.record;
        evidence.frozeBefore =
            evidence.frozeBefore ||
            std::any_of(record.standstills.begin(), record.standstills.end(),
                        [](const Standstill& one) { return one.kind == StandstillKind::froze; });
        evidence.unreadableBefore =
            evidence.unreadableBefore || record.status.totals.of(Grade::unreadable) > 0;
    }
    return proposePlan(evidence);
}

ScanPlan DriveController::plan() const {
    return m_chosen ? *m_chosen : proposed().plan;
}

void DriveController::setPlan(const ScanPlan& plan) {
    m_chosen = plan;
    emit stateChanged();
}

void DriveController::plainOrProposed() {
    if (m_chosen)
        m_chosen.reset();
    else
        m_chosen = ScanPlan{};
    emit stateChanged();
}

void DriveController::saveTo(const std::string& image) {
    ScanPlan saving = plan();
    saving.saveTo = image;
    setPlan(saving);
}

const ScanView* DriveController::current() const {
    return m_current < m_scans.size() ? &m_scans[m_current] : nullptr;
}

const ScanView* DriveController::compared() const {
    const ScanView* latest = nullptr;
    for (std::size_t i = 0; i < m_scans.size(); ++i) {
        const ScanRecord& record = m_scans[i].record;
        if (i != m_current && record.plate && record.status.blocksDone > 0 &&
            (latest == nullptr || record.startedAt >= latest->record.startedAt))
            latest = &m_scans[i];
    }
    return latest;
}

void DriveController::showScan(std::size_t index) {
    endReplay();
    if (index >= m_scans.size() || index == m_current)
        return;
    m_current = index;
    emit stateChanged();
    emit defectsChanged();
    emit scanChanged();
}

void DriveController::addOpened(ScanRecord record, bool fromFile) {
    endReplay();
    ScanView view;
    view.opened = true;
    // Where to save to is never taken from a file: somebody else may have written it.
    if (fromFile)
        record.plan.asked.saveTo.clear();
    view.patches = patchesOf(record.ledger, record.drive.logicalBytes);
    view.judgement = judgeSoFar(record.status, record.ledger, record.drive, record.plan.asked.data);
    view.record = std::move(record);
    m_scans.push_back(std::move(view));
    judgeAnew();
    m_current = m_scans.size(); // none, so that showing it counts as a change
    showScan(m_scans.size() - 1);
}

QString DriveController::whyNotStart() const {
    if (QString why = whyNotTreat(); !why.isEmpty())
        return why;
    if (m_data == DataElsewhere::notAsked)
        return tr("First say whether the data on this drive exists elsewhere.");
    return {};
}

QString DriveController::whyNotTreat() const {
    if (scanning())
        return tr("A scan of this drive is running.");
    if (m_treatment.busy())
        return m_treatment.refreshes() ? tr("This drive is being refreshed.")
                                       : tr("This drive is being treated.");
    if (m_target.name.empty())
        return tr("This drive is not attached; only its saved scan is open.");
    return {};
}

void DriveController::treat(const TreatmentPlan& plan, const std::string& confirmation,
                            const std::string& overruled) {
    if (!whyNotTreat().isEmpty())
        return;
    endReplay();
    m_treated = m_current;
    m_treatment.start(plan, confirmation, overruled);
}

void DriveController::goOnTreating(const std::string& confirmation) {
    if (!whyNotTreat().isEmpty())
        return;
    endReplay();
    m_treated = m_current;
    m_treatment.goOn(confirmation);
}

void DriveController::refreshDrive(const RefreshPlan& plan, const std::string& confirmation,
                                   const std::string& overruled) {
    if (!whyNotTreat().isEmpty())
        return;
    endReplay();
    m_treated = m_current;
    m_treatment.startRefresh(plan, confirmation, overruled);
}

void DriveController::goOnRefreshing(const std::string& confirmation) {
    if (!whyNotTreat().isEmpty())
        return;
    endReplay();
    m_treated = m_current;
    m_treatment.goOnRefreshing(confirmation);
}

// A ring on the map as soon as it is known what came of a place.
void DriveController::noteTreated() {
    if (m_treated < m_scans.size() && m_treatment.state() >= TreatmentController::State::running) {
        TreatmentLayer& layer = m_scans[m_treated].record.treatments;
        const TreatmentLayer before = layer;
        const std::vector<Treatment> done = m_treatment.treatments();
        for (const Treatment& treatment : done)
            layer.add(treatment);
        if (layer != before && m_treated == m_current)
            emit scanChanged();
    }
    // Not for each step: all that can be chosen is laid out anew then.
    const std::pair now{m_treatment.state(),
                        m_treatment.brokenOff() != nullptr || m_treatment.brokenOffRefresh() != nullptr};
    if (std::exchange(m_treatmentTold, now) != now)
        emit stateChanged();
}

void DriveController::keepTreated() {
    noteTreated();
    if (m_treated < m_digests.size())
        m_digests[m_treated].reset();
    judgeAnew();
    m_visit.takeActions();
    m_visit.readVitals();
    if (m_keeper == nullptr || m_treated >= m_scans.size())
        return;
    m_keeper->post([keeper = m_keeper, drive = identity(), at = m_scans[m_treated].record.startedAt,
                    treatments = m_treatment.treatments()](Casebook& casebook) {
        if (const auto kept = addTreatments(casebook, drive, at, treatments); !kept)
            keeper->report(kept.error());
    });
}

bool DriveController::scanning() const {
    const bool played = m_replay && m_live == m_current; // it is over, and only looks as if it ran
    return m_session && m_live < m_scans.size() && m_scans[m_live].running() && !played;
}

void DriveController::start() {
    startWith(plan());
}

void DriveController::startPlanned(const ScanPlan& plan) {
    startWith(plan);
}

void DriveController::startTreating(const AllowedSteps& steps, const std::string& confirmation,
                                    const std::string& overruled) {
    if (m_keeper == nullptr)
        return;
    AlongOrder order;
    order.steps = steps;
    order.limits = limitsOf(policy().treatment);
    order.data = m_data;
    order.againstAdvice = !overruled.empty();
    order.consent = {confirmation, policy().treatment.allowed, overruled};
    order.actionLog = m_keeper->actionLog();
    order.folder = m_keeper->treatments();
    order.startedAt = QDateTime::currentSecsSinceEpoch();
    startWith(plan(), {}, std::make_shared<TreatAlong>(m_target, m_paced, std::move(order)));
}

void DriveController::startSpans(const std::vector<LbaSpan>& spans) {
    ScanPlan again = plan();
    planSpans(again, spans);
    startWith(again);
}

std::vector<LbaSpan> DriveController::suspects() const {
    SpanSet places;
    for (const Suspect& suspect : m_visit.vitals().suspects)
        places.add({suspect.lba, {1}});
    if (const ScanView* scan = current(); scan != nullptr)
        for (const LedgerEntry& entry : scan->record.ledger)
            if (entry.grade != Grade::linkFault)
                places.add(entry.span);
    return places.spans();
}

bool DriveController::canContinue() const {
    const ScanView* scan = current();
    return !scanning() && whyNotStart().isEmpty() && scan != nullptr && !scan->running() &&
           scan->record.plate && scan->record.status.ended != EndReason::complete &&
           scan->record.status.blocksDone > 0 && !whyNotContinued(scan->record, identity());
}

void DriveController::continueScan() {
    if (!canContinue())
        return;
    const ScanRecord earlier = current()->record;
    ScanPlan again = planToContinue(earlier);
    if (m_chosen && m_chosen->berth)
        again.berth = m_chosen->berth;
    startWith(again, earlier);
}

void DriveController::startWith(ScanPlan plan, std::optional<ScanRecord> earlier,
                                std::shared_ptr<TreatAlong> along) {
    if (!whyNotStart().isEmpty())
        return;
    endReplay();
    partWithLast();
    plan.data = m_data;
    plan.inUse = !m_target.uses.empty();
    if (!earlier)
        plan.suspects = plan.order == ScanOrder::suspectsFirst ? suspects() : std::vector<LbaSpan>{};
    ScanView view;
    view.record.drive = m_target.identity;
    view.record.plan.asked = plan;
    if (earlier)
        view.record.treatments = earlier->treatments;
    m_scans.push_back(std::move(view));
    m_live = m_scans.size() - 1;
    m_current = m_live;
    m_pauseAsked = false;
    m_stopAsked = false;
    m_vitalsPause = VitalsPause::none;
    m_keptTold.clear();
    m_along = std::move(along);
    m_alongOver = false;
    const DriveOpener opener = [target = m_target, paced = m_paced,
                                leave = m_along](const std::stop_token& stop) {
        const auto open = [&] { return openTarget(target, paced, stop); };
        return leave ? leave->begin(stop).and_then(open) : open();
    };
    m_awake =
        std::make_unique<SleepInhibitor>(tr("Reading the surface of %1").arg(words::driveName(identity())));
    ScanServices services =
        servicesFor(m_target, m_keeper != nullptr ? m_keeper->actionLog() : actionLogBeside(casebookPath()));
    const auto firstKept = std::make_shared<FirstKept>();
    services.firstKept = firstKept;
    services.along = m_along;
    services.earlierPace = earlierPaceIn(m_keeper != nullptr ? m_keeper->path() : casebookPath());
    m_session = earlier
                    ? std::make_unique<ScanSession>(opener, plan, std::move(*earlier), std::move(services))
                    : std::make_unique<ScanSession>(opener, plan, std::move(services));
    m_autosave = std::make_unique<Autosave>(*m_session,
                                            m_keeper != nullptr ? m_keeper->scanKeeper(m_target)
                                                                : keepInCasebook(casebookPath(), m_target),
                                            firstKept);
    emit stateChanged();
    emit defectsChanged();
    emit scanChanged();
}

// The last save of the scan before waits for the casebook's disk, and the window does not.
void DriveController::partWithLast() {
    if (!m_session)
        return;
    m_parting = std::async(std::launch::async, [before = std::move(m_parting), session = std::move(m_session),
                                                autosave = std::move(m_autosave)]() mutable {
        session->stopAndWait(); // so that what is saved last is its end
        autosave.reset();
        session.reset();
        if (before.valid())
            before.wait();
    });
}

void DriveController::wrapUp() {
    endReplay();
    partWithLast();
    m_visit.wrapUp();
    m_treatment.wrapUp();
}

bool DriveController::wrappedUp() const {
    return !m_session && m_visit.wrappedUp() && m_treatment.wrappedUp() &&
           (!m_parting.valid() || m_parting.wait_for(std::chrono::seconds{0}) == std::future_status::ready);
}

bool DriveController::canReplay() const {
    const ScanView* scan = current();
    return scan != nullptr && !replaying() && !scan->running() && scan->record.plate &&
           scan->record.status.blocksDone > 0;
}

void DriveController::startReplay() {
    if (!canReplay())
        return;
    m_replay = std::make_unique<Replay>(m_scans[m_current].record);
    m_replayFor.start();
    advanceReplay();
    emit stateChanged();
}

void DriveController::endReplay() {
    if (!m_replay)
        return;
    ScanView& view = m_scans[m_current];
    view.record = m_replay->finished();
    m_replay.reset();
    view.patches = patchesOf(view.record.ledger, view.record.drive.logicalBytes);
    view.judgement =
        judgeSoFar(view.record.status, view.record.ledger, view.record.drive, view.record.plan.asked.data);
    emit stateChanged();
    emit defectsChanged();
    emit scanChanged();
}

void DriveController::advanceReplay() {
    // So long that a frame sets no more blocks than it can.
    const double lasts =
        std::max(replaySeconds, static_cast<double>(m_replay->blocks()) / replayBlocksASecond);
    const double share = static_cast<double>(m_replayFor.elapsed()) / 1000 / lasts;
    if (share >= 1) {
        endReplay();
        return;
    }
    ScanView& view = m_scans[m_current];
    const ScanRecord& now = m_replay->at(share);
    const bool found = now.ledger.size() != view.record.ledger.size();
    const bool said = now.events.size() != view.record.events.size();
    view.record = now;
    if (found)
        view.patches = patchesOf(now.ledger, now.drive.logicalBytes);
    view.judgement = judgeSoFar(now.status, now.ledger, now.drive, now.plan.asked.data);
    if (found || said)
        emit defectsChanged();
    emit scanChanged();
}

void DriveController::pause() {
    if (!scanning())
        return;
    m_pauseAsked = true;
    m_session->pause();
    emit stateChanged();
}

void DriveController::readVitals() {
    if (!scanning()) {
        m_visit.readVitals();
        return;
    }
    m_vitalsPause = VitalsPause::awaited;
    m_session->pause();
}

// The scan goes on by itself when the drive has told, unless it was paused for another reason.
void DriveController::readVitalsInPause() {
    const bool over = !m_scans[m_live].running();
    const bool paused = m_scans[m_live].record.status.phase == ScanPhase::paused;
    if (m_vitalsPause == VitalsPause::awaited && (paused || over)) {
        m_vitalsPause = VitalsPause::reading;
        m_visit.readVitals();
    } else if (m_vitalsPause == VitalsPause::reading && m_visit.state() != VisitController::State::reading) {
        m_vitalsPause = VitalsPause::none;
        if (!m_pauseAsked && !over)
            m_session->resume();
    }
}

void DriveController::resume() {
    if (!m_session)
        return;
    m_pauseAsked = false;
    m_session->resume();
    emit stateChanged();
}

void DriveController::stop() {
    if (!scanning())
        return;
    m_stopAsked = true;
    m_session->stop();
    emit stateChanged();
}

QString DriveController::keptAt() const {
    return m_autosave ? QString::fromStdString(m_autosave->place()) : QString();
}

QString DriveController::keepingError() const {
    const auto error = m_autosave ? m_autosave->error() : std::nullopt;
    return error ? words::error(*error) : QString();
}

void DriveController::refreshFrom(ScanView& view, const ScanFeed& feed) {
    ScanRecord& record = view.record;
    if (!record.plate && feed.plate()) {
        record = m_session->record();
        view.patches = patchesOf(record.ledger, record.drive.logicalBytes);
        return;
    }
    const std::uint64_t ledgerVersion = record.status.ledgerVersion;
    record.status = feed.status();
    record.covered = feed.covered();
    if (TreatmentLayer treatments = feed.treatments();
        treatments.all().size() > record.treatments.all().size())
        record.treatments = std::move(treatments);
    view.error = feed.error();
    if (record.status.ledgerVersion != ledgerVersion) {
        record.ledger = feed.ledger();
        view.patches = patchesOf(record.ledger, record.drive.logicalBytes);
    }
    for (ScanEvent& entry : feed.events(record.events.size())) {
        m_alongOver = m_alongOver || entry.kind == ScanEventKind::treatingOver;
        record.events.push_back(entry);
    }
}

const ScanFeed* DriveController::liveFeed() const {
    return m_session && !m_replay && !m_scans.empty() && m_current == m_live ? &m_session->feed() : nullptr;
}

bool DriveController::lively() const {
    return replaying() || scanning() || (m_autosave && (!m_autosave->over() || keptNow() != m_keptTold));
}

QString DriveController::keptNow() const {
    return keptAt() + keepingError();
}

void DriveController::refresh() {
    if (m_replay)
        advanceReplay();
    if (!scanning()) {
        // The last save may come a little after the end.
        if (const QString kept = keptNow(); kept != m_keptTold) {
            m_keptTold = kept;
            emit stateChanged();
        }
        return;
    }
    if (m_vitalsPause != VitalsPause::none)
        readVitalsInPause();
    ScanView& view = m_scans[m_live];
    const std::uint64_t ledgerVersion = view.record.status.ledgerVersion;
    const std::size_t events = view.record.events.size();
    const ScanPhase phase = view.record.status.phase;
    const bool opened = view.record.plate != nullptr;
    refreshFrom(view, m_session->feed());
    if (view.record.status.asks)
        m_pauseAsked = true; // a rule has paused it; a person lets it go on
    const bool over = !view.running();
    if (over) {
        // Everything once more, now that nothing changes any longer.
        auto error = view.error;
        view.record = m_session->record();
        view.error = std::move(error);
        if (view.error)
            view.record.drive = m_target.identity;
        view.patches = patchesOf(view.record.ledger, view.record.drive.logicalBytes);
        // No answer, but evidence.
        const SavingStatus& saving = view.record.status.saving;
        if (!saving.path.empty() && saving.held == view.record.drive.capacity)
            setData(DataElsewhere::saved);
        m_pauseAsked = false;
        m_stopAsked = false;
        m_awake.reset();
        if (std::exchange(m_along, {})) { // it was written to, or may have been
            m_visit.takeActions();
            m_visit.readVitals();
            m_treatment.lookForPast();
        }
    }
    view.judgement =
        judgeSoFar(view.record.status, view.record.ledger, view.record.drive, view.record.plan.asked.data);
    constexpr qint64 judgedEveryMs = 2000;
    if (over || !m_sinceJudged.isValid() || m_sinceJudged.elapsed() >= judgedEveryMs)
        judgeAnew();
    if (m_live != m_current)
        return;
    if (over || phase != view.record.status.phase || opened != (view.record.plate != nullptr))
        emit stateChanged();
    if (over || ledgerVersion != view.record.status.ledgerVersion || events != view.record.events.size())
        emit defectsChanged();
    emit scanChanged();
}

} // namespace orbita::app
