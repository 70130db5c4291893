// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli judge: may the drive be kept, and why.
#pragma once

#include "cli/keeping.h"

#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace orbita::cli {

struct JudgeOptions {
    std::vector<std::string> what; // a target, or scan files of one drive
    std::int64_t drive = 0;        // its number in the casebook; 0: not given
    std::string policy;
    std::string data = "not-asked";
    std::vector<std::string> complaints; // "slow", "noise=yes"
    std::string rule;                    // a person's own ruling
    std::string reason;
    bool enter = false;
    bool json = false;
    Who who;
};

void addJudgeOptions(CLI::App& command, JudgeOptions& options);
int judge(const JudgeOptions& options);

} // namespace orbita::cli
