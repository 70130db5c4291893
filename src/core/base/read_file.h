// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"

#include <cstdint>
#include <string>

namespace orbita {

// The whole content of a regular file of at most `mostBytes`. Never waits for a pipe, nor reads a device
// without end. `what` names it in errors: "the house policy".
// Errors: none there (notFound), no file, larger than that, as the system reports.
Result<std::string> readWholeFile(const std::string& path, const char* what, std::uint64_t mostBytes);

} // namespace orbita
