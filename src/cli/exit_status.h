// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace orbita::cli {

// What scripts go by; documented in --help and docs/formats.md.
enum ExitStatus : int {
    completeAndClean = 0,
    defectsFound = 1, // scanned to the end; unreadable or stalled sectors
    callIsWrong = 2,  // nothing was scanned, or results could not be written
    notToTheEnd = 3   // stopped, or the drive gave out; what was found is in the files
};

} // namespace orbita::cli
