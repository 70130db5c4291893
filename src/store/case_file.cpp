// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/case_file.h"

#include <algorithm>

namespace orbita {

namespace {

bool saysSomething(const ScanDigest& scan) {
    return !scan.covered.empty() || !scan.ledger.empty() || !scan.standstills.empty();
}

bool isBridged(const std::string& attachment) {
    return attachment.find("USB") != std::string::npos;
}

// Of a drive that is known by its place alone, what was found earlier may have been found on another.
void keepTheLatestSitting(CaseFile& file, std::vector<ScanDigest>& scans) {
    std::int64_t latest = 0;
    for (const PastVitals& past : file.vitals)
        latest = std::max(latest, past.readAt);
    for (const ScanDigest& scan : scans)
        latest = std::max(latest, scan.startedAt);
    std::erase_if(file.vitals, [&](const PastVitals& past) { return past.readAt < latest - aSitting; });
    std::erase_if(scans, [&](const ScanDigest& scan) { return scan.startedAt < latest - aSitting; });
    std::erase_if(file.visits, [&](const Visit& visit) { return visit.beganAt < latest - aSitting; });
}

} // namespace

Result<CaseFile> caseFileOf(Casebook& casebook, std::int64_t drive, std::int64_t now) {
    const auto history = casebook.history(drive);
    if (!history)
        return tl::unexpected(history.error());
    CaseFile file;
    file.now = now;
    file.visits = history->visits;
    file.vitals = history->vitals;
    const auto listed = casebook.drive(drive);
    if (!listed)
        return tl::unexpected(listed.error());
    file.drive = listed->identity;
    auto scans = casebook.digests(drive);
    if (!scans)
        return tl::unexpected(scans.error());
    std::erase_if(*scans, [](const ScanDigest& scan) { return !saysSomething(scan); });
    if (listed->ambiguousIdentity)
        keepTheLatestSitting(file, *scans);
    if (!scans->empty())
        file.drive = scans->back().drive;
    // The first says what it was like then.
    if (scans->size() > scansForRuling)
        scans->erase(scans->begin() + 1, scans->end() - (scansForRuling - 1));
    file.scans = std::move(*scans);
    const auto unworn = casebook.unwornKind(file.drive.model, drive);
    if (!unworn)
        return tl::unexpected(unworn.error());
    file.unworn = *unworn;
    if (!file.vitals.empty()) { // the oldest first
        PastVitals* const latest = &file.vitals.back();
        auto pages = casebook.latestRawPages(drive);
        if (!pages)
            return tl::unexpected(pages.error());
        latest->vitals.raw = std::move(*pages);
        file.takesCommands = !latest->vitals.has(VitalsNote::noCommands);
        if (file.drive.capacity.value == 0 || !file.drive.rotating)
            file.drive = latest->vitals.identity;
    }
    file.behindBridge = isBridged(file.drive.attachment);
    return file;
}

Result<CaseFile> caseFileOf(const std::vector<ScanRecord>& scans, std::int64_t now) {
    CaseFile file;
    file.now = now;
    const ScanRecord* latest = nullptr;
    for (const ScanRecord& record : scans) {
        if (record.drive.model != scans.front().drive.model ||
            record.drive.serial != scans.front().drive.serial ||
            record.drive.capacityBytes() != scans.front().drive.capacityBytes())
            return tl::unexpected(
                Error{Error::Kind::badCall,
                      "judging scans of",
                      record.drive.model + " " + record.drive.serial,
                      {"another one is of {} {}", {scans.front().drive.model, scans.front().drive.serial}},
                      "Name scans of one drive."});
        if (latest == nullptr || record.startedAt > latest->startedAt)
            latest = &record;
        if (ScanDigest digest = digestOf(record); saysSomething(digest))
            file.scans.push_back(std::move(digest));
    }
    if (latest != nullptr) {
        file.drive = latest->drive;
        file.behindBridge = isBridged(file.drive.attachment);
        Visit visit; // what was said then is all that is known of one
        visit.beganAt = latest->startedAt;
        visit.data = latest->plan.asked.data;
        file.visits = {visit};
    }
    return file;
}

} // namespace orbita
