// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/earlier_pace.h"

#include <string>

namespace orbita {

// Looks for it in the casebook at `path`, among the latest scans of that drive. Opens the casebook when it is
// asked, and makes none.
EarlierPaceFinder earlierPaceIn(std::string path);

} // namespace orbita
