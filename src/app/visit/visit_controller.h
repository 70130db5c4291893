// SPDX-License-Identifier: GPL-3.0-or-later
// The visit of one drive: what is complained of, what the drive says of itself today and said before, and its
// self-tests. Asks the drive on a thread of its own and keeps everything in the casebook.
#pragma once

#include "app/visit/casebook_keeper.h"
#include "app/visit/doorbell.h"
#include "core/base/mutex.h"
#include "core/inventory/recognition.h"
#include "core/session/drive_session.h"
#include "core/vitals/self_test.h"

#include <QObject>
#include <functional>
#include <optional>
#include <thread>

namespace orbita::app {

// From the drive's thread.
struct VisitNews {
    std::optional<Vitals> vitals; // read in full
    std::optional<Vitals> tests;  // self-tests refreshed
    std::optional<Error> error;
    std::optional<Error> testError;
    std::optional<Result<void>> hold; // what came of holding it read-only
    bool acted = false;               // something was done to the drive, or tried
};

// From the casebook's thread.
struct VisitBook {
    std::vector<Visit> earlier;
    std::vector<PastVitals> past;
    std::optional<std::vector<DriveAction>> actions; // absent: not asked
    std::int64_t visit = 0;
};

// Shared with tasks that may outlive the desk.
struct VisitMailbox {
    explicit VisitMailbox(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}

    Doorbell bell; // rung after something was put in
    Mutex mutex;
    std::vector<VisitNews> news GUARDED_BY(mutex);
    std::optional<VisitBook> book GUARDED_BY(mutex);
};

class VisitController final : public QObject {
    Q_OBJECT
public:
    // `keeper` may be null: nothing is kept then. `paced`: see DriveController. Judges by `policy`.
    VisitController(Target target, bool paced, CasebookKeeper* keeper, HousePolicy policy,
                    QObject* parent = nullptr);
    ~VisitController() override;

    void updateTarget(const Target& target);

    // What is known of the visit; edited as a whole. Kept in the casebook once the drive is known.
    [[nodiscard]] const Visit& visit() const { return m_visit; }
    void setVisit(const Visit& visit);
    [[nodiscard]] const std::vector<Visit>& earlierVisits() const { return m_earlier; }

    enum class State { notRead, reading, read, failed };
    [[nodiscard]] State state() const { return m_state; }
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; } // why they could not be read
    [[nodiscard]] const Vitals& vitals() const { return m_vitals; }
    [[nodiscard]] const std::vector<Finding>& findings() const { return m_findings; }
    [[nodiscard]] const EntryGate& gate() const { return m_gate; }
    [[nodiscard]] const HousePolicy& policy() const { return m_policy; }
    void setPolicy(const HousePolicy& policy);
    // Vitals of earlier visits, oldest first; today's are not among them.
    [[nodiscard]] const std::vector<PastVitals>& past() const { return m_past; }
    // The last visit that had the same reading; null: none had.
    [[nodiscard]] const PastVitals* pastWith(const Reading& reading) const;
    [[nodiscard]] std::int64_t readAt() const { return m_readAt; }
    // What was ever done to the drive besides reading it, oldest first.
    [[nodiscard]] const std::vector<DriveAction>& actions() const { return m_actions; }
    // Something was done that stands in the log.
    void takeActions();

    void readVitals();
    // Why a self-test of that kind cannot be started now; empty if it can. A closed gate is not a reason: see
    // gateClosed.
    [[nodiscard]] QString whyNotTest(SelfTestKind kind) const;
    [[nodiscard]] bool gateClosed() const { return m_gate.entry == Entry::saveFirst; }
    // Behind a closed gate this overrules it, which is written down.
    void startTest(SelfTestKind kind, const LbaSpan& span = {});
    void abortTest();
    // Has the system refuse writing to the drive through the block layer, or not. The rack shows when it
    // does.
    void holdReadOnly(bool on);
    [[nodiscard]] const std::optional<Error>& holdError() const { return m_holdError; }
    // Has the drive watch its own health, and reads the vitals anew.
    void enableHealth();
    [[nodiscard]] bool testRunning() const { return m_vitals.selfTest.running; }
    // What became of the latest wish about a self-test, where it was refused.
    [[nodiscard]] const std::optional<Error>& testError() const { return m_testError; }

    // Asks the drive nothing more. Returns at once.
    void wrapUp();
    // Nothing is at the drive any more, and what is asked by nobody else is over: leaving waits for nothing.
    [[nodiscard]] bool wrappedUp() const { return !m_busy; }

signals:
    void changed();

private:
    struct Wish {
        enum class What { read, test, abort, enable, hold, letGo } what = What::read;
        SelfTestKind kind = SelfTestKind::shortTest;
        LbaSpan span{};
        std::string overruled{}; // the advice against it
    };
    // Takes what the drive and the casebook have answered.
    void takeMail();
    void run(const std::stop_token& stop);
    static Result<void> act(DriveSession& session, const Target& target, const std::string& log,
                            const Wish& wish, const Vitals& vitals);
    void wish(const Wish& wish);
    void judge();
    void post(std::function<void(Casebook&)> task);
    void keepVisit();
    void keepVitals();
    void askBook(const DriveIdentity& identity);

    Target m_target;
    bool m_paced;
    CasebookKeeper* m_keeper;
    Visit m_visit;
    std::vector<Visit> m_earlier;
    std::vector<PastVitals> m_past;
    std::vector<DriveAction> m_actions;
    State m_state = State::notRead;
    std::optional<Error> m_error;
    std::optional<Error> m_testError;
    Result<void> changeHold(bool on, const Target& target, const std::stop_token& stop);
    HeldFlags m_heldBefore; // as it was before Orbita held it; the drive's thread's own
    std::optional<Error> m_holdError;
    Vitals m_vitals;
    std::vector<Finding> m_findings;
    EntryGate m_gate;
    HousePolicy m_policy;
    std::int64_t m_readAt = 0;

    std::shared_ptr<VisitMailbox> m_mail;
    std::atomic<bool> m_busy = false; // m_thread runs
    Mutex m_wishMutex;
    std::condition_variable_any m_wishWake;
    std::deque<Wish> m_wishes GUARDED_BY(m_wishMutex);
    std::jthread m_thread; // begun with the first wish
};

} // namespace orbita::app
