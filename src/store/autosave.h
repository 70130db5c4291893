// SPDX-License-Identifier: GPL-3.0-or-later
// Keeps a running scan on disk, so that a crash of the computer loses seconds, not hours.
#pragma once

#include "core/scan/session.h"
#include "core/target/target.h"

namespace orbita {

// Where scans are kept unless told otherwise: $XDG_DATA_HOME/orbita/scans. Created by autosaving.
std::string scanFolder();
// A file name for a scan of `drive` begun at `startedAt`: from serial (else model) and time.
std::string scanFileName(const DriveIdentity& drive, std::int64_t startedAt);

// Saves at once, then every 2 seconds, then once more when the scan has ended, on a thread of its own.
class Autosave {
public:
    // `session` must outlive this. `path` empty: a file of its own in scanFolder(). A place on the drive
    // under test is refused, and nothing saved.
    Autosave(const ScanSession& session, Target target, std::string path = {});
    // Saves what there is, then ends.
    ~Autosave() = default;
    Autosave(const Autosave&) = delete;
    Autosave& operator=(const Autosave&) = delete;

    // Where the scan is kept; empty until it is.
    [[nodiscard]] std::string path() const;
    // Why the latest attempt failed; it is tried again.
    [[nodiscard]] std::optional<Error> error() const;

private:
    void run(const std::stop_token& stop);
    Result<void> choosePath(const ScanRecord& record);

    const ScanSession& m_session;
    Target m_target;
    mutable std::mutex m_mutex;
    std::string m_wanted;
    std::string m_path;
    std::optional<Error> m_error;
    std::condition_variable_any m_wake;
    std::jthread m_thread;
};

} // namespace orbita
