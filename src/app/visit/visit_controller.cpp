// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/visit_controller.h"

#include "core/inventory/recognition.h"
#include "core/session/open_action_log.h"
#include "core/target/logged_action.h"
#include "core/target/open_session.h"
#include "core/target/setting_restorer.h"
#include "core/vitals/read_vitals.h"
#include "report/vitals_words.h"
#include "store/casebook.h"

#include <QDateTime>

namespace orbita::app {

namespace {

constexpr Nanoseconds patience = std::chrono::seconds{20};
constexpr Nanoseconds pollInterval = std::chrono::milliseconds{250}; // of real time, while a self-test runs

// How much of the link's time passes in one second of ours.
double speedOf(const Target& target, bool paced) {
    if (!target.scenario || !paced)
        return 1;
    return toSeconds(target.scenario->undisturbedDuration()) / target.scenario->playbackSeconds;
}

} // namespace

VisitController::VisitController(Target target, bool paced, CasebookKeeper* keeper, HousePolicy policy,
                                 QObject* parent)
    : QObject(parent)
    , m_target(std::move(target))
    , m_paced(paced)
    , m_keeper(keeper)
    , m_policy(std::move(policy))
    , m_mail(std::make_shared<VisitMailbox>(this, [this] { takeMail(); })) {
    m_visit.beganAt = QDateTime::currentSecsSinceEpoch();
    m_gate.reasons.push_back({});
    askBook(m_target.identity);
}

VisitController::~VisitController() {
    m_mail->bell.unplug();
    wrapUp();
}

void VisitController::wrapUp() {
    m_thread.request_stop();
    m_wishWake.notify_all();
}

void VisitController::updateTarget(const Target& target) {
    const MutexLock lock(m_wishMutex);
    m_target = target;
}

void VisitController::setVisit(const Visit& visit) {
    const std::int64_t id = m_visit.id;
    m_visit = visit;
    m_visit.id = id;
    judge();
    keepVisit();
    emit changed();
}

const PastVitals* VisitController::pastWith(const Reading& reading) const {
    for (auto it = m_past.rbegin(); it != m_past.rend(); ++it)
        if (it->vitals.same(reading) != nullptr)
            return &*it;
    return nullptr;
}

void VisitController::wish(const Wish& wish) {
    {
        const MutexLock lock(m_wishMutex);
        m_wishes.push_back(wish);
    }
    if (!m_thread.joinable()) {
        m_busy = true;
        m_thread = std::jthread([this](const std::stop_token& stop) {
            run(stop);
            m_busy = false;
        });
    }
    m_wishWake.notify_all();
}

void VisitController::readVitals() {
    if (m_state == State::reading || m_target.name.empty())
        return;
    m_state = State::reading;
    m_error.reset();
    wish({});
    emit changed();
}

QString VisitController::whyNotTest(SelfTestKind kind) const {
    if (m_state != State::read)
        return tr("Read the vitals first.");
    if (m_vitals.selfTest.running)
        return tr("A self-test is running.");
    if (!offers(m_vitals.ability, kind))
        return tr("The drive has no such test, or the adapter in front of it hides it.");
    return {};
}

void VisitController::startTest(SelfTestKind kind, const LbaSpan& span) {
    if (!whyNotTest(kind).isEmpty())
        return;
    m_testError.reset();
    QStringList reasons;
    if (gateClosed())
        for (const EntryReason& reason : m_gate.reasons)
            reasons << words::entryReason(reason, m_vitals, m_findings);
    keepVisit();
    wish({Wish::What::test, kind, span, reasons.join(QStringLiteral("; ")).toStdString()});
}

void VisitController::abortTest() {
    keepVisit();
    wish({Wish::What::abort});
}

void VisitController::enableHealth() {
    keepVisit();
    wish({Wish::What::enable});
    readVitals();
}

void VisitController::holdReadOnly(bool on) {
    m_holdError.reset();
    keepVisit();
    wish({on ? Wish::What::hold : Wish::What::letGo});
}

// On, or back to what was there before: a flag that somebody else has set is not ours to take away.
Result<void> VisitController::changeHold(bool on, const Target& target, const std::stop_token& stop) {
    if (on) {
        const auto drive = describeDevice(target.name);
        auto before =
            drive ? orbita::holdReadOnly(*drive, patience, stop)
                  : Result<HeldFlags>(tl::unexpected(systemError("holding read-only", target.name, ENODEV)));
        if (!before)
            return tl::unexpected(before.error());
        m_heldBefore = std::move(*before);
        return {};
    }
    if (m_heldBefore.empty())
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "letting be written to again", target.name,
                                    "it was not Orbita that has set this, or not since it was started",
                                    "Whoever has may lift it; as root, blockdev --setrw does."});
    if (auto put = setReadOnlyFlags(m_heldBefore, patience, stop); !put)
        return tl::unexpected(put.error());
    m_heldBefore.clear();
    return {};
}

