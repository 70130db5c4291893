// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/target/target.h"

#include <cstdio>

namespace orbita::cli {

// Asks the drive how it is and tells what that comes to, with the reason, on standard error; nothing is told
// of what takes no commands. Behind "save the data first" it asks whether to go on where somebody is at the
// terminal. An error where that was denied, or nobody is there; never where `anyway`.
Result<void> tellVerdict(const Target& target, bool anyway, std::FILE* out);

} // namespace orbita::cli
