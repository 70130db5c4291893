// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace orbita::cli {

// What scripts go by; documented in --help and docs/formats.md.
enum ExitStatus : int {
    completeAndClean = 0,
    findingsFound = 1, // a scan found unreadable or stalled sectors, vitals or a self-test something bad
    callIsWrong = 2,   // nothing was scanned, or results could not be written
    notToTheEnd = 3    // stopped, or the drive gave out; what was found is in the files
};

} // namespace orbita::cli
