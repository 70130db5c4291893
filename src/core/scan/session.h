// SPDX-License-Identifier: GPL-3.0-or-later
// One scan from opening the drive to its end, on a thread of its own.
#pragma once

#include "core/base/mutex.h"
#include "core/scan/engine.h"
#include "core/scan/pause_gate.h"
#include "core/scan/record.h"

#include <functional>
#include <thread>

namespace orbita {

// Opens the drive to be scanned. Called on the scan's thread; must return soon after a stop is requested.
using DriveOpener = std::function<Result<std::unique_ptr<Drive>>(const std::stop_token&)>;

// What a person asked for, made a plan once it is known which drive answers: spans in percent, partitions.
// Called on the scan's thread.
using Planner = std::function<Result<ScanPlan>(const DriveIdentity&)>;

class ScanSession {
public:
    // Starts at once. Why it could not begin is told by feed().error().
    ScanSession(DriveOpener opener, const ScanPlan& plan, ScanServices services = {},
                const GradeLimits& limits = {});
    ScanSession(DriveOpener opener, Planner planner, ScanServices services = {},
                const GradeLimits& limits = {});
    // Goes on with a scan that was broken off. `plan` as planToContinue() made it; its rules may differ.
    ScanSession(DriveOpener opener, const ScanPlan& plan, ScanRecord earlier, ScanServices services = {});
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
    [[nodiscard]] ScanRecord record() const;
    // True while what was read is still being written to the image, also after the scan was stopped. Letting
    // the session go then leaves the rest unsaved: it counts as missing from the image.
    [[nodiscard]] bool saving() const;

private:
    void run(const std::stop_token& stop);
    void scan(const std::stop_token& stop);
    Result<void> openImage(const SettledPlan& plan, const DriveIdentity& identity,
                           const std::stop_token& stop);

    DriveOpener m_opener;
    Planner m_planner;
    std::optional<ScanRecord> m_earlier;
    ScanServices m_services;
    GradeLimits m_limits;
    std::int64_t m_startedAt;
    TreatmentLayer m_treatments; // of the earlier scan that this one goes on with; nobody changes it
    Error m_lackOfMemory;        // what there is to say then
    ScanFeed m_feed;
    PauseGate m_pause;
    mutable Mutex m_imageMutex;
    std::shared_ptr<ImageWriter> m_image GUARDED_BY(m_imageMutex);
    std::jthread m_thread; // last: stops and joins before the rest goes
};

} // namespace orbita
