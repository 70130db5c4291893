// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/session/drive_action.h"
#include "core/target/target.h"

#include <functional>

namespace orbita {

// Something that is done to a drive by the system, or decided by somebody, and not ordered in a session:
// written down first, then done, then what came of it. Not done where it cannot be written down. An empty
// `actionLog`: written down nowhere, for simulated drives only.
Result<void> doLogged(
    const Target& target, const std::string& actionLog, ActionKind kind, const ActionDetails& parameters,
    const std::function<Result<void>()>& doing = [] { return Result<void>{}; });

} // namespace orbita
