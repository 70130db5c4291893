// SPDX-License-Identifier: GPL-3.0-or-later
// A mutex that the compiler knows: what a lock guards says so where it is declared, and clang refuses a build
// in which it is touched without (-Wthread-safety). Other compilers read the words and pass over them.
#pragma once

#include <mutex>

#ifdef __clang__
#define ORBITA_THREADS(words) __attribute__((words))
#else
#define ORBITA_THREADS(words)
#endif
// Of a member: only touched while `mutex` is held.
#define GUARDED_BY(mutex) ORBITA_THREADS(guarded_by(mutex))
// Of a function, or of the condition that a thread waits for: called while `mutex` is held.
#define REQUIRES(mutex) ORBITA_THREADS(requires_capability(mutex))

namespace orbita {

class ORBITA_THREADS(capability("mutex")) Mutex {
public:
    void lock() ORBITA_THREADS(acquire_capability()) { m_mutex.lock(); }
    void unlock() ORBITA_THREADS(release_capability()) { m_mutex.unlock(); }

private:
    std::mutex m_mutex;
};

// Holds it until the end of the scope; may let go of it meanwhile. Waiting for something else, with a
// std::condition_variable_any, is waiting with this.
class ORBITA_THREADS(scoped_lockable) MutexLock {
public:
    explicit MutexLock(Mutex& mutex) ORBITA_THREADS(acquire_capability(mutex)) : m_mutex(mutex) {
        mutex.lock();
    }
    ~MutexLock() ORBITA_THREADS(release_capability()) {
        if (m_holds)
            m_mutex.unlock();
    }
    MutexLock(const MutexLock&) = delete;
    MutexLock& operator=(const MutexLock&) = delete;

    void lock() ORBITA_THREADS(acquire_capability()) {
        m_mutex.lock();
        m_holds = true;
    }
    void unlock() ORBITA_THREADS(release_capability()) {
        m_holds = false;
        m_mutex.unlock();
    }

private:
    Mutex& m_mutex;
    bool m_holds = true;
};

} // namespace orbita
