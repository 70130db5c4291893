// SPDX-License-Identifier: GPL-3.0-or-later
// A drive's case as plain data: who it is, each visit to the bench, and what it said, was found of it and was
// done to it on each. The store keeps it; whoever rules on a drive reads it.
#pragma once

#include "core/case/complaint.h"
#include "core/drive/identity.h"
#include "core/scan/scan_status.h"
#include "core/session/drive_action.h"
#include "core/vitals/vitals.h"

#include <cstdint>
#include <string>
#include <vector>

namespace orbita {

// A drive's page.
struct CaseDrive {
    std::int64_t id = 0;
    // Told apart by place and capacity only, because no serial number was to be had: may be another drive.
    bool ambiguousIdentity = false;
};

// A drive in the list of all.
struct ListedDrive {
    std::int64_t id = 0;
    DriveIdentity identity;
    bool ambiguousIdentity = false;
    std::uint64_t visits = 0;
    std::uint64_t scans = 0;
    std::int64_t lastSeen = 0; // seconds since 1970; 0: never
};

struct Visit {
    std::int64_t id = 0;
    std::int64_t beganAt = 0; // seconds since 1970
    std::string customer;
    std::string job;
    std::string tester;
    std::string words; // the complaint as it was told
    std::string notes;
    DataElsewhere data = DataElsewhere::notAsked;
    std::vector<Complaint> complaints;
};

struct PastVitals {
    std::int64_t visit = 0;
    std::int64_t readAt = 0; // seconds since 1970
    Vitals vitals;           // raw pages with the latest only, where it is for a CaseFile
};

// A scan in the list of those kept.
struct KeptScan {
    std::int64_t id = 0;
    std::int64_t startedAt = 0; // seconds since 1970
    std::string model;
    std::string serial;
    std::uint64_t capacityBytes = 0;
    EndReason ended = EndReason::running; // running: it was cut off
    std::int64_t drive = 0;
};

// What a drive's pages hold, the oldest first of each.
struct History {
    CaseDrive drive;
    std::vector<Visit> visits;
    std::vector<PastVitals> vitals;
    std::vector<KeptScan> scans;
    std::vector<DriveAction> actions;

    // What was done from the beginning of visit `at` (counted from 0) to that of the next; what came before
    // the first belongs to it.
    [[nodiscard]] std::vector<DriveAction> doneOn(std::size_t at) const;
};

} // namespace orbita
