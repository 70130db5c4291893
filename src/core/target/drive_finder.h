// SPDX-License-Identifier: GPL-3.0-or-later
// A drive that dropped off its bus often comes back under another name.
#pragma once

#include "core/scan/scan_aids.h"
#include "core/target/target.h"

namespace orbita {

// Looks, when asked, for the drive of `target` at another path, and opens it: the same model, serial number
// and capacity, and no other that claims them too. Null for simulated drives, and for those whose serial
// number means nothing: nothing tells them from the next one.
DriveFinder finderOf(const Target& target, const SystemPaths& paths = {});

} // namespace orbita
