// SPDX-License-Identifier: GPL-3.0-or-later
// One drive of the rack with its scans: those made now and those opened from files.
#pragma once

#include "app/rack/assess_controller.h"
#include "app/visit/ruling_controller.h"
#include "app/visit/treatment_controller.h"
#include "app/visit/visit_controller.h"
#include "core/judge/proposed_plan.h"
#include "core/judge/running_judgement.h"
#include "core/scan/replay.h"
#include "core/scan/session.h"
#include "core/target/target.h"
#include "core/target/treat_along.h"
#include "store/autosave.h"
#include "system/sleep_inhibitor.h"

#include <QElapsedTimer>
#include <QObject>
#include <future>
#include <memory>
#include <vector>

namespace orbita::app {

// What the views show of one scan. Refreshed in place; nothing in here blocks.
struct ScanView {
    ScanRecord record;
    std::vector<Patch> patches;
    RunningJudgement judgement;
    std::optional<Error> error; // why it could not begin
    bool opened = false;        // from a file

    [[nodiscard]] bool running() const { return record.status.phase != ScanPhase::ended; }
};

class DriveController final : public QObject {
    Q_OBJECT
public:
    // `paced`: a simulated drive plays at the speed its scenario asks for.
    // `keeper` keeps its visits; null: nothing is kept. `policy` judges its vitals.
    DriveController(Target target, bool paced, CasebookKeeper* keeper = nullptr,
                    const HousePolicy& policy = defaultPolicy(), QObject* parent = nullptr);
    ~DriveController() override;

    // Complaint, vitals and self-tests.
    [[nodiscard]] VisitController& visit() { return m_visit; }
    [[nodiscard]] const VisitController& visit() const { return m_visit; }
    [[nodiscard]] TreatmentController& treatment() { return m_treatment; }
    [[nodiscard]] const TreatmentController& treatment() const { return m_treatment; }
    [[nodiscard]] RulingController& ruling() { return m_ruling; }
    [[nodiscard]] const RulingController& ruling() const { return m_ruling; }
    // Has the ruling go by what is known now; asks the casebook once for what it knows.
    void judgeAnew();
    // More has been entered of it in the casebook, from elsewhere.
    void lookIntoCasebookAgain();
    // Why it cannot be treated now; empty if it can. The advice, and the gate, are asked elsewhere.
    [[nodiscard]] QString whyNotTreat() const;
    // What was treated is noted on the map of the scan in view as it goes, and kept with it.
    void treat(const TreatmentPlan& plan, const std::string& confirmation, const std::string& overruled);
    void goOnTreating(const std::string& confirmation);
    // All of it that reads, or what reads late of it.
    void refreshDrive(const RefreshPlan& plan, const std::string& confirmation, const std::string& overruled);
    void goOnRefreshing(const std::string& confirmation);
    [[nodiscard]] const HousePolicy& policy() const { return m_visit.policy(); }
    void setPolicy(const HousePolicy& policy);
    [[nodiscard]] const Target& target() const { return m_target; }
    // As the rack knows it now: what uses the drive may change while it is attached.
    void updateTarget(const Target& target);
    // The identity in force: what the open drive told, else what the rack knows.
    [[nodiscard]] const DriveIdentity& identity() const;

    [[nodiscard]] DataElsewhere data() const { return m_data; }
    void setData(DataElsewhere answer);

    // The plan of the next scan, as it was chosen, else as it is proposed by what is known of the drive. Its
    // data answer and use are filled in at the start.
    [[nodiscard]] ScanPlan plan() const;
    [[nodiscard]] bool planChosen() const { return m_chosen.has_value(); }
    // What is proposed, and why.
    [[nodiscard]] ProposedPlan proposed() const;
    void setPlan(const ScanPlan& plan);
    // Puts a proposed plan back to the plain one, and anything else to what is proposed.
    void plainOrProposed();
    // The plan that is in force, saving what is read in `image`.
    void saveTo(const std::string& image);

    // Scans of this drive, oldest first, and the one in view.
    [[nodiscard]] std::size_t scanCount() const { return m_scans.size(); }
    [[nodiscard]] const ScanView& scanAt(std::size_t i) const { return m_scans[i]; }
    [[nodiscard]] const ScanView* current() const;
    // The scan to compare the one in view with: the latest other that has read something; null where there is
    // none.
    [[nodiscard]] const ScanView* compared() const;
    // What the scan in view tells as it runs, or has told since it began here; null for one that was kept.
    [[nodiscard]] const ScanFeed* liveFeed() const;
    [[nodiscard]] std::size_t currentIndex() const { return m_current; }
    void showScan(std::size_t index);
    void addOpened(ScanRecord record, bool fromFile = false);

