// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/treatments.h"

#include "core/base/ownership.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <map>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr const char* takingOut = "taking what was saved out of";

// As LBA-SECTORS.bin, which must not be there yet.
Result<void> exportSpan(const std::string& folder, const LbaSpan& span,
                        const std::vector<std::byte>& contents) {
    const std::string file =
        (fs::path(folder) / fmt::format("{}-{}.bin", span.first.value, span.count.value)).string();
    const Descriptor out(::open(file.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
    if (!out)
        return tl::unexpected(systemError(takingOut, file, errno));
    int written = writeAll(out.get(), contents);
    if (written == 0 && fsync(out.get()) != 0)
        written = errno;
    if (written != 0)
        return tl::unexpected(systemError(takingOut, file, written));
    return {};
}

// All journals of that drive, the latest first.
template <class Journal, class Past>
std::vector<Past> journalsOf(const std::string& folder, const char* ending, const DriveIdentity& drive) {
    std::vector<Past> all;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error)) {
        if (entry.path().extension() != ending)
            continue;
        auto told = Journal::read(entry.path().string());
        if (!told || told->drive.serial != drive.serial || told->drive.model != drive.model ||
            (drive.capacity.value != 0 && told->drive.capacity != drive.capacity))
            continue;
        all.push_back({entry.path().string(), std::move(*told)});
    }
    std::sort(all.begin(), all.end(),
              [](const Past& a, const Past& b) { return a.told.startedAt > b.told.startedAt; });
    return all;
}

// The latest that was not ended.
template <class Past>
Result<std::string> brokenOffOf(const std::vector<Past>& all, const std::string& folder) {
    for (const Past& past : all)
        if (past.told.ended != TreatmentStop::done)
            return past.journal;
    return tl::unexpected(Error{Error::Kind::notFound,
                                "looking for a treatment to go on with in",
                                folder,
                                "there is none of this drive that was broken off",
                                {}});
}

} // namespace

std::string treatmentsFolder(const std::string& casebook) {
    if (casebook.empty() || casebook == ":memory:")
        return {};
    return (fs::path(casebook).parent_path() / "treatments").string();
}

std::vector<PastTreatment> treatmentsOfDrive(const std::string& folder, const DriveIdentity& drive) {
    auto all = journalsOf<TreatmentJournal, PastTreatment>(folder, journalEnding, drive);
    for (PastTreatment& one : all)
        one.told.steps.clear();
    return all;
}

Result<std::string> latestTreatment(const std::string& folder, const DriveIdentity& drive) {
    return brokenOffOf(treatmentsOfDrive(folder, drive), folder);
}

std::vector<PastRefresh> refreshesOfDrive(const std::string& folder, const DriveIdentity& drive) {
    return journalsOf<RefreshJournal, PastRefresh>(folder, refreshEnding, drive);
}

Result<std::string> latestRefresh(const std::string& folder, const DriveIdentity& drive) {
    return brokenOffOf(refreshesOfDrive(folder, drive), folder);
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
        if (auto out = exportSpan(folder, spot.spot.span, saved.contents); !out)
            return tl::unexpected(out.error());
        ++count;
    }
    return count;
}

Result<int> exportKept(const std::string& path, const std::string& folder) {
    const auto told = RefreshJournal::read(path);
    if (!told)
        return tl::unexpected(told.error());
    if (auto made = makePrivateFolders(folder); !made)
        return tl::unexpected(made.error());
    // Of each place, what was kept last.
    std::map<Lba, KeptPiece> pieces;
    for (const RingSlot& slot : told->ring)
        for (const KeptPiece& piece : slot.pieces)
            pieces[piece.span.first] = piece;
    for (const KeptPiece& piece : told->kept)
        pieces[piece.span.first] = piece;
    for (const auto& [first, piece] : pieces) {
        const auto contents = RefreshJournal::contents(path, piece);
        if (!contents)
            return tl::unexpected(contents.error());
        if (auto out = exportSpan(folder, piece.span, *contents); !out)
            return tl::unexpected(out.error());
    }
    return static_cast<int>(pieces.size());
}

Result<std::vector<NumberedScan>> latestScans(Casebook& casebook, const DriveIdentity& drive) {
    // By what the scans say of the drive, not by its page: one without a serial number of its own may be
    // known by another place now.
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

Result<void> addRefreshToLatestScan(const std::string& casebook, const DriveIdentity& drive,
                                    const RefreshJournal& journal, bool noneReplaced, std::int64_t at) {
    const auto told = journal.told();
    if (!told)
        return tl::unexpected(told.error());
    const auto book = Casebook::open(casebook);
    if (!book)
        return tl::unexpected(book.error());
    const auto scans = latestScans(**book, drive);
    if (!scans)
        return tl::unexpected(scans.error());
    const std::vector<Treatment> treatments = treatmentsOf(told->findings, noneReplaced, at);
    if (scans->empty() || treatments.empty())
        return {};
    return (*book)->addTreatments(scans->front().number, treatments);
}

std::vector<Treatment> treatmentsOf(const std::vector<SpotResult>& results) {
    std::vector<Treatment> treatments;
    treatments.reserve(results.size());
    for (const SpotResult& result : results)
        treatments.push_back({result.spot.span, result.step, result.result, result.at});
    return treatments;
}

} // namespace orbita
