// SPDX-License-Identifier: GPL-3.0-or-later
// What a simulated drive knows of itself: counters, logs and self-tests. Shared by all links to one drive;
// safe to use from several threads. Its knowledge follows from what is read of its surface, and lags behind
// it as a real drive's does: a sector that nobody has read since it went bad is not known to be bad.
#pragma once

#include "core/base/mutex.h"
#include "core/sim/medium.h"
#include "core/sim/surface.h"

#include <atomic>
#include <deque>
#include <map>
#include <set>

namespace orbita::sim {

class Condition {
public:
    explicit Condition(const Scenario& scenario);

    enum class TestKind : std::uint8_t { shortTest, extended, conveyance, selective };
    enum class TestResult : std::uint8_t { passed, aborted, failedRead, running };
    struct Test {
        TestKind kind = TestKind::shortTest;
        TestResult result = TestResult::passed;
        std::uint64_t hours = 0;
        std::optional<Lba> failingLba;
    };
    struct FailedRead {
        Lba lba;
        std::uint64_t hours = 0;
    };
    // Everything at one moment.
    struct State {
        HealthStory health;       // counters as they stand now
        std::vector<Lba> pending; // ascending: first sectors of physical sectors known to be unreadable
        std::uint64_t pendingSectors = 0;
        std::vector<Lba> grown; // ascending: first sectors of those replaced since the story began
        std::vector<FailedRead> failedReads; // latest first, at most 20
        std::uint64_t failedReadCount = 0;
        std::vector<Test> tests; // latest first, at most 20; the running one, if any, is the first
        bool testRunning = false;
        double testDone = 0;
        LbaSpan selectiveSpan{};
    };

    // `now` counts from when the drive was powered.
    [[nodiscard]] State state(Nanoseconds now);
    void noteRead(const LbaSpan& span, const ReadEvent& event, std::uint32_t logicalBytes, Nanoseconds now);
    // False where one is running already.
    bool startTest(TestKind kind, Nanoseconds now);
    void setSelectiveSpan(const LbaSpan& span);
    void abortTest(Nanoseconds now);
    void setWatching(bool watching);
    // How long the drive tries to read a sector, in milliseconds; 0: as long as it likes. Until it is reset.
    [[nodiscard]] std::uint32_t recoveryLimitMs() const { return m_recoveryLimitMs; }
    void setRecoveryLimitMs(std::uint32_t ms) { m_recoveryLimitMs = ms; }
    [[nodiscard]] Nanoseconds recoveryLimit() const {
        return std::chrono::milliseconds{m_recoveryLimitMs.load()};
    }

    [[nodiscard]] Medium& medium() { return m_medium; }
    // By one session at a time, for writing. False where another one has it.
    bool take() { return !m_taken.exchange(true); }
    void giveBack() { m_taken = false; }
    // As if the computer had mounted it there; empty: nowhere.
    void setMountedAt(const std::string& where);
    [[nodiscard]] std::string mountedAt() const;
    // What was learnt by writing; its counts tell of it when they do.
    void noteWritten(const std::vector<WriteEffect>& effects, std::uint64_t bytes, Nanoseconds now);

    // The latest moment that any link has told of: where a new link's time begins.
    [[nodiscard]] Nanoseconds latest();
    [[nodiscard]] unsigned extendedTestMinutes() const;

private:
    void advance(Nanoseconds now) REQUIRES(m_mutex);
    void tell(const WriteEffect& effect) REQUIRES(m_mutex);
    [[nodiscard]] std::optional<Lba> firstUnreadable(const LbaSpan& span, Nanoseconds now) const;

    Medium m_medium;
    std::atomic<bool> m_taken = false;
    mutable Mutex m_mutex;
    std::atomic<std::uint32_t> m_recoveryLimitMs = 0;
    const Scenario m_scenario;
    State m_state GUARDED_BY(m_mutex);
    std::set<std::uint64_t> m_pending GUARDED_BY(m_mutex);
    // What its counts do not tell yet, with when they will.
    std::deque<std::pair<Nanoseconds, WriteEffect>> m_untold GUARDED_BY(m_mutex);
    std::set<std::uint64_t> m_grown GUARDED_BY(m_mutex);
    std::string m_mountedAt GUARDED_BY(m_mutex);
    std::uint64_t m_writtenBytes GUARDED_BY(m_mutex) = 0; // since the story began
    std::uint64_t m_readBytes GUARDED_BY(m_mutex) = 0;    // since the story began
    Nanoseconds m_latest GUARDED_BY(m_mutex){};
    Nanoseconds m_testBegan GUARDED_BY(m_mutex){};
    Nanoseconds m_testLasts GUARDED_BY(m_mutex){};
    std::optional<Lba> m_testFails GUARDED_BY(m_mutex);
};

} // namespace orbita::sim
