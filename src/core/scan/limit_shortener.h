// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/event_log.h"
#include "core/scan/scan_services.h"

namespace orbita {

// While there are easier places, a drive is not to wear itself out over a hard one: it is told to give up
// sooner, and has its own setting back for the hard ones and at the end.
class LimitShortener {
public:
    // `setting`: null where there is none to be had. `limit`: after how long the drive is to give up; 0: it
    // is never told anything.
    LimitShortener(std::shared_ptr<ErrorRecoveryLimit> setting, Nanoseconds limit)
        : m_setting(std::move(setting)), m_limit(limit) {}

    // Has the drive give up sooner, or try as long as it likes. What is to be told of it, where it is news.
    std::optional<ScanEvent> set(bool shorter, const std::stop_token& stop);
    std::optional<ScanEvent> restore(const std::stop_token& stop);
    // A reset has put the drive's own setting back.
    void forget() { m_shorter.reset(); }
    // The drive came back: what it refused then, it may take now.
    void tryAgain() { m_refused = false; }
    // It is reached through this from here on; what it was told before is not put back by this.
    void reachThrough(std::shared_ptr<ErrorRecoveryLimit> setting) { m_setting = std::move(setting); }

    [[nodiscard]] bool inForce() const { return m_shorter == true; }
    // How long the drive was told to try when it last was; 0: as long as it likes, or it gives up sooner
    // anyway.
    [[nodiscard]] Nanoseconds limit() const { return m_told; }

private:
    std::shared_ptr<ErrorRecoveryLimit> m_setting;
    Nanoseconds m_limit;
    Nanoseconds m_told{};
    std::optional<bool> m_shorter; // absent: not tried, or not known
    bool m_refused = false;
};

} // namespace orbita
