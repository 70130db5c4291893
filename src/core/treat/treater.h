// SPDX-License-Identifier: GPL-3.0-or-later
// Treats one spot after the other: reads again, and writes what the ladder says, each time after it was made
// durable in the journal, checks from the medium, and finds out from the drive's counters what it did. Stops
// by itself where treatment does more harm than good.
#pragma once

#include "core/treat/journal.h"
#include "core/treat/treated_drive.h"

#include <functional>
#include <stop_token>

namespace orbita {

enum class TreatmentPhase : std::uint8_t { beginning, treating, readingAround, lookingAgain, ended };

// Where it stands; what a viewer sees.
struct TreatmentProgress {
    TreatmentPhase phase = TreatmentPhase::beginning;
    std::size_t spot = 0;                  // of the plan's, under treatment
    std::vector<SpotResult> results;       // in order of treatment
    std::vector<TreatmentStepTaken> steps; // the latest, at most mostStepsShown
    std::size_t stepsTaken = 0;            // since this began
    std::vector<LbaSpan> newDefects;       // met while reading around
    std::optional<SectorCounters> before;
    std::optional<SectorCounters> now;
    std::optional<int> temperature;
    std::optional<TreatmentStop> stop;
    std::optional<Error> error; // that stopped it
    Nanoseconds elapsed{};
    static constexpr std::size_t mostStepsShown = 200;
};

class Treater {
public:
    using Tell = std::function<void(const TreatmentProgress&)>;

    // `told`: of the same journal, where an interrupted treatment goes on. `tell`: after each step.
    Treater(TreatedDrive& drive, TreatmentJournal& journal, TreatmentPlan plan, JournalTold told, Tell tell,
            std::function<std::int64_t()> secondsNow);

    // Returns when all is treated, or at the first sign against going on; both stand in the journal.
    const TreatmentProgress& run(const std::stop_token& stop);

private:
    struct Work; // one spot's state, contents and what is known of them

    void begin();
    void treatAll();
    void treat(const Spot& spot);
    enum class Found : std::uint8_t { unreadable, asSaved, whatItHeld, aSpare, somethingElse };
    static Found foundOf(const SavedSpot& saved, const SpotRead& now, std::uint32_t logicalBytes);
    void takeUpAgain(Work& work, const SavedSpot& saved);
    void doRead(Work& work, TryHow how);
    static SavedSpot savedOf(const Work& work, WriteKind kind);
    void doWrite(Work& work, WriteKind kind);
    void doCheck(Work& work);
    void conclude(Work& work);
    void readAround(const std::vector<Spot>& patch);
    void lookAgain();
    void settleNames();
    void watch();

    SpotRead lone(const LbaSpan& span, bool fromMedium);
    void merge(Work& work, const LbaSpan& span, const SpotRead& read);
    Nanoseconds latestInTime(const LbaSpan& span, bool fromMedium);
    void seekAway(const LbaSpan& from);
    std::optional<SectorCounters> ask();
    TreatmentResult nameOf(const Work& work, const SectorCounters* before);
    void step(const LbaSpan& span, std::string did, std::string came, Nanoseconds latency,
              std::string words = {});
    void keep(const SpotResult& result);
    [[nodiscard]] bool isAmongSpots(const LbaSpan& span) const;
    [[nodiscard]] bool isPlanned(const LbaSpan& span) const;
    void halt(TreatmentStop stop, std::optional<Error> error = {});
    void haltWhereGone(Outcome outcome);
    bool stopped();
    // Nothing is asked of the drive once it is halted.
    SpotRead readDrive(const LbaSpan& span);
    SpotRead checkDrive(const LbaSpan& span);
    void tellViewers();

    TreatedDrive& m_drive;
    TreatmentJournal& m_journal;
    TreatmentPlan m_plan;
    JournalTold m_told;
    Tell m_tell;
    std::function<std::int64_t()> m_secondsNow;
    std::stop_token m_stop;
    std::optional<TreatmentStop> m_halt;
    TreatmentProgress m_progress;
    Nanoseconds m_began{};
    struct Usual {
        Lba near;
        SectorCount sectors;
        bool fromMedium = false;
        Nanoseconds limit{};
    };
    std::vector<Usual> m_usual;
    std::optional<SectorCounters> m_openBefore; // before the first of those that are not named yet
    std::vector<Lba> m_open;
    bool m_countsMixed = false; // others were written to since, whose changes are known, or were none
    bool m_remapSeen = false;   // its counts have told of one, in the time that they are given
    unsigned m_untold = 0;      // spots in a row of which they told nothing
    unsigned m_refusals = 0;    // spots in a row that were not taken
    std::uint64_t m_worse = 0;
};

} // namespace orbita
