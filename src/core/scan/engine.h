// SPDX-License-Identifier: GPL-3.0-or-later
// Visits the blocks of a plan in its order and writes down what it finds; measures each defect again from the
// medium before it counts as confirmed. Never writes to a drive.
#pragma once

#include "core/plate/baseline.h"
#include "core/plate/pace_course.h"
#include "core/scan/asked_blocks.h"
#include "core/scan/drive_queue.h"
#include "core/scan/estimator.h"
#include "core/scan/feed.h"
#include "core/scan/interludes/image_saving.h"
#include "core/scan/interludes/technician_pause.h"
#include "core/scan/interludes/temperature_watch.h"
#include "core/scan/interludes/treating_along.h"
#include "core/scan/interludes/vitals_watch.h"
#include "core/scan/limit_shortener.h"
#include "core/scan/recheck_queue.h"
#include "core/scan/route.h"
#include "core/scan/scan_model.h"
#include "core/scan/scan_services.h"
#include "core/scan/stop_rules.h"

#include <map>
#include <set>

namespace orbita {

class Engine final : private Interruptible {
public:
    // All references must outlive the engine. The plate is created here and handed to the feed.
    Engine(Drive& drive, const SettledPlan& plan, const GradeLimits& limits, PauseGate& pause, ScanFeed& feed,
           ScanServices services = {});

    // Runs on the calling thread until the plan is done or something ends the scan. A request to stop is
    // answered within 0.15 s of the drive's clock, whatever the drive does.
    EndReason run(const std::stop_token& stop);

private:
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
    std::optional<Nanoseconds> probe(LbaSpan span, ReadWay way, bool* isUnmapped = nullptr);
    [[nodiscard]] LbaSpan probePlace(std::uint64_t i, std::uint64_t of, std::uint64_t sectors) const;

