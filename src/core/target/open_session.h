// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/session/drive_session.h"
#include "core/target/target.h"

namespace orbita {

// Opens a session with the drive of `target`, and with no other. Comes back without a link in reading() where
// the device takes no commands. `actionLog`: where what is done to the drive is written down, beside what
// Orbita keeps; empty: for asking only, everything else is refused. `paced`: as openTarget.
// Errors: as openTarget; another drive answers there; the log may not be where it is, or cannot be written.
Result<std::unique_ptr<DriveSession>> openSession(const Target& target, bool paced,
                                                  const std::stop_token& stop = {},
                                                  const std::string& actionLog = {});

// Whether nothing was put in there since `target` was looked at, where neither a serial number nor a
// worldwide name tells: then the kernel's own count does.
Result<void> standsWhereItStood(const DriveSession& session, const Target& target, const DriveId& meant);

// Who answers where `target` was, whoever that is; nothing where it takes no commands. Errors as above.
Result<DriveId> whoAnswersAt(const Target& target, const std::stop_token& stop = {});

} // namespace orbita
