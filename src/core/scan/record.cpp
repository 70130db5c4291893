// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/record.h"

namespace orbita {

ScanRecord recordOf(const ScanFeed& feed, std::int64_t startedAt, const GradeLimits& limits) {
    ScanRecord record;
    // What is copied later is never older: a sector counted as covered has its cell and its defects there.
    record.status = feed.status();
    record.covered = feed.covered();
    record.drive = feed.identity();
    record.plan = feed.plan();
    const DriveLimits driveLimits = feed.limits();
    record.accessNotes = driveLimits.notes;
    record.maxSectorsPerCommand = driveLimits.maxSectorsPerCommand;
    record.startedAt = startedAt;
    record.limits = limits;
    record.ledger = feed.ledger();
    record.events = feed.events();
    record.known = feed.known();
    record.standstills = feed.standstills();
    record.plate = feed.plate();
    return record;
}

} // namespace orbita