    // The loop: engine.cpp
    void readRoute();
    bool beginNextRange();
    void takeAnswers();
    void afterGood(std::uint64_t blocks);
    void finishBlock() {
        m_queue.finishBlock();
        ++m_blocksDone;
    }
    // Nothing before the current block has brought the head to it.
    [[nodiscard]] bool beginsRange() const { return m_queue.done() == 0 && !m_wayDue; }
    void interrupt();
    void interrupt(Interlude& interlude);
    bool drain() override;
    void bringHeadBack() override;
    void show(ScanPhase phase) override;
    void log(const ScanEvent& event) override { note(event); }
    bool sleep(Nanoseconds time) override { return m_queue.sleep(time); }
    [[nodiscard]] const std::stop_token& stop() const override { return m_stop; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    [[nodiscard]] ScanTime& time() override { return m_time; }
    [[nodiscard]] Lba position() const override { return m_status.position; }
    void finishStopped();
    void tellRoute();
    // What it meets is told of its own place, whatever it was read for.
    Alone readAlone(LbaSpan span, std::optional<ReadWay> way = {});
    // The same for a reading that is no part of the scan: what it meets is remembered until the scan comes
    // there.
    Alone readBeside(LbaSpan span, std::optional<ReadWay> way = {});
    void remember(const LbaSpan& span, const ReadAnswer& answer);
    bool settleMetBefore(std::uint64_t block);
    void endNoAnswerAt(LbaSpan span);

    // What the technician, the rules and the drive's own word make of it: engine_rules.cpp
    void heedRules();

    // Whether it is still the same drive: engine_identity.cpp
    void askWhoItIs();
    bool stillTheSame();
    void resolveChanged(std::uint64_t block);

    // What the scan is given besides the drive: engine_services.cpp
    void keep(Lba first, const ReadAnswer& answer);
    void nameLoad();
    bool foundElsewhere();
    void renewServices(bool elsewhere);
    [[nodiscard]] Disturbance disturbanceOf(const ReadAnswer& answer);
    // What the drive holds nothing of: engine_unmapped.cpp
    void askStored();
    [[nodiscard]] bool supportsUnmap() const {
        return drive().identity().rotating == false || drive().limits().supportsUnmap;
    }
    [[nodiscard]] bool isUnmapped(const LbaSpan& span, const ReadAnswer& answer) const;
    bool takeUnmapped(std::uint64_t block, const ReadAnswer& answer);
    void settleUnmapped(std::uint64_t block, Nanoseconds latency);
    // Several at the drive at once: engine_depth.cpp
    void sampleUnit();
    void chooseDepth();
    [[nodiscard]] Grader::GradeResult judgeAlone(const LbaSpan& span, Nanoseconds latency) const;

    // What a block has come to: engine_grades.cpp
    void takeGood(std::uint64_t block, const ReadAnswer& answer);
    bool layAtHand(std::uint64_t block, Nanoseconds& latency, Disturbance& disturbance, bool begins);
    void gradeGood(std::uint64_t block, Nanoseconds latency, Disturbance disturbance);
    void leaveUngraded(std::uint64_t block, Nanoseconds latency);
    void releaseHeld();
    void watchForStall();
    void markStalled(std::uint64_t block, Nanoseconds latency);
    void rememberStandstill(const LbaSpan& span, StandstillKind kind, bool again);
    [[nodiscard]] std::uint32_t standstillsAt(const LbaSpan& span) const;
    void endNoAnswer(std::uint64_t block);
    void recheckLater(std::uint64_t block, LbaSpan span, Grade grade, Nanoseconds latency, bool disturbed);
    [[nodiscard]] double turnsLate(Nanoseconds latency) const;

    // What failed, or took too long: engine_trouble.cpp
    void resolve(const DriveQueue::Trouble& trouble);
    void resolveLate(std::uint64_t block, const ReadAnswer& answer);
    struct Split;
    void resolveUnreadable(std::uint64_t block, const ReadAnswer& whole);
    bool readPiece(Split& split);
    bool tellPiece(Split& split, LbaSpan piece, const ReadAnswer& answer);
    void settleGaveUpEarly(const Split& split);
    bool isFinding(std::uint64_t block);
    [[nodiscard]] bool gaveUpEarly(const ReadAnswer& whole) const;
    [[nodiscard]] LedgerEntry failedOnce(LbaSpan span, const ReadAnswer& whole);
    void putOff(std::uint64_t block, const ReadAnswer& answer);
    [[nodiscard]] ReadAnswer answerPutOff(std::uint64_t block) const;
    void leaveRange(std::uint64_t block, Nanoseconds took, bool putOff);
    void resolveLinkFault(std::uint64_t block);
    void resolveGone(std::uint64_t block);
    void resolveInterrupted(std::uint64_t block);
    void waitUntilReady(std::uint64_t block);
    void settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first, Standing standing);
    bool goodBlockStillReads(std::uint64_t suspect);
    void giveUpOnBlock(std::uint64_t block);

    // Measuring again: engine_recheck.cpp
    void recheckDue(bool atEnd);
    bool lookAt(const Recheck& look, bool atEnd);
    Grader::GradeResult judgeAgain(const Recheck& look, Nanoseconds latency, std::optional<ReadWay> way);
    std::optional<Nanoseconds> usualAgain(std::uint64_t block, ReadWay way);
    [[nodiscard]] std::optional<ReadWay> pastCacheWay() const;
    void settleAgain(const Recheck& look, Standing standing, Nanoseconds latency);
    void splitAgain(const Recheck& look, const ReadAnswer& whole);
    void regradeUndisturbed(const Recheck& look, const ReadAnswer& answer, Grader::GradeResult graded);
    bool pushOutCache(const Recheck& look);

    // What is told: engine_progress.cpp
    void note(ScanEvent entry);
    void publish(ScanPhase phase);
    void publishNow(ScanPhase phase); // ledger and coverage too, whatever it costs
    void fillStatus(ScanPhase phase);
    [[nodiscard]] std::optional<Nanoseconds> timeLeft() const;

