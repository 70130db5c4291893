// SPDX-License-Identifier: GPL-3.0-or-later
// Which drive is to be judged or reported on, and what is known of it.
#pragma once

#include "cli/keeping.h"
#include "store/case_file.h"

#include <optional>
#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace orbita::cli {

struct JudgeWhat {
    std::vector<std::string> what; // a target, or scan files of one drive
    std::int64_t drive = 0;        // its number in the casebook; 0: not given
    std::string data = "not-asked";
    std::vector<std::string> complaints; // "slow", "noise=yes"
    std::string policy;
    Who who;
};
void addJudgeWhat(CLI::App& command, JudgeWhat& what);

struct Judged {
    CaseFile file;
    std::int64_t visit = 0;           // in the casebook; 0: it is not of one
    std::optional<ScanRecord> scan;   // the latest that found something out
    std::vector<DriveAction> actions; // on that visit
    Visit about;                      // the visit
};

// A target is asked how it is, which is kept; else nothing is sent to any drive. Errors: none is named, or it
// is named twice; it is not known; scan files of several drives.
Result<Judged> gatherFor(const JudgeWhat& what);

} // namespace orbita::cli
