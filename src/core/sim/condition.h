// SPDX-License-Identifier: GPL-3.0-or-later
// What a simulated drive knows of itself: counters, logs and self-tests. Shared by all links to one drive;
// safe to use from several threads. Its knowledge follows from what is read of its surface, and lags behind
// it as a real drive's does: a sector that nobody has read since it went bad is not known to be bad.
#pragma once

#include "core/base/mutex.h"
#include "core/drive/writable_medium.h"
#include "core/sim/surface.h"

#include <atomic>
#include <map>
#include <set>

namespace orbita::sim {

class Condition final : public WritableMedium {
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

    // By the session's host alone. Requires whole sectors, inside the drive.
    Result<void> write(const LbaSpan& span, std::span<const std::byte> contents) override;
    // Puts what was written since the story began over `bytes`, the contents of the sectors from `first` on.
    void readWritten(Lba first, std::span<std::byte> bytes) const;

    // The latest moment that any link has told of: where a new link's time begins.
    [[nodiscard]] Nanoseconds latest();
    [[nodiscard]] unsigned extendedTestMinutes() const;

private:
    void advance(Nanoseconds now) REQUIRES(m_mutex);
    [[nodiscard]] std::optional<Lba> firstUnreadable(const LbaSpan& span) const REQUIRES(m_mutex);

    mutable Mutex m_mutex;
    std::atomic<std::uint32_t> m_recoveryLimitMs = 0;
    const Scenario m_scenario;
    State m_state GUARDED_BY(m_mutex);
    std::set<std::uint64_t> m_pending GUARDED_BY(m_mutex);
    std::map<std::uint64_t, std::vector<std::byte>> m_written GUARDED_BY(m_mutex); // by sector
    std::uint64_t m_readBytes GUARDED_BY(m_mutex) = 0;                             // since the story began
    Nanoseconds m_latest GUARDED_BY(m_mutex){};
    Nanoseconds m_testBegan GUARDED_BY(m_mutex){};
    Nanoseconds m_testLasts GUARDED_BY(m_mutex){};
    std::optional<Lba> m_testFails GUARDED_BY(m_mutex);
};

} // namespace orbita::sim