    [[nodiscard]] LbaSpan firstSectorsOf(std::uint64_t block) const;
    [[nodiscard]] LbaSpan preSeekSpan(std::uint64_t block) const;
    [[nodiscard]] std::optional<ReadWay> preSeekWay() const;
    [[nodiscard]] Drive& drive() { return m_queue.drive(); }
    [[nodiscard]] const Drive& drive() const { return m_queue.drive(); }
    [[nodiscard]] bool rotating() const { return drive().identity().rotating != false; }
    [[nodiscard]] bool carefully() const { return m_plan.asked.order == ScanOrder::careful; }

    SettledPlan m_plan;
    BlockGrid m_grid;
    AskedBlocks m_askedFor;
    std::uint64_t m_blocks;
    ScanFeed& m_feed;
    DriveQueue m_queue;
    ScanModel m_model;
    Clock& m_clock;
    std::stop_token m_stop;
    Grader m_grader;
    PaceCourse m_course;
    ScanServices m_services;
    ScanTime m_time;
    PauseGate& m_pause;
    // Between two blocks, in this order.
    TechnicianPause m_technician;
    TemperatureWatch m_temperature;
    VitalsWatch m_vitals;
    ImageSaving m_saving;
    TreatingAlong m_treating;
    LimitShortener m_limit;
    std::map<std::uint64_t, MetBefore> m_met;     // by block
    std::map<std::uint64_t, ReadAnswer> m_putOff; // what the blocks that failed as a whole were answered with
    Nanoseconds m_publishedAt{};                  // what the feed tells
    Nanoseconds m_loadNamed{};
    KnownSectorChooser m_known;    // sectors by which the drive is told again
    std::string m_serialAtFirst;   // as it said itself; empty where it does not tell
    StoredMap m_stored;            // by the drive's own word
    Nanoseconds m_quickestEmpty{}; // of the blocks that hold nothing
    Nanoseconds m_usualAlone{};    // what a block takes with nothing beside it; zero: as the baseline
    std::uint64_t m_lateAgain = 0; // blocks only late while disturbed, to be measured again
    Estimator m_estimator;
    StopRules m_rules;
    RecheckQueue m_rechecks;
    std::optional<bool> m_verifyBelieved;
    HandOver m_handsOver = HandOver::nothing;          // of what is read, with the answers
    std::map<std::uint64_t, Nanoseconds> m_usualAgain; // by region: what a sound block takes past the cache
    std::optional<bool> m_carryingDue;                 // absent: not known yet; false: not needed, or done
    bool m_again = false;                              // what is at the drive measures a block again
    ScanStatus m_status;
    EndReason m_ended = EndReason::running;

    std::unique_ptr<Route> m_route;
    std::uint64_t m_told = 0;  // of the blocks done, what the route knows of
    RangeResult m_news;        // of the range, not yet told to the route
    bool m_onlyAtHand = false; // all blocks of the range so far came faster than the medium gives them
    bool m_wayDue = false;     // so did all of the range that ended right before this one
    Nanoseconds m_preSeek{};   // what the sector before the range's first block took
    std::uint64_t m_blocksDone = 0;
    std::uint64_t m_blocksBefore = 0; // of those, done in earlier parts of the scan
    bool m_stallTold = false;

    struct HeldBlock {
        std::uint64_t block;
        Nanoseconds latency;
        Disturbance disturbance;
        bool begins = false; // a range, of which the first blocks may lie in the drive's cache
    };
    std::vector<HeldBlock> m_held;
    std::optional<std::uint64_t> m_lastGood; // a block that was read
    bool m_nothingReads = false;             // of what was asked for, as far as it was tried
    std::uint64_t m_bytesRead = 0;
    std::uint32_t m_linkFaultsInARow = 0;
    std::uint32_t m_interruptionsInARow = 0;
    Nanoseconds m_notReadyFor{};
    std::optional<std::uint64_t> m_droppedAt;
    int m_dropsHere = 0; // times the drive went away and came back at that block
    std::uint64_t m_stalls = 0;
    std::uint64_t m_factsVersion = 0;
    ScanFacts m_facts;
    Nanoseconds m_disturbanceTold{};
    // Good blocks since the estimator was last told: this range from here on.
    std::uint64_t m_observedFrom = 0;
    Nanoseconds m_observedTime{};
    bool m_observedClean = true;
};

} // namespace orbita