    // Why a scan cannot be started now; empty if it can.
    [[nodiscard]] QString whyNotStart() const;
    void start();
    // By a plan of its own; the one in force stays as it is.
    void startPlanned(const ScanPlan& plan);
    // Null: nothing is kept.
    [[nodiscard]] CasebookKeeper* keeper() const { return m_keeper; }
    // A whole visit by itself.
    [[nodiscard]] AssessController& assessment() { return m_assessment; }
    [[nodiscard]] const AssessController& assessment() const { return m_assessment; }
    // The same, and what it finds is treated as it goes. Leave to write is asked for before the first block;
    // where it is refused, the scan does not begin, and says why.
    void startTreating(const AllowedSteps& steps, const std::string& confirmation,
                       const std::string& overruled);
    void startSpan(const LbaSpan& span) { startSpans({span}); }
    void startSpans(const std::vector<LbaSpan>& spans);
    // True where the scan in view was broken off and can go on, on this drive.
    [[nodiscard]] bool canContinue() const;
    void continueScan();
    // Plays the scan in view once more, in a few seconds; nothing is sent to the drive. Anything that is done
    // meanwhile with the drive's scans ends it.
    [[nodiscard]] bool canReplay() const;
    void startReplay();
    void endReplay();
    [[nodiscard]] bool replaying() const { return m_replay != nullptr; }
    void pause();
    void resume();
    void stop();
    [[nodiscard]] bool scanning() const;
    // The scan that runs writes to the drive, where it finds something.
    [[nodiscard]] bool treatsAlong() const { return m_along != nullptr && !m_alongOver; }
    // Reads the vitals; while a scan runs, in a pause of it, so that no block is measured meanwhile.
    void readVitals();
    [[nodiscard]] bool pauseAsked() const { return m_pauseAsked; }
    // Stop was asked and the scan has not ended yet.
    [[nodiscard]] bool stopAsked() const { return m_stopAsked; }
    // Where the scan is being kept; empty until it is.
    [[nodiscard]] QString keptAt() const;
    [[nodiscard]] QString keepingError() const;

    // Copies what is new from the running scan; emits what changed. Called for each frame while the drive is
    // lively().
    void refresh();
    // A scan runs, is being kept for the last time or played again.
    [[nodiscard]] bool lively() const;

    // Stops the scan and asks the drive nothing more; what was found is kept elsewhere than in this thread.
    void wrapUp();
    // That has been done: leaving waits for nothing.
    [[nodiscard]] bool wrappedUp() const;

signals:
    void scanChanged();    // numbers of the scan in view
    void defectsChanged(); // its ledger or tape
    void stateChanged();   // what can be done: plan, data answer, running, which scan is in view

private:
    void startWith(ScanPlan plan, std::optional<ScanRecord> earlier = {},
                   std::shared_ptr<TreatAlong> along = {});
    // What the drive itself lists, and what the scan in view has found.
    [[nodiscard]] std::vector<LbaSpan> suspects() const;
    void readVitalsInPause();
    void noteTreated();
    void keepTreated();
    void advanceReplay();
    void refreshFrom(ScanView& view, const ScanFeed& feed);

    Target m_target;
    bool m_paced;
    CasebookKeeper* m_keeper;
    VisitController m_visit;
    TreatmentController m_treatment;
    RulingController m_ruling;
    bool m_bookAsked = false;
    QElapsedTimer m_sinceJudged;
    std::vector<std::optional<ScanDigest>> m_digests; // of m_scans, where they do not change any more
    AssessController m_assessment{*this};
    std::pair<TreatmentController::State, bool> m_treatmentTold{};
    std::size_t m_treated = SIZE_MAX; // the scan whose defects are treated
    DataElsewhere m_data = DataElsewhere::notAsked;
    std::optional<ScanPlan> m_chosen;
    std::vector<ScanView> m_scans;
    std::size_t m_current = 0;
    std::size_t m_live = 0; // the scan that m_session writes
    std::unique_ptr<ScanSession> m_session;
    std::shared_ptr<TreatAlong> m_along; // of that scan; null: it writes nothing
    bool m_alongOver = false;            // nothing more is treated in it
    std::unique_ptr<Replay> m_replay;    // of the scan in view
    QElapsedTimer m_replayFor;
    std::unique_ptr<SleepInhibitor> m_awake; // while a scan runs
    [[nodiscard]] QString keptNow() const;
    void partWithLast();
    std::future<void> m_parting; // of the scan before this one
    std::unique_ptr<Autosave> m_autosave;
    QString m_keptTold; // where it was kept when that was last told
    enum class VitalsPause { none, awaited, reading } m_vitalsPause = VitalsPause::none;
    bool m_pauseAsked = false;
    bool m_stopAsked = false;
};

} // namespace orbita::app