Result<void> VisitController::act(DriveSession& session, const Target& target, const std::string& log,
                                  const Wish& wish, const Vitals& vitals) {
    if (!wish.overruled.empty())
        if (auto noted = doLogged(target, log, ActionKind::adviceOverruled,
                                  {{"what", "self-test"}, {"reasons", wish.overruled}});
            !noted)
            return noted;
    switch (wish.what) {
    case Wish::What::test:
        return session.startSelfTest(vitals, wish.kind, wish.span);
    case Wish::What::abort:
        return session.abortSelfTest(vitals);
    case Wish::What::enable:
        return session.enableHealth(vitals);
    case Wish::What::read:
    case Wish::What::hold:
    case Wish::What::letGo:
        break;
    }
    return {};
}

// The drive's thread: one session, one wish after the other, and looking after a self-test that runs.
void VisitController::run(const std::stop_token& stop) {
    const auto mail = m_mail;
    const auto send = [&](VisitNews news) {
        {
            const MutexLock lock(mail->mutex);
            mail->news.push_back(std::move(news));
        }
        mail->bell.ring();
    };
    std::unique_ptr<DriveSession> session;
    std::unique_ptr<Enquiry> enquiry; // in the session
    bool writesDown = false;          // what is done in the session
    SelfTestWatch watch;
    Vitals vitals;
    Target target;
    double speed = 1;
    const std::string log = m_keeper != nullptr ? m_keeper->actionLog() : std::string{};
    const auto open = [&](const std::string& actionLog) -> Result<void> {
        enquiry.reset();
        session.reset();
        auto opened = openSession(target, m_paced, stop, actionLog);
        if (!opened)
            return tl::unexpected(opened.error());
        session = std::move(*opened);
        writesDown = !actionLog.empty();
        if (session->reading().link)
            enquiry = std::make_unique<Enquiry>(session->reading(), patience, stop);
        return {};
    };
    // What is done to the drive is done in a session that writes it down; reading needs no place for that.
    const auto mayAct = [&](VisitNews& news) {
        if (writesDown || log.empty())
            return true;
        if (auto opened = open(log); !opened)
            news.testError = std::move(opened.error());
        return enquiry != nullptr;
    };
    while (!stop.stop_requested()) {
        Wish wish;
        {
            MutexLock lock(m_wishMutex);
            if (!vitals.selfTest.running)
                m_wishWake.wait(lock, stop, [this]() REQUIRES(m_wishMutex) { return !m_wishes.empty(); });
            if (stop.stop_requested())
                return;
            target = m_target;
            if (m_wishes.empty()) {
                lock.unlock();
                session->reading().link->clock().sleep(fromSeconds(toSeconds(pollInterval) * speed));
                VisitNews news;
                if (auto looked = watch.look(*enquiry, vitals); !looked)
                    news.testError = std::move(looked.error());
                news.tests = vitals;
                send(std::move(news));
                continue;
            }
            wish = m_wishes.front();
            m_wishes.pop_front();
        }
        VisitNews news;
        if (wish.what == Wish::What::read) {
            // Opened anew each time: the drive may have been pulled and put back.
            watch = {};
            speed = speedOf(target, m_paced);
            // Told, not paid: what only reads changes nothing.
            if (const auto owed = owedErrorRecoveryLimit(target, log); !owed)
                news.testError = owed.error();
            else if (*owed)
                news.testError = Error{Error::Kind::unusable, "reading the vitals of", target.name,
                                       "an earlier scan has left how long it tries to read changed",
                                       "A careful scan puts it back, as does \"orbita-cli restore\"; so does "
                                       "switching the drive off."};
            const auto opened = open({});
            vitals = {};
            vitals.identity = target.identity;
            if (!opened) {
                news.error = opened.error();
                send(std::move(news));
                continue;
            }
            if (enquiry)
                vitals = orbita::readVitals(*enquiry, target.identity);
            else
                addNote(vitals, VitalsNote::noCommands);
            news.vitals = vitals;
        } else if (wish.what == Wish::What::hold || wish.what == Wish::What::letGo) {
            const bool on = wish.what == Wish::What::hold;
            news.hold = doLogged(target, log, on ? ActionKind::heldReadOnly : ActionKind::letBeWritten, {},
                                 [&] { return changeHold(on, target, stop); });
            news.acted = true;
        } else if (enquiry && !mayAct(news)) {
            news.tests = vitals;
        } else if (enquiry) {
            const auto done = act(*session, target, log, wish, vitals);
            if (!done)
                news.testError = done.error();
            if (wish.what != Wish::What::enable) {
                refreshSelfTests(*enquiry, vitals);
                news.tests = vitals;
            }
            news.acted = true;
        }
        send(std::move(news));
    }
}

