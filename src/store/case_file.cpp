// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/case_file.h"

#include <algorithm>

namespace orbita {

namespace {

bool saysSomething(const ScanRecord& record) {
    return record.status.totals.covered.value > 0 || !record.ledger.empty() || !record.standstills.empty();
}

bool isBridged(const std::string& attachment) {
    return attachment.find("USB") != std::string::npos;
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
    const auto drives = casebook.drives();
    if (!drives)
        return tl::unexpected(drives.error());
    for (const ListedDrive& listed : *drives)
        if (listed.id == drive)
            file.drive = listed.identity;
    // The latest first.
    std::vector<KeptScan> kept = history->scans;
    std::sort(kept.begin(), kept.end(), [](const KeptScan& a, const KeptScan& b) {
        return std::pair(a.startedAt, a.id) > std::pair(b.startedAt, b.id);
    });
    for (const KeptScan& scan : kept) {
        if (file.scans.size() >= scansForRuling)
            break;
        if (const auto record = casebook.loadScan(scan.id); record && saysSomething(*record)) {
            if (file.scans.empty())
                file.drive = record->drive;
            file.scans.push_back(digestOf(*record));
        }
    }
    const auto latest =
        std::max_element(file.vitals.begin(), file.vitals.end(),
                         [](const PastVitals& a, const PastVitals& b) { return a.readAt < b.readAt; });
    if (latest != file.vitals.end()) {
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
        if (saysSomething(record))
            file.scans.push_back(digestOf(record));
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
