// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli assess: a whole visit by itself, from the vitals to the report.
#pragma once

#include "cli/keeping.h"

#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace orbita::cli {

struct AssessOptions {
    std::vector<std::string> targets;
    std::vector<std::string> skip;
    std::vector<std::string> stops; // as of scan
    std::vector<std::string> complaints;
    std::uint64_t samples = 4000;
    std::string data = "not-asked";
    std::string policy;
    std::string reports; // a folder; empty: none are written
    bool maskSerials = false;
    Who who;

    [[nodiscard]] bool paints() const { return !reports.empty(); }
};

void addAssessOptions(CLI::App& command, AssessOptions& options);
int assess(const AssessOptions& options);

} // namespace orbita::cli