void VisitController::setPolicy(const HousePolicy& policy) {
    m_policy = policy;
    judge();
    emit changed();
}

void VisitController::judge() {
    const Vitals* last = m_past.empty() ? nullptr : &m_past.back().vitals;
    m_findings = assessAll(m_vitals, m_policy, last);
    if (m_state == State::read) {
        m_gate = judgeEntry(m_vitals, m_findings, m_visit.complaints, m_policy);
        return;
    }
    // Before anything was read, the complaint alone can close the gate.
    m_gate = {};
    for (const Complaint& complaint : m_visit.complaints)
        if (meansStop(complaint.mark))
            m_gate.reasons.push_back({EntryReasonKind::complaint, Entry::saveFirst, 0, complaint.mark, {}});
    if (m_gate.reasons.empty())
        m_gate.reasons.push_back({EntryReasonKind::noVitals, Entry::gently, 0, {}, {}});
    m_gate.entry = m_gate.reasons.front().weight;
}

void VisitController::askBook(const DriveIdentity& identity) {
    if (m_keeper == nullptr)
        return;
    m_keeper->post([mail = m_mail, keeper = m_keeper, identity](Casebook& casebook) {
        // Looking enters nothing.
        const auto drive = casebook.knownDrive(identity);
        if (!drive)
            return keeper->report(drive.error());
        VisitBook book;
        // Of one that is known by its place alone, what stands there may have been found on another.
        if (auto visits = casebook.visits(drive->id); visits && !drive->ambiguousIdentity)
            book.earlier = std::move(*visits);
        if (auto past = casebook.pastVitals(drive->id); past && !drive->ambiguousIdentity)
            book.past = std::move(*past);
        book.actions = casebook.actions(drive->id).value_or(std::vector<DriveAction>{});
        {
            const MutexLock lock(mail->mutex);
            mail->book = std::move(book);
        }
        mail->bell.ring();
    });
}

// Never where the casebook lies on the drive itself.
void VisitController::post(std::function<void(Casebook&)> task) {
    m_keeper->post([keeper = m_keeper, target = m_target, task = std::move(task)](Casebook& casebook) {
        if (auto place = casebookMayKeep(keeper->path(), target); !place)
            return keeper->report(place.error());
        task(casebook);
    });
}

