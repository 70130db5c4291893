// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/record.h"

namespace orbita {

ScanRecord recordOf(const ScanFeed& feed, std::int64_t startedAt, const GradeLimits& limits) {
    ScanRecord record;
    // Status first: what is copied after it is never older.
    record.status = feed.status();
    record.drive = feed.identity();
    record.plan = feed.plan();
    const DriveLimits driveLimits = feed.limits();
    record.accessNotes = driveLimits.notes;
    record.maxSectorsPerCommand = driveLimits.maxSectorsPerCommand;
    record.startedAt = startedAt;
    record.limits = limits;
    record.covered = feed.coveredSpans().spans();
    record.ledger = feed.ledger();
    record.tape = feed.tape();
    record.plate = feed.plate();
    return record;
}

} // namespace orbita
