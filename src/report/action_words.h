// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/session/drive_action.h"

#include <QString>

namespace orbita::words {

// What was done to a drive, and what came of it where that was not what was meant: "self-test begun: short",
// "self-test begun: short (the drive did not do it: it refused)".
QString action(const DriveAction& action);

} // namespace orbita::words
