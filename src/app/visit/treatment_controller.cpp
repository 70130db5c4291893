// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/treatment_controller.h"

#include "report/words.h"

#include <QDateTime>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr double shownFaster = 8;                         // a simulated drive, so that it can be watched
constexpr auto tellEvery = std::chrono::milliseconds{30}; // what is done a thousand times a second

// Scans of a simulated drive play in a minute or so; what is done to single sectors would be over at once.
Target pacedForTreatment(Target target, bool paced) {
    if (paced && target.scenario)
        target.scenario->playbackSeconds =
            std::max(1.0, toSeconds(target.scenario->undisturbedDuration()) / shownFaster);
    return target;
}

} // namespace

TreatmentController::TreatmentController(Target target, bool paced, CasebookKeeper* keeper,
                                         const HousePolicy& policy, QObject* parent)
    : QObject(parent)
    , m_target(std::move(target))
    , m_paced(paced)
    , m_keeper(keeper)
    , m_policyAllows(policy.treatment.allowed)
    , m_mail(std::make_shared<Mailbox>(this, [this] { takeMail(); })) {
    lookForPast();
}

TreatmentController::~TreatmentController() {
    m_mail->bell.unplug();
    wrapUp();
}

void TreatmentController::wrapUp() {
    m_thread.request_stop();
}

void TreatmentController::choose(const TreatmentChoice& choice) {
    if (choice == m_choice)
        return;
    m_choice = choice;
    emit changed();
}

void TreatmentController::start(const TreatmentPlan& plan, const std::string& confirmation,
                                const std::string& overruled) {
    Wish wish;
    wish.plan = plan;
    wish.consent = {confirmation, m_policyAllows, overruled};
    begin(std::move(wish));
}

void TreatmentController::goOn(const std::string& confirmation) {
    const PastTreatment* off = brokenOff();
    if (off == nullptr)
        return;
    Wish wish;
    wish.plan = off->told.plan;
    wish.goOn = off->journal;
    wish.consent = {confirmation, m_policyAllows, {}};
    begin(std::move(wish));
}

void TreatmentController::startRefresh(const RefreshPlan& plan, const std::string& confirmation,
                                       const std::string& overruled) {
    Wish wish;
    wish.refresh = plan;
    wish.consent = {confirmation, m_policyAllows, overruled};
    begin(std::move(wish));
}

void TreatmentController::goOnRefreshing(const std::string& confirmation) {
    const PastRefresh* off = brokenOffRefresh();
    if (off == nullptr)
        return;
    Wish wish;
    wish.refresh = off->told.plan;
    wish.goOn = off->journal;
    wish.consent = {confirmation, m_policyAllows, {}};
    begin(std::move(wish));
}

bool TreatmentController::endedWell() const {
    if (m_state != State::ended)
        return false;
    return m_refreshes ? m_refresh.stop == TreatmentStop::done && !m_refresh.error
                       : m_progress.stop == TreatmentStop::done && !m_progress.error;
}

TreatmentStop TreatmentController::endedBy() const {
    return (m_refreshes ? m_refresh.stop : m_progress.stop).value_or(TreatmentStop::byHand);
}

std::vector<Treatment> TreatmentController::treatments() const {
    return m_refreshes ? m_refreshed : treatmentsOf(m_progress.results);
}

