// SPDX-License-Identifier: GPL-3.0-or-later
// The treatment of one drive: what is chosen of its defects, and the one that runs or ran last, on a thread
// of its own.
#pragma once

#include "app/visit/casebook_keeper.h"
#include "app/visit/doorbell.h"
#include "core/policy/house_policy.h"
#include "core/target/open_treatment.h"
#include "core/treat/treater.h"
#include "store/treatments.h"
#include "system/sleep_inhibitor.h"

#include <QElapsedTimer>
#include <QObject>

namespace orbita::app {

// Which defects are treated, and how far.
struct TreatmentChoice {
    enum class Scope : std::uint8_t { all, confirmed, unreadable, slow, selection };
    Scope scope = Scope::all;
    LbaSpan selection;
    AllowedSteps steps;
    std::vector<LbaSpan> leftOut; // cases that are not treated, by where they lie
    friend bool operator==(const TreatmentChoice&, const TreatmentChoice&) = default;
};

// From the drive's thread, and the casebook's.
struct TreatmentNews {
    std::optional<RefreshPlan> refreshPlan; // leave was given
    std::optional<RefreshProgress> refresh;
    std::optional<std::vector<PastRefresh>> pastRefreshes;
    std::vector<Treatment> refreshed;  // as the layer on a map has it
    std::optional<TreatmentPlan> plan; // leave was given
    std::string journal;
    std::optional<TreatmentProgress> progress;
    std::optional<Error> refused;
    std::optional<std::vector<PastTreatment>> past;
    bool over = false;
};

class TreatmentController final : public QObject {
    Q_OBJECT
public:
    // `keeper` may be null: there is no place for a journal then, and nothing is treated. `paced`: a
    // simulated drive takes its time, some times faster than a real one.
    TreatmentController(Target target, bool paced, CasebookKeeper* keeper, const HousePolicy& policy,
                        QObject* parent = nullptr);
    ~TreatmentController() override;

    void updateTarget(const Target& target) { m_target = target; }
    void setPolicy(const HousePolicy& policy) { m_policyAllows = policy.treatment.allowed; }

    [[nodiscard]] const TreatmentChoice& choice() const { return m_choice; }
    void choose(const TreatmentChoice& choice);

    enum class State : std::uint8_t {
        none,    // since the program began
        opening, // the drive is asked, and leave to write is
        running,
        ended,
        refused, // nothing was written: see error()
    };
    [[nodiscard]] State state() const { return m_state; }
    [[nodiscard]] bool busy() const { return m_state == State::opening || m_state == State::running; }
    // The one that runs or ran last.
    [[nodiscard]] const TreatmentPlan& plan() const { return m_plan; }
    [[nodiscard]] const TreatmentProgress& progress() const { return m_progress; }
    // The one that runs or ran last refreshes: what is above says nothing then, and else what follows.
    [[nodiscard]] bool refreshes() const { return m_refreshes; }
    [[nodiscard]] const RefreshPlan& refreshPlan() const { return m_refreshPlan; }
    [[nodiscard]] const RefreshProgress& refresh() const { return m_refresh; }
    // Ended, done to the end, and well.
    [[nodiscard]] bool endedWell() const;
    [[nodiscard]] TreatmentStop endedBy() const;
    // What it has come to so far, as the layer on a map has it.
    [[nodiscard]] std::vector<Treatment> treatments() const;
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; }
    [[nodiscard]] const std::string& journal() const { return m_journal; }
    [[nodiscard]] std::int64_t startedAt() const { return m_startedAt; }
    [[nodiscard]] bool stopAsked() const { return m_stopAsked; }

    // Begins, unless one runs. `overruled`: the advice against it; empty: none.
    void start(const TreatmentPlan& plan, const std::string& confirmation, const std::string& overruled);
    // Goes on with the one that was broken off.
    void goOn(const std::string& confirmation);
    // The same of a refresh. How much is read at once is settled with the drive.
    void startRefresh(const RefreshPlan& plan, const std::string& confirmation, const std::string& overruled);
    void goOnRefreshing(const std::string& confirmation);
    void stop();
    // Puts the last one's result or refusal away; its journal stays.
    void putAway();

    // The drive's treatments, the latest first, as their journals beside the casebook tell.
    [[nodiscard]] const std::vector<PastTreatment>& past() const { return m_past; }
    // The latest of them that can be gone on with; null: there is none.
    [[nodiscard]] const PastTreatment* brokenOff() const;
    [[nodiscard]] const std::vector<PastRefresh>& pastRefreshes() const { return m_pastRefreshes; }
    [[nodiscard]] const PastRefresh* brokenOffRefresh() const;
    // A scan has treated what it found.
    void lookForPast();

    // Stops it after the write that is under way. Returns at once.
    void wrapUp();
    [[nodiscard]] bool wrappedUp() const { return !m_atDrive; }

signals:
    void changed(); // anything of the above
    void ended();   // the drive is nobody's any more, and the journal is closed

private:
    struct Mailbox {
        explicit Mailbox(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}
        Doorbell bell;
        Mutex mutex;
        std::optional<TreatmentNews> news GUARDED_BY(mutex); // all that has come since it was emptied
    };
    struct Wish {
        TreatmentPlan plan;
        std::optional<RefreshPlan> refresh; // instead
        std::string goOn;                   // a journal; empty: a new one
        TreatmentConsent consent;
        std::int64_t startedAt = 0;
    };

    void begin(Wish wish);
    using Put = std::function<void(const std::function<void(TreatmentNews&)>&)>;
    // On the drive's thread.
    static Result<void> treat(OpenTreatment& held, const std::string& folder, const Wish& wish,
                              const Put& put, const std::stop_token& stop);
    static Result<void> refresh(OpenTreatment& held, const std::string& folder, const Wish& wish,
                                const Put& put, const std::stop_token& stop);
    static void run(const Target& target, bool paced, const std::string& log, const std::string& folder,
                    const Wish& wish, Mailbox& mail, const std::stop_token& stop);
    void takeMail();

    Target m_target;
    bool m_paced;
    CasebookKeeper* m_keeper;
    bool m_policyAllows;
    TreatmentChoice m_choice;
    State m_state = State::none;
    TreatmentPlan m_plan;
    TreatmentProgress m_progress;
    bool m_refreshes = false;
    RefreshPlan m_refreshPlan;
    RefreshProgress m_refresh;
    std::vector<Treatment> m_refreshed;
    std::optional<Error> m_error;
    std::string m_journal;
    std::int64_t m_startedAt = 0;
    bool m_stopAsked = false;
    std::vector<PastTreatment> m_past;
    std::vector<PastRefresh> m_pastRefreshes;
    std::unique_ptr<SleepInhibitor> m_awake;
    std::shared_ptr<Mailbox> m_mail;
    std::atomic<bool> m_atDrive = false; // m_thread is at work
    std::jthread m_thread;
};

} // namespace orbita::app
