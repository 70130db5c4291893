// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook on a thread of its own: a disk that hangs holds up no window.
#pragma once

#include "core/base/mutex.h"
#include "store/autosave.h"
#include "store/casebook.h"

#include <QObject>
#include <QTemporaryDir>
#include <atomic>
#include <condition_variable>
#include <deque>
#include <functional>
#include <thread>

namespace orbita::app {

class CasebookKeeper final : public QObject {
    Q_OBJECT
public:
    // Opens the casebook at `path` on the keeper's thread and, where given, prepares it there.
    using Task = std::function<void(Casebook&)>;
    explicit CasebookKeeper(std::string path, Task prepare = {}, QObject* parent = nullptr);
    ~CasebookKeeper() override; // waits until what was posted is written

    // Does nothing where the casebook could not be opened; see error().
    void post(Task task);
    // Everything that was posted is done.
    [[nodiscard]] bool idle() const;
    // Keeps one scan in this casebook. Must not be used after the keeper has gone.
    [[nodiscard]] ScanKeeper scanKeeper(const Target& target);
    // Why nothing is kept, in words for the window; empty if all is well.
    [[nodiscard]] QString error() const;
    // False where nothing outlasts the program: the casebook could not be opened, or cannot be written. Known
    // from the first failed() on.
    [[nodiscard]] bool lasts() const { return m_lasts; }
    [[nodiscard]] const std::string& path() const { return m_path; }
    // Where what is done to drives is written down: beside the casebook, and forgotten with it.
    [[nodiscard]] const std::string& actionLog() const { return m_actionLog; }
    // The folder of the journals of treatments, likewise.
    [[nodiscard]] std::string treatments() const;

    // For tasks: reports what went wrong.
    void report(const Error& error);

signals:
    void failed(const QString& message);

private:
    void run(const std::stop_token& stop, const Task& prepare);

    std::string m_path;
    std::unique_ptr<QTemporaryDir> m_forgotten; // of a casebook that is
    std::string m_actionLog;
    mutable Mutex m_mutex;
    std::condition_variable_any m_wake;
    std::deque<Task> m_tasks GUARDED_BY(m_mutex); // the first until it is done
    QString m_error GUARDED_BY(m_mutex);
    std::atomic<bool> m_lasts = true;
    std::jthread m_thread;
};

} // namespace orbita::app