void TreatmentController::begin(Wish wish) {
    if (busy() || m_atDrive)
        return;
    m_state = State::opening;
    m_plan = wish.plan;
    m_progress = {};
    m_refreshes = wish.refresh.has_value();
    m_refreshPlan = wish.refresh.value_or(RefreshPlan{});
    m_refresh = {};
    m_refreshed.clear();
    m_error.reset();
    m_journal.clear();
    m_stopAsked = false;
    m_startedAt = QDateTime::currentSecsSinceEpoch();
    wish.startedAt = m_startedAt;
    m_awake = std::make_unique<SleepInhibitor>(tr("Treating %1").arg(words::driveName(m_target.identity)));
    m_atDrive = true;
    m_thread = std::jthread([this, target = pacedForTreatment(m_target, m_paced), paced = m_paced,
                             log = m_keeper != nullptr ? m_keeper->actionLog() : std::string{},
                             folder = m_keeper != nullptr ? m_keeper->treatments() : std::string{},
                             wish = std::move(wish), mail = m_mail](const std::stop_token& stop) {
        run(target, paced, log, folder, wish, *mail, stop);
        {
            const MutexLock lock(mail->mutex);
            if (!mail->news)
                mail->news.emplace();
            mail->news->over = true;
        }
        m_atDrive = false;
        mail->bell.ring();
    });
    emit changed();
}

// The drive's thread.
void TreatmentController::run(const Target& target, bool paced, const std::string& log,
                              const std::string& folder, const Wish& wish, Mailbox& mail,
                              const std::stop_token& stop) {
    const Put put = [&](const std::function<void(TreatmentNews&)>& write) {
        {
            const MutexLock lock(mail.mutex);
            if (!mail.news)
                mail.news.emplace();
            write(*mail.news);
        }
        mail.bell.ring();
    };
    const auto refuse = [&](const Error& error) { put([&](TreatmentNews& news) { news.refused = error; }); };
    auto held = OpenTreatment::open(target, paced, log, stop);
    if (!held)
        return refuse(held.error());
    const auto done =
        wish.refresh ? refresh(*held, folder, wish, put, stop) : treat(*held, folder, wish, put, stop);
    if (!done)
        refuse(done.error());
}

Result<void> TreatmentController::treat(OpenTreatment& held, const std::string& folder, const Wish& wish,
                                        const Put& put, const std::stop_token& stop) {
    std::optional<OpenTreatment::TakenUp> taken;
    if (wish.goOn.empty()) {
        auto journal = held.begin(wish.plan, wish.consent, folder, wish.startedAt);
        if (!journal)
            return tl::unexpected(journal.error());
        taken.emplace(OpenTreatment::TakenUp{std::move(*journal), {}});
        taken->told.plan = wish.plan;
    } else {
        auto up = held.takeUp(wish.goOn, wish.consent);
        if (!up)
            return tl::unexpected(up.error());
        taken.emplace(std::move(*up));
    }
    const TreatmentPlan plan = taken->told.plan;
    put([&](TreatmentNews& news) {
        news.plan = plan;
        news.journal = taken->journal.path();
    });
    auto toldAt = std::chrono::steady_clock::now() - tellEvery;
    Treater treater(
        held.drive(), taken->journal, plan, std::move(taken->told),
        [&](const TreatmentProgress& progress) {
            const auto now = std::chrono::steady_clock::now();
            if (now - toldAt < tellEvery && progress.phase != TreatmentPhase::ended)
                return;
            toldAt = now;
            put([&](TreatmentNews& news) { news.progress = progress; });
        },
        [] { return QDateTime::currentSecsSinceEpoch(); });
    (void)treater.run(stop);
    return {};
}

