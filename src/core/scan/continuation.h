// SPDX-License-Identifier: GPL-3.0-or-later
// Going on with a scan that was broken off: with which plan, on which drive, and whether one record is of the
// same scan as another.
#pragma once

#include "core/scan/record.h"

#include <optional>

namespace orbita {

// The plan that goes on with a scan that was broken off: the same blocks in the same order.
ScanPlan planToContinue(const ScanRecord& earlier);
// Why this drive is not the one that `earlier` was scanned on, or not any more; nothing if it may go on.
std::optional<Error> whyNotContinued(const ScanRecord& earlier, const DriveIdentity& drive);

// Whether `now` is the scan of `earlier`, further on: all that happened in that happened in this first. When
// they began is not compared: several can begin in one second.
bool isSameScan(const ScanRecord& earlier, const ScanRecord& now);
// Whether each whole block that `earlier` has read is read in `now`; of the same grid. Of a block that was
// read in part, a scan that goes on knows nothing.
bool holdsAllOf(const ScanRecord& earlier, const ScanRecord& now);

} // namespace orbita
