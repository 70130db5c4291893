// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace orbita::cli {

// What scripts go by; documented in --help and docs/formats.md.
enum ExitStatus : int {
    completeAndClean = 0,
    findingsFound = 1, // a scan found unreadable or stalled sectors, vitals or a self-test something bad
    callIsWrong = 2,   // nothing was scanned, or results could not be written
    notToTheEnd = 3,   // stopped, or the drive gave out; what was found is in the files; not judged yet
    ruledWatch = 4,    // of judge: what the drive comes to
    ruledSpareDuty = 5,
    ruledRetire = 6
};

// The same of a scan, in words for --help.
constexpr const char* scanExitHelp =
    "Exit status: 0 complete and clean; 1 unreadable or stalled sectors found;\n"
    "2 the call is wrong, or results could not be written; 3 not scanned to the end, or not all of it could "
    "be\n"
    "vouched for (what was found is in the files all the same). Files: docs/formats.md.";

} // namespace orbita::cli
