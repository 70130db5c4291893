// SPDX-License-Identifier: GPL-3.0-or-later
// What the commands about one drive's own word share: finding it, opening the way, refusing in words.
#pragma once

#include "core/judge/findings.h"
#include "core/session/drive_session.h"
#include "core/target/target.h"
#include "core/vitals/read_vitals.h"

namespace orbita::cli {

struct AskedDrive {
    Target target;
    std::unique_ptr<DriveSession> session;
    std::unique_ptr<Enquiry> enquiry; // in the session; null where the device takes no commands
    Vitals vitals;
};

// As findTarget(). A simulated drive stays the one it was for as long as the program runs: it remembers what
// was done to it, as others do.
Result<Target> namedTarget(const std::string& name);

// Finds the target, opens it and reads its vitals; where `mayChangeState`, self-tests may be started on it.
// A device that takes no commands comes back with vitals that say so. Errors also for what is no drive at
// all.
Result<AskedDrive> askDrive(const std::string& name, bool mayChangeState,
                            Nanoseconds patience = std::chrono::seconds{20});

int complain(const Error& error); // returns the exit status

} // namespace orbita::cli
