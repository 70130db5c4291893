// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a span of a drive from its beginning to its end and writes down what it finds. Never writes to a
// drive.
#pragma once

#include "core/plate/baseline.h"
#include "core/scan/estimator.h"
#include "core/scan/feed.h"
#include "core/scan/pause_gate.h"

#include <stop_token>

namespace orbita {

class Engine {
public:
    // All references must outlive the engine. The plate is created here and handed to the feed.
    Engine(Drive& drive, const SettledPlan& plan, const GradeLimits& limits, PauseGate& pause,
           ScanFeed& feed);

    // Runs on the calling thread until the span is done or something ends the scan. A request to stop is
    // answered within 0.15 s of the drive's clock, whatever the drive does.
    Ended run(const std::stop_token& stop);

private:
    struct Trouble {
        std::uint64_t block;
        ReadAnswer answer;
    };
    // An answer, or nothing when the scan has ended meanwhile (m_ended says why).
    using Alone = std::optional<ReadAnswer>;

    void tellHowItIsReached();
    void measurePace();
    void readForward();
    void fill();
    void takeAnswers();
    void takeGood(std::uint64_t block, Nanoseconds latency);
    void watchForStall();
    void pauseIfAsked();
    void finishStopped();

    void resolve(const Trouble& trouble);
    void resolveLate(std::uint64_t block, Nanoseconds latency);
    void resolveUnreadable(std::uint64_t block, const Judged& judged);
    void resolveLinkFault(std::uint64_t block);
    void resolveGone(std::uint64_t block);
    bool settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first, bool confirmed);
    bool goodBlockStillReads(std::uint64_t suspect);
    void leaveBehind(std::uint64_t block);
    Alone readAlone(LbaSpan span, std::uint64_t block);

    void gradeGood(std::uint64_t block, Nanoseconds latency);
    void releaseHeld();
    void settleCell(std::uint64_t block, Grade grade, Nanoseconds latency,
                    Standing standing = Standing::once);
    void markStalled(std::uint64_t block, Nanoseconds latency);
    void endNoAnswer(std::uint64_t block);
    void note(TapeEntry entry);
    void publish(ScanPhase phase);
    [[nodiscard]] Nanoseconds elapsed() const;
    [[nodiscard]] double turnsLate(Nanoseconds latency) const;

    Drive& m_drive;
    SettledPlan m_plan;
    BlockGrid m_grid;
    std::uint64_t m_blocks;
    PauseGate& m_pause;
    ScanFeed& m_feed;
    Clock& m_clock;
    std::stop_token m_stop;
    std::shared_ptr<Plate> m_plate;
    Grader m_grader;
    Estimator m_estimator;
    ScanStatus m_status;
    Ended m_ended = Ended::running;

    // Reading ahead: blocks before m_done are dealt with, those before m_sent have been queued.
    std::uint64_t m_sent = 0;
    std::uint64_t m_done = 0;
    std::size_t m_outstanding = 0; // queued and not come back
    bool m_rewind = false;         // some came back unsent: queue anew from m_done when all are back
    std::size_t m_window;
    std::vector<ReadRequest> m_requests;
    std::vector<ReadAnswer> m_answers;
    std::optional<Trouble> m_trouble;
    Nanoseconds m_atDriveSince{}; // when the command now at the drive was sent, as far as can be known
    bool m_stallTold = false;

    struct Held {
        std::uint64_t block;
        Nanoseconds latency;
    };
    std::vector<Held> m_held;
    std::optional<std::uint64_t> m_lastGood; // a block that was read
    std::uint32_t m_linkFaultsInARow = 0;
    std::optional<std::uint64_t> m_droppedAt;
    int m_dropsHere = 0; // times the drive went away and came back at that block
    Nanoseconds m_began{};
    Nanoseconds m_pausedFor{};
    // Good blocks since the estimator was last told.
    std::uint64_t m_observedFrom = 0;
    Nanoseconds m_observedTime{};
    bool m_observedClean = true;
    // For the pace now.
    Nanoseconds m_paceSince{};
    std::uint64_t m_paceFrom = 0;
};

} // namespace orbita
