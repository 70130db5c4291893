// SPDX-License-Identifier: GPL-3.0-or-later
// A drive that dropped off its bus often comes back under another name.
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/target.h"

namespace orbita {

// Looks, when asked, for the drive of `target` at another path, and opens it: the same model, serial number
// and capacity, and no other that claims them too. Null for simulated drives, and for those whose serial
// number means nothing: nothing tells them from the next one. `aids` makes what asks the drive that was
// found.
DriveFinder finderOf(const Target& target, std::function<ScanServices(const Target&)> services = {},
                     const SystemPaths& paths = {});

} // namespace orbita
