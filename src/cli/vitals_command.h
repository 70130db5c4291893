// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/keeping.h"

#include <string>

namespace orbita::cli {

struct VitalsOptions {
    std::string target;
    std::string policy; // a file; empty: Orbita's own
    bool json = false;
    bool identity = false; // the sheet of what it says it is and can, in the place of its health
    Who who;
};

// Reads what a drive says of itself. Exit status: 0 go on, 1 gently or stop, 2 the call is wrong or the drive
// could not be asked.
int vitals(const VitalsOptions& options);

} // namespace orbita::cli
