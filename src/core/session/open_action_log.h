// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/inventory/place.h"
#include "core/session/action_log.h"

namespace orbita {

// Opens the log at `path` for appending, made where there is none; private, durable in its folder. An empty
// path: one that is forgotten. `rules`: where it may not lie, by the drive under test.
// Errors: as judgePlace; it is no log, or somebody else's; as the system reports.
Result<ActionLog> openActionLog(const std::string& path, PlaceRules rules);

// What is written down in the log at `path`, for showing; empty where there is none. Never makes one.
Result<std::vector<DriveAction>> readActionLog(const std::string& path);

} // namespace orbita
