// SPDX-License-Identifier: GPL-3.0-or-later
// Shortens how long a drive tries to read a sector, and owes it the old setting until that is back: the debt
// is written down before anything is changed, and survives a crash. Its file is documented in
// docs/formats.md.
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/target.h"

namespace orbita {

// For the drive of `target`; null where it takes no commands, or has no serial number to be known again by.
// Debts are kept in `folder`.
std::shared_ptr<ErrorRecoveryLimit> errorRecoveryLimitOf(const Target& target, const std::string& folder);

// How long the drive would try by its own setting, where that is still owed to it from an earlier run;
// nothing where it is not. Asks the record, not the drive. Errors: a record that is not valid, not ours, or
// of another version.
Result<std::optional<Nanoseconds>> owedErrorRecoveryLimit(const Target& target, const std::string& folder);

// Puts back the setting of a drive that was left shortened by a crash. True where there was one to put back;
// a debt that a running scan still holds is left to it. Errors: the drive did not take it; the debt stays.
Result<bool> restoreOwedLimit(const Target& target, const std::string& folder,
                              const std::stop_token& stop = {});

} // namespace orbita
