// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/keeping.h"

#include <string>

namespace orbita::cli {

struct SelfTestOptions {
    std::string target;
    std::string kind; // short, extended, conveyance, selective or abort
    std::string span; // of a selective test: FIRST..LAST
    std::string policy;
    bool noWait = false;   // start it and go
    bool overrule = false; // although the gate is closed
    bool json = false;
    Who who;
};

// Runs one of the drive's own tests and follows it to its end. Exit status: 0 passed (or started, or
// aborted), 1 failed, 2 the call is wrong or the drive has no such test, 3 not run to the end.
int selfTest(const SelfTestOptions& options);

} // namespace orbita::cli
