// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/autosave.h"

#include "core/base/memory.h"
#include "store/casebook.h"
#include "store/scan_file.h"

namespace orbita {

namespace {
constexpr std::uint64_t roomToKeepIn = 48U << 20U; // the casebook's libraries, and the plate packed
constexpr auto interval = std::chrono::seconds{2};
constexpr auto lookInterval = std::chrono::milliseconds{100};
constexpr auto firstLookInterval = std::chrono::milliseconds{5};
} // namespace

ScanKeeper keepInFile(std::string path, const Target& target) {
    return [path = std::move(path), target,
            encoder = std::make_shared<PlateEncoder>()](const ScanRecord& record) -> Result<std::string> {
        if (auto saved = saveFile(path, scanToJson(record, *encoder), rulesFor(target)); !saved)
            return tl::unexpected(std::move(saved.error()));
        return path;
    };
}

Result<void> casebookMayKeep(const std::string& path, const Target& target) {
    if (path == ":memory:")
        return {};
    auto place = judgePlace(path, rulesFor(target, PlaceFor::record));
    if (place)
        return {};
    // A folder that is not there yet is on what it will be made on; one that cannot be written holds a copy
    // in memory.
    if (place.error().kind != Error::Kind::refusedUnsafe)
        return {};
    return tl::unexpected(std::move(place.error()));
}

ScanKeeper keepInCasebook(std::string path, const Target& target) {
    struct Kept {
        std::unique_ptr<Casebook> casebook;
        PlateEncoder encoder;
        std::int64_t scan = 0;
    };
    return [path = std::move(path), target,
            kept = std::make_shared<Kept>()](const ScanRecord& record) -> Result<std::string> {
        if (auto place = casebookMayKeep(path, target); !place)
            return tl::unexpected(std::move(place.error()));
        if (!kept->casebook) {
            auto opened = Casebook::open(path);
            if (!opened)
                return tl::unexpected(std::move(opened.error()));
            kept->casebook = std::move(*opened);
        }
        if (kept->casebook->isTemporary())
            return tl::unexpected(casebookIsForgotten(path));
        auto scan = kept->casebook->keepScan(kept->scan, record, kept->encoder);
        if (!scan)
            return tl::unexpected(std::move(scan.error()));
        kept->scan = *scan;
        return path;
    };
}

Autosave::Autosave(const ScanSession& session, ScanKeeper keeper, std::shared_ptr<FirstKept> firstKept)
    : m_session(session)
    , m_keeper(std::move(keeper))
    , m_firstKept(std::move(firstKept))
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

void Autosave::finish() {
    m_thread.request_stop();
    if (m_thread.joinable())
        m_thread.join();
}

std::string Autosave::place() const {
    const MutexLock lock(m_mutex);
    return m_place;
}

std::optional<Error> Autosave::error() const {
    const MutexLock lock(m_mutex);
    return m_error;
}

namespace {

// Where there is no memory for the words either, it is told the next time.
std::optional<Result<std::string>> notKept(const char* why, const char* advice) {
    try {
        return tl::unexpected(Error{Error::Kind::systemFailure, "keeping the scan", {}, why, advice});
    } catch (const std::bad_alloc&) {
        return std::nullopt;
    }
}

} // namespace

void Autosave::run(const std::stop_token& stop) {
    const ScanKeeper keeper = std::move(m_keeper); // ends with this thread
    const auto save = [&] {
        const auto saved = [&]() -> std::optional<Result<std::string>> {
            try {
                const ScanRecord record = m_session.record();
                if (!record.plate) // nothing has been opened
                    return std::nullopt;
                if (!memoryIsThere(roomToKeepIn))
                    throw std::bad_alloc();
                return keeper(record);
            } catch (const std::bad_alloc&) {
                return notKept("there is not enough memory",
                               "It is tried again. End other programs to make room.");
            } catch (const std::exception& error) {
                return notKept(error.what(), "It is tried again.");
            }
        }();
        if (!saved)
            return;
        const MutexLock lock(m_mutex);
        m_error = *saved ? std::nullopt : std::optional(saved->error());
        m_place = *saved ? **saved : std::string{};
        if (m_firstKept)
            m_firstKept->tell();
    };
    // Whatever becomes of it, the scan does not wait for one that has ended.
    const auto release = [this] {
        if (m_firstKept)
            m_firstKept->tell();
    };
    auto due = std::chrono::steady_clock::now();
    bool over = false;
    bool begun = false;
    while (!over) {
        over = stop.stop_requested() || m_session.ended();
        if (over || std::chrono::steady_clock::now() >= due) {
            save();
            due = std::chrono::steady_clock::now() + interval;
        } else if (!begun && m_session.feed().plate()) {
            save(); // the first, as soon as there is something
        }
        begun = begun || m_session.feed().plate();
        MutexLock lock(m_mutex);
        m_wake.wait_for(lock, stop, begun ? lookInterval : firstLookInterval, [] { return false; });
    }
    release();
    m_over = true;
}

} // namespace orbita
