// SPDX-License-Identifier: GPL-3.0-or-later
// Visits the blocks of a plan in its order and writes down what it finds; measures each defect again from the
// medium before it counts as confirmed. Never writes to a drive.
#pragma once

#include "core/plate/baseline.h"
#include "core/plate/pace_course.h"
#include "core/scan/asked_blocks.h"
#include "core/scan/estimator.h"
#include "core/scan/feed.h"
#include "core/scan/pause_gate.h"
#include "core/scan/route.h"
#include "core/scan/scan_aids.h"
#include "core/scan/second_looks.h"
#include "core/scan/stop_rules.h"

#include <map>
#include <set>

namespace orbita {

class Engine {
public:
    // All references must outlive the engine. The plate is created here and handed to the feed.
    Engine(Drive& drive, const SettledPlan& plan, const GradeLimits& limits, PauseGate& pause, ScanFeed& feed,
           ScanAids aids = {});

    // Runs on the calling thread until the plan is done or something ends the scan. A request to stop is
    // answered within 0.15 s of the drive's clock, whatever the drive does.
    Ended run(const std::stop_token& stop);

private:
    struct Trouble {
        std::uint64_t block;
        ReadAnswer answer;
    };
    // An answer, or nothing when the scan has ended meanwhile (m_ended says why).
    using Alone = std::optional<ReadAnswer>;

    // What comes before the first block: engine_begin.cpp
    void takeUp(const ScanRecord& earlier);
    void tellHowItIsReached();
    void tellBerths();
    // What a block should take: engine_pace.cpp
    void measurePace();
    [[nodiscard]] std::vector<std::uint64_t> probeBlocks(std::uint64_t place, std::uint64_t of,
                                                         std::uint64_t reads) const;
    void measureAt(const std::vector<std::uint64_t>& blocks, std::map<std::uint64_t, double>& usual);
    bool looksEmpty(const LbaSpan& span);
    [[nodiscard]] Nanoseconds courseOf(const LbaSpan& span) const;
    void settleExpectation();
    bool takeEarlierPace();
    [[nodiscard]] bool speaksForTheDrive() const;
    [[nodiscard]] BlockReading reading(Nanoseconds carrying) const;
    void measureCarryingIfDue();
    void measureCarrying();
    std::optional<Nanoseconds> carryingAt(const LbaSpan& span);
    // Whether verifying is as slow as the medium must be; asked once. True where too little is known to doubt
    // it.
    bool verifyBelieved();
    // How it is found out: engine_verify.cpp
    bool verifyWaitsForMedium(std::vector<Nanoseconds>& verifies);
    bool verifyGrowsWithLength(std::vector<Nanoseconds>& verifies);
    std::optional<Nanoseconds> probe(LbaSpan span, ReadWay way, bool* holdsNothing = nullptr);
    [[nodiscard]] LbaSpan probePlace(std::uint64_t i, std::uint64_t of, std::uint64_t sectors) const;

    // The loop: engine.cpp
    void readRoute();
    bool beginNextStretch();
    void fill();
    void takeAnswers();
    void settleDone(std::uint64_t from);
    void finishBlock() {
        m_sent = ++m_done;
        ++m_blocksDone;
    }
    bool drain();
    void bringHeadBack();
    void finishStopped();
    void tellRoute();
    bool sleep(Nanoseconds time);
    // What it meets is told of its own place, whatever it was read for.
    Alone readAlone(LbaSpan span, std::optional<ReadWay> way = {});
    // The same for a reading that is no part of the scan: what it meets is remembered until the scan comes
    // there.
    Alone readBeside(LbaSpan span, std::optional<ReadWay> way = {});
    void remember(const LbaSpan& span, const ReadAnswer& answer);
    bool settleMetBefore(std::uint64_t block);
    void endNoAnswerAt(LbaSpan span);

    // What the technician, the rules and the drive's own word make of it: engine_rules.cpp
    void pauseIfAsked();
    void heedRules();
    void askTemperatureIfDue();
    void askVitalsIfDue();
    void coolDown(const StopRule& rule);

    // Whether it is still the same drive: engine_identity.cpp
    void askWhoItIs();
    bool stillTheSame();
    void resolveChanged(std::uint64_t block);

    // What is beside the drive: engine_aids.cpp
    void keep(Lba first, const ReadAnswer& answer);
    void waitForImage();
    void finishImage();
    void limitRecovery(bool limited);
    void giveRecoveryBack();
    void nameLoad();
    bool foundElsewhere();
    void renewAids(bool elsewhere);
    [[nodiscard]] Disturbance disturbanceOf(const ReadAnswer& answer);
    void askStored();
    [[nodiscard]] bool forgets() const {
        return m_drive->identity().rotating == false || m_drive->limits().forgets;
    }
    [[nodiscard]] bool holdsNothing(const LbaSpan& span, const ReadAnswer& answer) const;
    bool takeNothing(std::uint64_t block, const ReadAnswer& answer);
    void settleNothing(std::uint64_t block, Nanoseconds latency);
    void sampleUnit();
    void chooseDepth();
    [[nodiscard]] Grader::Graded judgeAlone(const LbaSpan& span, Nanoseconds latency) const;

