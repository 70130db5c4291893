// SPDX-License-Identifier: GPL-3.0-or-later
// What is done from the command line is entered in the casebook as what is done in the window.
#pragma once

#include "core/target/target.h"
#include "store/casebook.h"

#include <functional>

namespace orbita::cli {

// On whose behalf; empty texts were not given.
struct Who {
    std::string customer;
    std::string job;
    std::string tester;
};

// Enters something of this visit of the drive. Errors as the casebook's; where it lies on the drive itself.
Result<void> enter(const Target& target, const DriveIdentity& identity, const Who& who,
                   const std::function<Result<void>(Casebook&, std::int64_t visit)>& entry);

// The same; one that fails is told on standard error. False then.
bool enterOrTell(const Target& target, const DriveIdentity& identity, const Who& who,
                 const std::function<Result<void>(Casebook&, std::int64_t visit)>& entry);

// Has the casebook take in what the log beside it says was done to drives.
Result<void> takeActionsIn(Casebook& casebook);

std::int64_t nowSeconds(); // since 1970

} // namespace orbita::cli
