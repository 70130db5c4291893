// SPDX-License-Identifier: GPL-3.0-or-later
// Drives that are read by their own commands.
#pragma once

#include "core/drive/drive.h"
#include "core/drive/enquiry.h"

namespace orbita {

// Reads by READ(16), or READ(10) behind bridges that know no other; verifies by VERIFY where the drive takes
// it. Asks for the capacity and what it can do, without touching the medium; who the drive is, is taken from
// `known`. Waits at most `patience` for each answer.
Result<std::unique_ptr<Drive>> openScsiDrive(CommandPath way, DriveIdentity known, Nanoseconds patience);

// NVMe Read, and Verify where the controller has it. Asks for the namespace's size and what the controller
// can.
Result<std::unique_ptr<Drive>> openNvmeDrive(CommandPath way, DriveIdentity known, Nanoseconds patience);

} // namespace orbita
