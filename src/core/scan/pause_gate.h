// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/mutex.h"

#include <atomic>
#include <condition_variable>
#include <stop_token>

namespace orbita {

// Where a scan waits while it is paused.
class PauseGate {
public:
    void close() { m_closed = true; }
    void open() {
        {
            const MutexLock lock(m_mutex);
            m_closed = false;
        }
        m_opened.notify_all();
    }
    [[nodiscard]] bool closed() const { return m_closed; }
    // Returns when the gate is open or a stop is requested.
    void wait(const std::stop_token& stop) {
        MutexLock lock(m_mutex);
        m_opened.wait(lock, stop, [this] { return !m_closed; });
    }

private:
    std::atomic<bool> m_closed = false;
    Mutex m_mutex;
    std::condition_variable_any m_opened;
};

} // namespace orbita
