// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli judge: may the drive be kept, and why.
#pragma once

#include "cli/judged_drive.h"

#include <string>

namespace CLI {
class App;
}

namespace orbita::cli {

struct JudgeOptions {
    JudgeWhat what;
    std::string rule; // a person's own ruling
    std::string reason;
    bool enter = false;
    bool json = false;
};

// Of a ruling; `own`: as a person ruled otherwise.
int statusOf(const Ruling& ruling, std::optional<Fate> own);

void addJudgeOptions(CLI::App& command, JudgeOptions& options);
int judge(const JudgeOptions& options);

} // namespace orbita::cli
