// SPDX-License-Identifier: GPL-3.0-or-later
// Shortens how long a drive tries to read a sector, and owes it the old setting until that is back: by the
// log of what is done to drives, which survives a crash.
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/target.h"

namespace orbita {

// For the drive of `target`; null where it takes no commands, or has no serial number to be known again by.
// `actionLog`: as openSession.
std::shared_ptr<ErrorRecoveryLimit> errorRecoveryLimitOf(const Target& target, const std::string& actionLog);

// How long the drive would try by its own setting, where that is still owed to it from an earlier run;
// nothing where it is not. Asks what is written down, not the drive. Errors: it cannot be read, or is none.
Result<std::optional<Nanoseconds>> owedErrorRecoveryLimit(const Target& target, const std::string& actionLog);

// Puts back the setting of a drive that was left shortened by a crash. True where there was one to put back;
// what a running scan holds is left to it. Errors: the drive did not take it, and is owed it still.
Result<bool> restoreOwedLimit(const Target& target, const std::string& actionLog,
                              const std::stop_token& stop = {});

} // namespace orbita
