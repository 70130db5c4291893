// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/treatments.h"

#include "core/base/ownership.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr const char* takingOut = "taking what was saved out of";

} // namespace

std::string treatmentsFolder(const std::string& casebook) {
    if (casebook.empty() || casebook == ":memory:")
        return {};
    return (fs::path(casebook).parent_path() / "treatments").string();
}

std::vector<PastTreatment> treatmentsOfDrive(const std::string& folder, const DriveIdentity& drive) {
    std::vector<PastTreatment> all;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error)) {
        if (entry.path().extension() != journalEnding)
            continue;
        auto told = TreatmentJournal::read(entry.path().string());
        if (!told || told->drive.serial != drive.serial || told->drive.model != drive.model ||
            (drive.capacity.value != 0 && told->drive.capacity != drive.capacity))
            continue;
        told->steps.clear();
        all.push_back({entry.path().string(), std::move(*told)});
    }
    std::sort(all.begin(), all.end(), [](const PastTreatment& a, const PastTreatment& b) {
        return a.told.startedAt > b.told.startedAt;
    });
    return all;
}

Result<std::string> latestTreatment(const std::string& folder, const DriveIdentity& drive) {
    for (const PastTreatment& past : treatmentsOfDrive(folder, drive))
        if (past.told.ended != TreatmentStop::done)
            return past.journal;
    return tl::unexpected(Error{Error::Kind::notFound,
                                "looking for a treatment to go on with in",
                                folder,
                                "there is none of this drive that was broken off",
                                {}});
}

Result<int> exportSaved(const std::string& path, const std::string& folder) {
    const auto told = TreatmentJournal::read(path);
    if (!told)
        return tl::unexpected(told.error());
    if (auto made = makePrivateFolders(folder); !made)
        return tl::unexpected(made.error());
    TreatmentJournal journal(Descriptor(::open(path.c_str(), O_RDONLY | O_CLOEXEC)), path, systemLogDisk());
    int count = 0;
    for (const auto& [first, spot] : told->saved) {
        SavedSpot saved = spot;
        if (auto loaded = journal.load(saved); !loaded)
            return tl::unexpected(loaded.error());
        const std::string file =
            (fs::path(folder) / fmt::format("{}-{}.bin", first.value, spot.spot.span.count.value)).string();
        const Descriptor out(
            ::open(file.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
        if (!out)
            return tl::unexpected(systemError(takingOut, file, errno));
        int written = writeAll(out.get(), saved.contents);
        if (written == 0 && fsync(out.get()) != 0)
            written = errno;
        if (written != 0)
            return tl::unexpected(systemError(takingOut, file, written));
        ++count;
    }
    return count;
}

Result<std::vector<NumberedScan>> latestScans(Casebook& casebook, const DriveIdentity& drive) {
    const auto scans = casebook.scans();
    if (!scans)
        return tl::unexpected(scans.error());
    std::vector<NumberedScan> latest;
    for (const KeptScan& kept : *scans) {
        if (kept.serial != drive.serial || kept.model != drive.model ||
            kept.capacityBytes != drive.capacityBytes())
            continue;
        auto record = casebook.loadScan(kept.id);
        if (!record || record->status.totals.covered.value == 0)
            continue;
        latest.push_back({kept.id, std::move(*record)});
        if (latest.size() == 2)
            break;
    }
    return latest;
}

Result<void> addTreatments(Casebook& casebook, const DriveIdentity& drive, std::int64_t scanStartedAt,
                           const std::vector<Treatment>& treatments) {
    const auto known = casebook.knownDrive(drive);
    if (!known)
        return tl::unexpected(known.error());
    const auto scans = casebook.scans();
    if (!scans)
        return tl::unexpected(scans.error());
    for (const KeptScan& kept : *scans)
        if (kept.drive == known->id && kept.startedAt == scanStartedAt)
            return casebook.addTreatments(kept.id, treatments);
    return {};
}

std::vector<Treatment> treatmentsOf(const std::vector<SpotResult>& results) {
    std::vector<Treatment> treatments;
    treatments.reserve(results.size());
    for (const SpotResult& result : results)
        treatments.push_back({result.spot.span, result.step, result.result, result.at});
    return treatments;
}

} // namespace orbita
