// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/casebook_keeper.h"

#include "report/words.h"
#include "store/treatments.h"

#include <future>

namespace orbita::app {

CasebookKeeper::CasebookKeeper(std::string path, Task prepare, QObject* parent)
    : QObject(parent)
    , m_path(std::move(path))
    , m_forgotten(m_path == ":memory:" ? std::make_unique<QTemporaryDir>() : nullptr)
    , m_actionLog(actionLogBeside(
          m_forgotten ? m_forgotten->filePath(QStringLiteral("casebook.db")).toStdString() : m_path))
    , m_thread([this, prepare = std::move(prepare)](const std::stop_token& stop) { run(stop, prepare); }) {}

CasebookKeeper::~CasebookKeeper() {
    m_thread.request_stop();
    m_wake.notify_all();
    m_thread.join();
}

void CasebookKeeper::post(Task task) {
    const MutexLock lock(m_mutex);
    m_tasks.push_back(std::move(task));
    m_wake.notify_all();
}

std::string CasebookKeeper::treatments() const {
    return treatmentsFolder(m_forgotten ? m_forgotten->filePath(QStringLiteral("casebook.db")).toStdString()
                                        : m_path);
}

bool CasebookKeeper::idle() const {
    const MutexLock lock(m_mutex);
    return m_tasks.empty();
}

ScanKeeper CasebookKeeper::scanKeeper(const Target& target) {
    struct Kept {
        PlateEncoder encoder;
        std::int64_t scan = 0;
        bool forgotten = false; // it lasts no longer than the program
    };
    // Used by one task at a time: the thread that keeps the scan waits for each.
    return [this, target, kept = std::make_shared<Kept>()](const ScanRecord& record) -> Result<std::string> {
        const bool inMemory = m_path == ":memory:";
        if (auto place = casebookMayKeep(m_path, target); !place)
            return tl::unexpected(std::move(place.error()));
        auto answer = std::make_shared<std::promise<Result<std::int64_t>>>();
        auto waiting = answer->get_future();
        post([answer = std::move(answer), kept, record](Casebook& casebook) {
            auto scan = casebook.keepScan(kept->scan, record, kept->encoder);
            kept->forgotten = casebook.isTemporary();
            answer->set_value(std::move(scan));
        });
        // The answer goes with the last task that could give it, where there is no casebook.
        waiting.wait();
        try {
            const auto scan = waiting.get();
            if (!scan)
                return tl::unexpected(scan.error());
            kept->scan = *scan;
        } catch (const std::future_error&) {
            return tl::unexpected(Error{Error::Kind::unusable, "keeping the scan in", m_path,
                                        "the casebook is not open",
                                        "Export the scan to a file before closing."});
        }
        return inMemory          ? tr("the demonstration's casebook, until it ends").toStdString()
               : kept->forgotten ? tr("memory only, until Orbita ends: export it").toStdString()
                                 : tr("the casebook").toStdString();
    };
}

QString CasebookKeeper::error() const {
    const MutexLock lock(m_mutex);
    return m_error;
}

void CasebookKeeper::report(const Error& error) {
    const QString message = words::error(error);
    {
        const MutexLock lock(m_mutex);
        m_error = message;
    }
    emit failed(message);
}

void CasebookKeeper::run(const std::stop_token& stop, const Task& prepare) {
    auto casebook = Casebook::open(m_path);
    m_lasts = casebook && !(*casebook)->isTemporary();
    if (!casebook)
        report(casebook.error());
    else if ((*casebook)->isTemporary())
        report(casebookIsForgotten(m_path));
    if (casebook && prepare)
        prepare(**casebook);
    MutexLock lock(m_mutex);
    for (;;) {
        m_wake.wait(lock, stop, [this]() REQUIRES(m_mutex) { return !m_tasks.empty(); });
        if (m_tasks.empty())
            return; // asked to stop, and all is written
        {
            const Task task = std::move(m_tasks.front());
            lock.unlock();
            if (casebook)
                task(**casebook);
        }
        lock.lock();
        m_tasks.pop_front();
    }
}

} // namespace orbita::app
