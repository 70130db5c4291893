// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/record.h"

#include <algorithm>

namespace orbita {

double ScanRecord::coveredShare() const {
    return drive.capacity.value == 0 ? 0
                                     : std::min(1.0, static_cast<double>(status.totals.covered.value) /
                                                         static_cast<double>(drive.capacity.value));
}

double ScanRecord::bytesASecond() const {
    if (!plate || plate->blocks() == 0)
        return 0;
    const double block = plate->summarise(0, plate->blocks()).meanNs;
    return block <= 0 ? 0 : static_cast<double>(plan.grid.blockSectors) * drive.logicalBytes / (block / 1e9);
}

ScanRecord recordOf(const ScanFeed& feed, std::int64_t startedAt, const GradeLimits& limits) {
    ScanRecord record;
    // What is copied later is never older: a sector counted as covered has its cell and its defects there.
    record.status = feed.status();
    record.covered = feed.covered();
    // A map whose drive is not known would be kept as that of a drive without a name.
    ScanFeed::Begun begun = feed.begun();
    record.drive = std::move(begun.identity);
    record.plan = std::move(begun.plan);
    record.plate = std::move(begun.plate);
    record.accessNotes = std::move(begun.limits.notes);
    record.maxSectorsPerCommand = begun.limits.maxSectorsPerCommand;
    record.startedAt = startedAt;
    record.limits = limits;
    record.ledger = feed.ledger();
    record.events = feed.events();
    record.known = feed.known();
    record.standstills = feed.standstills();
    return record;
}

} // namespace orbita
