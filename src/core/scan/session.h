// SPDX-License-Identifier: GPL-3.0-or-later
// One scan from opening the drive to its end, on a thread of its own.
#pragma once

#include "core/scan/pause_gate.h"
#include "core/scan/record.h"

#include <functional>
#include <thread>

namespace orbita {

// Opens the drive to be scanned. Called on the scan's thread; must return soon after a stop is requested.
using DriveOpener = std::function<Result<std::unique_ptr<Drive>>(const std::stop_token&)>;

class ScanSession {
public:
    // Starts at once. Why it could not begin is told by feed().error().
    ScanSession(DriveOpener opener, const ScanPlan& plan, const GradeLimits& limits = {});
    // Stops, and returns within 0.2 s whatever the drive does.
    ~ScanSession() = default;

    ScanSession(const ScanSession&) = delete;
    ScanSession& operator=(const ScanSession&) = delete;

    // All three return at once; the feed tells when it has happened.
    void pause() { m_pause.close(); }
    void resume() { m_pause.open(); }
    void stop() { m_thread.request_stop(); }
    // Returns when the scan has ended: within 0.2 s whatever the drive does.
    void stopAndWait() {
        m_thread.request_stop();
        if (m_thread.joinable())
            m_thread.join();
    }

    [[nodiscard]] const ScanFeed& feed() const { return m_feed; }
    [[nodiscard]] bool ended() const { return m_feed.status().phase == ScanPhase::ended; }
    [[nodiscard]] ScanRecord record() const { return recordOf(m_feed, m_startedAt, m_limits); }

private:
    void run(const std::stop_token& stop);

    DriveOpener m_opener;
    ScanPlan m_plan;
    GradeLimits m_limits;
    std::int64_t m_startedAt;
    ScanFeed m_feed;
    PauseGate m_pause;
    std::jthread m_thread; // last: stops and joins before the rest goes
};

} // namespace orbita
