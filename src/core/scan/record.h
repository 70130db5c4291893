// SPDX-License-Identifier: GPL-3.0-or-later
// A scan as it is kept: everything that was asked, measured and found. What is saved, exported and reopened.
#pragma once

#include "core/plate/treatment.h"
#include "core/scan/feed.h"

#include <string>

namespace orbita {

struct ScanRecord {
    DriveIdentity drive;
    SettledPlan plan;
    std::vector<AccessNote> accessNotes;
    std::uint32_t maxSectorsPerCommand = 0;
    std::int64_t startedAt = 0; // seconds since 1970-01-01 UTC
    GradeLimits limits;
    ScanStatus status;
    std::vector<LbaSpan> covered;
    std::vector<LedgerEntry> ledger;
    std::vector<ScanEvent> events;
    std::vector<KnownSectors> known; // by which the drive is told again, before the scan goes on
    std::vector<Standstill> standstills;
    TreatmentLayer treatments;          // what was done to sectors since
    std::shared_ptr<const Plate> plate; // null where the drive was never opened

    // How much of the drive its findings speak for, 0 to 1.
    [[nodiscard]] double coveredShare() const;
    // What reading the drive's blocks came to, all over it; 0 where none was timed.
    [[nodiscard]] double bytesASecond() const;
};

// The present state of a scan, running or not.
ScanRecord recordOf(const ScanFeed& feed, std::int64_t startedAt, const GradeLimits& limits);

} // namespace orbita
