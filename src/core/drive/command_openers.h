// SPDX-License-Identifier: GPL-3.0-or-later
// What the openers of drives that are read by their own commands have in common.
#pragma once

#include "core/drive/drive.h"
#include "core/drive/enquiry.h"

namespace orbita {

// The most bytes that one command carries on that way.
std::uint32_t bytesPerCommand(const CommandPath& way);

DriveLimits limitsFor(std::uint32_t maxSectors);

// Why a drive cannot be opened that says it holds nothing, or stopped answering meanwhile.
Error driveIsEmpty(const std::string& path);
Error driveFellSilent(const std::string& path);

} // namespace orbita