    // What a block has come to: engine_grades.cpp
    void takeGood(std::uint64_t block, const ReadAnswer& answer);
    bool layAtHand(std::uint64_t block, Nanoseconds& latency, Disturbance& disturbance, bool begins);
    void gradeGood(std::uint64_t block, Nanoseconds latency, Disturbance disturbance);
    void leaveUngraded(std::uint64_t block, Nanoseconds latency);
    // `upTo`: the first block of the stretch that is not among them.
    void releaseHeld(std::uint64_t upTo);
    void settleCell(std::uint64_t block, Grade grade, Nanoseconds latency,
                    Standing standing = Standing::once);
    void watchForStall();
    void markStalled(std::uint64_t block, Nanoseconds latency);
    void rememberStandstill(const LbaSpan& span, StandstillKind kind, bool again);
    [[nodiscard]] std::uint32_t standstillsAt(const LbaSpan& span) const;
    void endNoAnswer(std::uint64_t block);
    void lookAgainLater(std::uint64_t block, LbaSpan span, Grade grade, Nanoseconds latency, bool disturbed);
    [[nodiscard]] double turnsLate(Nanoseconds latency) const;

    // What failed, or took too long: engine_trouble.cpp
    void resolve(const Trouble& trouble);
    void resolveLate(std::uint64_t block, const ReadAnswer& answer);
    void resolveUnreadable(std::uint64_t block, const ReadAnswer& whole);
    [[nodiscard]] bool gaveUpEarly(const ReadAnswer& whole) const;
    void noteFailedOnce(LbaSpan span, const ReadAnswer& whole);
    void putOff(std::uint64_t block, const ReadAnswer& answer);
    [[nodiscard]] ReadAnswer answerPutOff(std::uint64_t block) const;
    void leaveStretch(std::uint64_t block, Nanoseconds took, bool putOff);
    void resolveLinkFault(std::uint64_t block);
    void resolveGone(std::uint64_t block);
    void resolveInterrupted(std::uint64_t block);
    void waitUntilReady(std::uint64_t block);
    void settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first, Standing standing);
    bool goodBlockStillReads(std::uint64_t suspect);
    void leaveBehind(std::uint64_t block);

    // Measuring again: engine_again.cpp
    void lookAgain(bool atEnd);
    bool lookAt(const SecondLook& look, bool atEnd);
    Grader::Graded judgeAgain(const SecondLook& look, Nanoseconds latency, std::optional<ReadWay> way);
    std::optional<Nanoseconds> usualAgain(std::uint64_t block, ReadWay way);
    [[nodiscard]] std::optional<ReadWay> pastCacheWay() const;
    void settleAgain(const SecondLook& look, Standing standing, Nanoseconds latency);
    void splitAgain(const SecondLook& look, const ReadAnswer& whole);
    void regradeUndisturbed(const SecondLook& look, const ReadAnswer& answer, Grader::Graded graded);
    bool pushOutCache(const SecondLook& look);

    // What is told: engine_telling.cpp
    void show(std::uint64_t block, Cell cell, Nanoseconds latency);
    void note(TapeEntry entry);
    void publish(ScanPhase phase);
    [[nodiscard]] std::optional<Nanoseconds> timeLeft() const;
    [[nodiscard]] Nanoseconds elapsed() const;

    [[nodiscard]] LbaSpan stretchSpan(std::uint64_t from, std::uint64_t end) const;
    [[nodiscard]] LbaSpan firstSectorsOf(std::uint64_t block) const;
    [[nodiscard]] LbaSpan runUpTo(std::uint64_t block) const;
    [[nodiscard]] std::optional<ReadWay> runUpWay() const;
    [[nodiscard]] bool rotating() const { return m_drive->identity().rotating != false; }
    [[nodiscard]] bool carefully() const { return m_plan.asked.order == ScanOrder::careful; }

