// SPDX-License-Identifier: GPL-3.0-or-later
// Keeps a running scan on disk, so that a crash of the computer loses seconds, not hours.
#pragma once

#include "core/base/mutex.h"
#include "core/scan/session.h"
#include "core/target/target.h"

#include <atomic>
#include <condition_variable>
#include <functional>
#include <thread>

namespace orbita {

// Keeps the present state of one scan, again and again, and says where. Made on one thread, used and
// destroyed on another.
using ScanKeeper = std::function<Result<std::string>(const ScanRecord&)>;

// In the file at `path`, replaced as a whole. A place on the drive under test is refused.
ScanKeeper keepInFile(std::string path, const Target& target);
// In the casebook at `path`; of the plate, only what changed is written. Refused where it lies on the drive
// under test.
ScanKeeper keepInCasebook(std::string path, const Target& target);

// Refused where the casebook lies on the drive under test.
Result<void> casebookMayKeep(const std::string& path, const Target& target);

// Saves at once, then every 2 seconds, then once more when the scan has ended, on a thread of its own.
class Autosave {
public:
    // `session` must outlive this.
    // `firstKept` is told once the first save has been tried.
    Autosave(const ScanSession& session, ScanKeeper keeper, std::shared_ptr<FirstKept> firstKept = {});
    // Saves what there is, then ends.
    ~Autosave() = default;
    Autosave(const Autosave&) = delete;
    Autosave& operator=(const Autosave&) = delete;

    // Has the last save made and waits for it. What place() and error() say from then on is the last word.
    void finish();

    // The last save has been made.
    [[nodiscard]] bool over() const { return m_over; }
    // Where the scan is kept, as it was when it was last to be; empty where it is not.
    [[nodiscard]] std::string place() const;
    // Why the latest attempt failed; it is tried again.
    [[nodiscard]] std::optional<Error> error() const;

private:
    void run(const std::stop_token& stop);

    const ScanSession& m_session;
    mutable Mutex m_mutex;
    ScanKeeper m_keeper;
    std::shared_ptr<FirstKept> m_firstKept;
    std::string m_place GUARDED_BY(m_mutex);
    std::optional<Error> m_error GUARDED_BY(m_mutex);
    std::condition_variable_any m_wake;
    std::atomic<bool> m_over = false;
    std::jthread m_thread;
};

} // namespace orbita
