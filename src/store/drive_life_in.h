// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/life/drive_life.h"
#include "store/casebook.h"

namespace orbita {

// All that the casebook knows of a drive, by visits. Errors: there is no such drive.
Result<DriveLife> driveLifeIn(Casebook& casebook, std::int64_t drive);

} // namespace orbita
