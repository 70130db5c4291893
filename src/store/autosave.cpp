// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/autosave.h"

#include "store/casebook.h"
#include "store/scan_file.h"

namespace orbita {

namespace {
constexpr auto interval = std::chrono::seconds{2};
constexpr auto lookInterval = std::chrono::milliseconds{100};
} // namespace

ScanKeeper keepInFile(std::string path, const Target& target) {
    return [path = std::move(path), target,
            encoder = std::make_shared<PlateEncoder>()](const ScanRecord& record) -> Result<std::string> {
        if (auto place = checkExportPlace(path, target); !place)
            return tl::unexpected(std::move(place.error()));
        if (auto saved = saveFile(path, scanToJson(record, *encoder)); !saved)
            return tl::unexpected(std::move(saved.error()));
        return path;
    };
}

ScanKeeper keepInCasebook(std::string path, const Target& target) {
    struct Kept {
        std::unique_ptr<Casebook> casebook;
        PlateEncoder encoder;
        std::int64_t scan = 0;
    };
    return [path = std::move(path), target,
            kept = std::make_shared<Kept>()](const ScanRecord& record) -> Result<std::string> {
        if (auto place = checkExportPlace(path, target); !place)
            return tl::unexpected(std::move(place.error()));
        if (!kept->casebook) {
            auto opened = Casebook::open(path);
            if (!opened)
                return tl::unexpected(std::move(opened.error()));
            kept->casebook = std::move(*opened);
        }
        if (kept->casebook->forgetful())
            return tl::unexpected(casebookIsForgotten(path));
        auto scan = kept->casebook->keepScan(kept->scan, record, kept->encoder);
        if (!scan)
            return tl::unexpected(std::move(scan.error()));
        kept->scan = *scan;
        return path;
    };
}

Autosave::Autosave(const ScanSession& session, ScanKeeper keeper)
    : m_session(session)
    , m_keeper(std::move(keeper))
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

std::string Autosave::place() const {
    const std::scoped_lock lock(m_mutex);
    return m_place;
}

std::optional<Error> Autosave::error() const {
    const std::scoped_lock lock(m_mutex);
    return m_error;
}

void Autosave::run(const std::stop_token& stop) {
    const ScanKeeper keeper = std::move(m_keeper); // ends with this thread
    const auto save = [&] {
        const ScanRecord record = m_session.record();
        if (!record.plate) // nothing has been opened
            return;
        const auto saved = keeper(record);
        const std::scoped_lock lock(m_mutex);
        m_error = saved ? std::nullopt : std::optional(saved.error());
        if (saved)
            m_place = *saved;
    };
    auto due = std::chrono::steady_clock::now();
    bool over = false;
    while (!over) {
        over = stop.stop_requested() || m_session.ended();
        if (over || std::chrono::steady_clock::now() >= due) {
            save();
            due = std::chrono::steady_clock::now() + interval;
        }
        std::unique_lock lock(m_mutex);
        m_wake.wait_for(lock, stop, lookInterval, [] { return false; });
    }
}

} // namespace orbita
