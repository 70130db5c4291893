// SPDX-License-Identifier: GPL-3.0-or-later
// Treatments and the casebook: where their journals are, and what a scan that led to one is told of it.
#pragma once

#include "core/treat/journal.h"
#include "core/treat/refresh/refresher.h"
#include "store/casebook.h"

#include <string>
#include <vector>

namespace orbita {

// Beside the casebook; empty for one that is forgotten.
std::string treatmentsFolder(const std::string& casebook);
// The journal of the latest treatment of that drive that was not ended. Errors: there is none.
Result<std::string> latestTreatment(const std::string& folder, const DriveIdentity& drive);
struct PastTreatment {
    std::string journal;
    JournalTold told; // without its steps
};
// All treatments of that drive, the latest first.
std::vector<PastTreatment> treatmentsOfDrive(const std::string& folder, const DriveIdentity& drive);
// The same of refreshes.
Result<std::string> latestRefresh(const std::string& folder, const DriveIdentity& drive);
struct PastRefresh {
    std::string journal;
    RefreshTold told;
};
std::vector<PastRefresh> refreshesOfDrive(const std::string& folder, const DriveIdentity& drive);
// What is saved of each place, as LBA-SECTORS.bin in `folder`, which is made, private. Returns how many.
// Errors: one of them is there already; what was saved is damaged, or was taken out.
Result<int> exportSaved(const std::string& journal, const std::string& folder);

// The same of a refresh: what is kept for good, and what is in its ring.
Result<int> exportKept(const std::string& journal, const std::string& folder);

struct NumberedScan {
    std::int64_t number = 0;
    ScanRecord record;
};
// The latest scans of that drive, at most two, the latest first: those that found something out.
Result<std::vector<NumberedScan>> latestScans(Casebook& casebook, const DriveIdentity& drive);

// Enters them in the layer on the map of the scan of that drive that began then; nothing where it was not
// kept.
Result<void> addTreatments(Casebook& casebook, const DriveIdentity& drive, std::int64_t scanStartedAt,
                           const std::vector<Treatment>& treatments);

// What that refresh has come to, into the layer on the map of the drive's latest scan; nothing where there is
// none.
Result<void> addRefreshToLatestScan(const std::string& casebook, const DriveIdentity& drive,
                                    const RefreshJournal& journal, bool noneReplaced, std::int64_t at);

// As the layer on a scan's map has them.
std::vector<Treatment> treatmentsOf(const std::vector<SpotResult>& results);

} // namespace orbita
