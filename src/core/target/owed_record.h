// SPDX-License-Identifier: GPL-3.0-or-later
// Before there was a log of what is done to drives, what Orbita owed to one stood in a file of its own. Such
// a file is still taken for what it is.
#pragma once

#include "core/drive/error_recovery.h"
#include "core/session/action_log.h"
#include "core/target/target.h"

namespace orbita {

// What is owed to the drive of `target` by a file in the folder "owed" beside the log; nothing where there is
// none. Errors: one that is not valid, not of this drive, of another version, or somebody else's: nothing is
// sent to a drive for its sake, and it is left as it is.
Result<std::optional<ErrorRecovery>> owedByRecord(const Target& target, const std::string& actionLog);

// Takes what stands in such a file into the log, and the file away once that is durable.
Result<void> adoptOwedRecord(const Target& target, const std::string& actionLog, ActionLog& log);

} // namespace orbita