void VisitController::keepVisit() {
    if (m_keeper == nullptr)
        return;
    // The visit gets its page with the first thing that is said of it.
    post([mail = m_mail, keeper = m_keeper, visit = m_visit,
          identity = m_vitals.identity.serial.empty() ? m_target.identity
                                                      : m_vitals.identity](Casebook& casebook) mutable {
        if (visit.id == 0) {
            const MutexLock lock(mail->mutex);
            if (mail->book)
                visit.id = mail->book->visit;
        }
        if (visit.id == 0) {
            const auto drive = casebook.driveFor(identity);
            const auto begun = drive ? casebook.beginVisit(drive->id, visit.beganAt)
                                     : Result<std::int64_t>(tl::unexpected(drive.error()));
            if (!begun)
                return keeper->report(begun.error());
            visit.id = *begun;
            {
                const MutexLock lock(mail->mutex);
                if (!mail->book)
                    mail->book.emplace();
                mail->book->visit = visit.id;
            }
            mail->bell.ring();
        }
        if (const auto kept = casebook.updateVisit(visit); !kept)
            keeper->report(kept.error());
    });
}

// The casebook takes in what stands in the log, and tells what was ever done to this drive.
void VisitController::takeActions() {
    if (m_keeper == nullptr)
        return;
    const DriveIdentity identity = m_vitals.identity.serial.empty() ? m_target.identity : m_vitals.identity;
    post([mail = m_mail, keeper = m_keeper, identity](Casebook& casebook) {
        const auto actions = readActionLog(keeper->actionLog());
        if (!actions)
            return keeper->report(actions.error());
        if (const auto taken = casebook.takeActions(*actions); !taken)
            return keeper->report(taken.error());
        const auto drive = casebook.knownDrive(identity);
        auto done = drive ? casebook.actions(drive->id) : Result<std::vector<DriveAction>>({});
        {
            const MutexLock lock(mail->mutex);
            if (!mail->book)
                mail->book.emplace();
            mail->book->actions = done.value_or(std::vector<DriveAction>{});
        }
        mail->bell.ring();
    });
}

void VisitController::keepVitals() {
    keepVisit();
    if (m_keeper == nullptr)
        return;
    post([mail = m_mail, keeper = m_keeper, vitals = m_vitals, at = m_readAt,
          id = m_visit.id](Casebook& casebook) {
        std::int64_t visit = id;
        if (visit == 0) {
            const MutexLock lock(mail->mutex);
            visit = mail->book ? mail->book->visit : 0;
        }
        if (visit == 0)
            return;
        if (const auto kept = casebook.addVitals(visit, vitals, at); !kept)
            keeper->report(kept.error());
    });
}

void VisitController::takeMail() {
    std::vector<VisitNews> news;
    std::optional<VisitBook> book;
    {
        const MutexLock lock(m_mail->mutex);
        news.swap(m_mail->news);
        if (m_mail->book && (m_mail->book->visit != m_visit.id || !m_mail->book->past.empty() ||
                             !m_mail->book->earlier.empty() || m_mail->book->actions)) {
            book = m_mail->book;
            m_mail->book->actions.reset();
            m_mail->book->past.clear();
            m_mail->book->earlier.clear();
        }
    }
    if (news.empty() && !book)
        return;
    if (book) {
        if (book->visit != 0)
            m_visit.id = book->visit;
        if (!book->earlier.empty())
            m_earlier = std::move(book->earlier);
        if (!book->past.empty())
            m_past = std::move(book->past);
        if (book->actions)
            m_actions = std::move(*book->actions);
    }
    for (VisitNews& one : news) {
        if (one.error) {
            m_error = std::move(one.error);
            m_state = State::failed;
        }
        if (one.hold)
            m_holdError = *one.hold ? std::nullopt : std::optional(one.hold->error());
        if (one.acted)
            takeActions();
        if (one.testError)
            m_testError = std::move(one.testError);
        if (one.vitals) {
            m_vitals = std::move(*one.vitals);
            m_state = State::read;
            m_readAt = QDateTime::currentSecsSinceEpoch();
            judge();
            keepVitals();
        }
        if (one.tests) {
            const bool ran = m_vitals.selfTest.running;
            m_vitals.selfTest = one.tests->selfTest;
            m_vitals.selfTests = std::move(one.tests->selfTests);
            // What the test did to the counters is read once it is over.
            if (ran && !m_vitals.selfTest.running)
                readVitals();
        }
    }
    judge();
    emit changed();
}

} // namespace orbita::app