    Drive* m_drive;
    std::unique_ptr<Drive> m_found; // the drive, after it came back under another name
    SettledPlan m_plan;
    BlockGrid m_grid;
    AskedBlocks m_askedFor;
    std::uint64_t m_blocks;
    PauseGate& m_pause;
    ScanFeed& m_feed;
    Clock& m_clock;
    std::stop_token m_stop;
    std::shared_ptr<Plate> m_plate;
    Grader m_grader;
    PaceCourse m_course;
    ScanAids m_aids;
    Nanoseconds m_temperatureDue{};
    Nanoseconds m_vitalsDue{};
    std::uint64_t m_damning = 0;
    std::optional<bool> m_recoveryLimited; // absent: not tried
    bool m_recoveryRefused = false;
    Nanoseconds m_shortened{}; // how long the drive has been told to try; 0: as long as it likes
    std::vector<Standstill> m_standstills;
    // Blocks that an earlier part of the scan found stalled and could not vouch for: counted as such until
    // they are read.
    std::set<std::uint64_t> m_stalledBefore;
    std::map<std::uint64_t, MetBefore> m_met;     // by block
    std::map<std::uint64_t, ReadAnswer> m_putOff; // what the blocks that failed as a whole were answered with
    bool m_savingHalted = false;
    Nanoseconds m_loadNamed{};
    KnownSectorChooser m_known;    // sectors by which the drive is told again
    std::string m_serialAtFirst;   // as it said itself; empty where it does not tell
    StoredMap m_stored;            // by the drive's own word
    Nanoseconds m_quickestEmpty{}; // of the blocks that hold nothing
    Nanoseconds m_usualAlone{};    // what a block takes with nothing beside it; zero: as the baseline
    std::uint64_t m_lateAgain = 0; // blocks only late while disturbed, to be measured again
    Estimator m_estimator;
    StopRules m_rules;
    SecondLooks m_looks;
    std::optional<bool> m_verifyBelieved;
    bool m_handsOver = false;                          // what is read comes with the answers
    std::map<std::uint64_t, Nanoseconds> m_usualAgain; // by region: what a sound block takes past the cache
    std::optional<bool> m_carryingDue;                 // absent: not known yet; false: not needed, or done
    bool m_again = false;                              // what is at the drive measures a block again
    ScanStatus m_status;
    Ended m_ended = Ended::running;

    // The blocks of the stretch before m_done are dealt with, those before m_sent have been queued.
    std::unique_ptr<Route> m_route;
    Stretch m_stretch;
    std::uint64_t m_sent = 0;
    std::uint64_t m_done = 0;
    std::uint64_t m_told = 0;  // of m_done, what the route knows of
    StretchNews m_news;        // of the stretch, not yet told to the route
    bool m_onlyAtHand = false; // all blocks of the stretch so far came faster than the medium gives them
    bool m_wayDue = false;     // so did all of the stretch that ended right before this one
    Nanoseconds m_runUp{};     // what the sector before the stretch's first block took
    std::uint64_t m_blocksDone = 0;
    std::uint64_t m_blocksBefore = 0; // of those, done in earlier parts of the scan
    std::size_t m_outstanding = 0;    // queued and not come back
    bool m_rewind = false;            // some came back unsent: queue anew from m_done when all are back
    std::size_t m_window;
    std::vector<ReadRequest> m_requests;
    std::vector<ReadAnswer> m_answers;
    std::vector<AnswerSeen> m_seen; // since the feed was last told
    Nanoseconds m_latest{};         // what the last of them took
    std::optional<Trouble> m_trouble;
    Nanoseconds m_atDriveSince{}; // when the command now at the drive was sent, as far as can be known
    bool m_stallTold = false;

    struct Held {
        std::uint64_t block;
        Nanoseconds latency;
        Disturbance disturbance;
        bool begins = false; // a stretch, of which the first blocks may lie in the drive's cache
    };
    std::vector<Held> m_held;
    std::uint64_t m_releasedTo = 0; // blocks of the stretch before this were covered when they were released
    std::optional<std::uint64_t> m_lastGood; // a block that was read
    bool m_nothingReads = false;             // of what was asked for, as far as it was tried
    std::uint64_t m_bytesRead = 0;
    std::uint32_t m_linkFaultsInARow = 0;
    std::uint32_t m_interruptionsInARow = 0;
    Nanoseconds m_notReadyFor{};
    std::optional<std::uint64_t> m_droppedAt;
    int m_dropsHere = 0; // times the drive went away and came back at that block
    Nanoseconds m_began{};
    Nanoseconds m_before{}; // what earlier parts of the scan took
    Nanoseconds m_pausedFor{};
    std::uint64_t m_stalls = 0;
    std::uint64_t m_failedBlocks = 0; // put off, not yet looked into
    std::uint64_t m_factsVersion = 0;
    ScanFacts m_facts;
    Nanoseconds m_disturbanceTold{};
    // Good blocks since the estimator was last told: this stretch from here on.
    std::uint64_t m_observedFrom = 0;
    Nanoseconds m_observedTime{};
    bool m_observedClean = true;
    // For the pace now.
    Nanoseconds m_paceSince{};
    std::uint64_t m_paceFrom = 0;
};

} // namespace orbita
