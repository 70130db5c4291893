// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/autosave.h"

#include "store/scan_file.h"

#include <QDir>
#include <QStandardPaths>

namespace orbita {

namespace {
constexpr auto interval = std::chrono::seconds{2};
constexpr auto lookInterval = std::chrono::milliseconds{100};
} // namespace

std::string scanFolder() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/orbita/scans")
        .toStdString();
}

std::string scanFileName(const DriveIdentity& drive, std::int64_t startedAt) {
    std::string name = drive.serial.empty() ? drive.model : drive.serial;
    for (char& c : name)
        if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-' && c != '_')
            c = '_';
    std::string time = isoTime(startedAt);
    std::erase(time, ':');
    return (name.empty() ? "drive" : name) + '-' + time + ".orbita-scan.json";
}

Autosave::Autosave(const ScanSession& session, Target target, std::string path)
    : m_session(session)
    , m_target(std::move(target))
    , m_wanted(std::move(path))
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

std::string Autosave::path() const {
    const std::scoped_lock lock(m_mutex);
    return m_path;
}

std::optional<Error> Autosave::error() const {
    const std::scoped_lock lock(m_mutex);
    return m_error;
}

Result<void> Autosave::choosePath(const ScanRecord& record) {
    if (!m_path.empty())
        return {};
    std::string path = m_wanted;
    if (path.empty()) {
        path = scanFolder() + '/' + scanFileName(record.drive, record.startedAt);
        if (auto place = checkExportPlace(path, m_target); !place)
            return place;
        QDir().mkpath(QString::fromStdString(scanFolder()));
    } else if (auto place = checkExportPlace(path, m_target); !place) {
        return place;
    }
    const std::scoped_lock lock(m_mutex);
    m_path = std::move(path);
    return {};
}

void Autosave::run(const std::stop_token& stop) {
    PlateEncoder encoder;
    const auto save = [&] {
        const ScanRecord record = m_session.record();
        if (!record.plate) // nothing has been opened
            return;
        Result<void> saved = choosePath(record);
        if (saved)
            saved = saveFile(m_path, scanToJson(record, encoder));
        const std::scoped_lock lock(m_mutex);
        m_error = saved ? std::nullopt : std::optional(saved.error());
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