Result<void> TreatmentController::refresh(OpenTreatment& held, const std::string& folder, const Wish& wish,
                                          const Put& put, const std::stop_token& stop) {
    std::optional<OpenTreatment::RefreshTakenUp> taken;
    if (wish.goOn.empty()) {
        RefreshPlan plan = *wish.refresh;
        plan.blockSectors = held.drive().refreshBlock();
        auto journal = held.beginRefresh(plan, wish.consent, folder, wish.startedAt);
        if (!journal)
            return tl::unexpected(journal.error());
        taken.emplace(OpenTreatment::RefreshTakenUp{std::move(*journal), {}});
        taken->told.plan = std::move(plan);
    } else {
        auto up = held.takeUpRefresh(wish.goOn, wish.consent);
        if (!up)
            return tl::unexpected(up.error());
        taken.emplace(std::move(*up));
    }
    const RefreshPlan plan = taken->told.plan;
    put([&](TreatmentNews& news) {
        news.refreshPlan = plan;
        news.journal = taken->journal.path();
    });
    auto toldAt = std::chrono::steady_clock::now() - tellEvery;
    Refresher refresher(held.drive(), taken->journal, plan, std::move(taken->told),
                        [&](const RefreshProgress& progress) {
                            const auto now = std::chrono::steady_clock::now();
                            if (now - toldAt < tellEvery)
                                return;
                            toldAt = now;
                            put([&](TreatmentNews& news) { news.refresh = progress; });
                        });
    const RefreshProgress ended = refresher.run(stop);
    const auto told = taken->journal.told();
    put([&](TreatmentNews& news) {
        news.refresh = ended;
        if (told)
            news.refreshed =
                treatmentsOf(told->findings, replacedNone(ended), QDateTime::currentSecsSinceEpoch());
    });
    return {};
}

void TreatmentController::stop() {
    if (!busy())
        return;
    m_stopAsked = true;
    m_thread.request_stop();
    emit changed();
}

const PastTreatment* TreatmentController::brokenOff() const {
    const auto off = std::find_if(m_past.begin(), m_past.end(), [](const PastTreatment& past) {
        return past.told.ended != TreatmentStop::done && !past.told.plan.spots.empty();
    });
    return off == m_past.end() ? nullptr : &*off;
}

const PastRefresh* TreatmentController::brokenOffRefresh() const {
    const auto off =
        std::find_if(m_pastRefreshes.begin(), m_pastRefreshes.end(),
                     [](const PastRefresh& past) { return past.told.ended != TreatmentStop::done; });
    return off == m_pastRefreshes.end() ? nullptr : &*off;
}

void TreatmentController::putAway() {
    if (busy())
        return;
    m_state = State::none;
    m_error.reset();
    emit changed();
}

void TreatmentController::takeMail() {
    std::optional<TreatmentNews> news;
    {
        const MutexLock lock(m_mail->mutex);
        news.swap(m_mail->news);
    }
    if (!news)
        return;
    if (news->past)
        m_past = std::move(*news->past);
    if (news->pastRefreshes)
        m_pastRefreshes = std::move(*news->pastRefreshes);
    if (news->refreshPlan) {
        m_refreshPlan = std::move(*news->refreshPlan);
        m_journal = std::move(news->journal);
        m_state = State::running;
    }
    if (news->refresh)
        m_refresh = std::move(*news->refresh);
    if (!news->refreshed.empty())
        m_refreshed = std::move(news->refreshed);
    if (news->plan) {
        m_plan = std::move(*news->plan);
        m_journal = std::move(news->journal);
        m_state = State::running;
    }
    if (news->progress)
        m_progress = std::move(*news->progress);
    if (news->refused) {
        m_error = std::move(news->refused);
        m_state = State::refused;
    }
    if (news->over) {
        m_awake.reset();
        m_stopAsked = false;
        if (m_state == State::running) {
            m_state = State::ended;
            lookForPast();
            emit ended();
        }
    }
    emit changed();
}

// By the casebook's thread: the folder is on its disk.
void TreatmentController::lookForPast() {
    if (m_keeper == nullptr || m_target.name.empty())
        return;
    m_keeper->post([mail = m_mail, folder = m_keeper->treatments(), drive = m_target.identity](Casebook&) {
        std::vector<PastTreatment> past = treatmentsOfDrive(folder, drive);
        std::vector<PastRefresh> refreshes = refreshesOfDrive(folder, drive);
        {
            const MutexLock lock(mail->mutex);
            if (!mail->news)
                mail->news.emplace();
            mail->news->past = std::move(past);
            mail->news->pastRefreshes = std::move(refreshes);
        }
        mail->bell.ring();
    });
}

} // namespace orbita::app
