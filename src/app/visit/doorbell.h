// SPDX-License-Identifier: GPL-3.0-or-later
// How other threads tell the interface's that something lies in the mailbox: nobody looks into it in vain.
#pragma once

#include "core/base/mutex.h"

#include <QObject>
#include <functional>

namespace orbita::app {

// Kept by whoever answers, in the interface's thread, and by those who ring, which may outlive it.
class Doorbell {
public:
    // Has `answer` called in the thread of `listener` after each ring; once for several.
    Doorbell(QObject* listener, std::function<void()> answer)
        : m_listener(listener), m_answer(std::move(answer)) {}

    // From any thread, at any time.
    void ring() {
        const MutexLock lock(m_mutex);
        if (m_listener == nullptr || m_rung)
            return;
        m_rung = true;
        // What is queued for a listener goes with it.
        QMetaObject::invokeMethod(
            m_listener,
            [this] {
                {
                    const MutexLock taking(m_mutex);
                    m_rung = false;
                }
                m_answer();
            },
            Qt::QueuedConnection);
    }
    // By the listener before it goes: nothing rings any more.
    void unplug() {
        const MutexLock lock(m_mutex);
        m_listener = nullptr;
    }

private:
    Mutex m_mutex;
    QObject* m_listener GUARDED_BY(m_mutex);
    bool m_rung GUARDED_BY(m_mutex) = false;
    const std::function<void()> m_answer;
};

} // namespace orbita::app
