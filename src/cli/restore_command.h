// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/keeping.h"

#include <string>

namespace orbita::cli {

// Puts back how long the drive tries to read a sector, where an earlier scan has left that changed, and says
// so.
int restore(const std::string& target, const Who& who);

} // namespace orbita::cli
