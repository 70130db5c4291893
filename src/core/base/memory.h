// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>

namespace orbita {

// Whether so much memory could be had now: `used` of what the system has left, and `reserved` (what comes
// into being as it is written) besides, within the limits of this process. Asked before work begins that can
// be refused or put off, for the libraries it is done with cannot go on where memory gives out on the way.
bool memoryIsThere(std::uint64_t used, std::uint64_t reserved = 0);

} // namespace orbita
