// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/target.h"

namespace orbita {

// All that can be had beside the drive of `target` for a scan of it: its temperature and vitals, where else
// it may turn up, who else uses it, its recovery time. `actionLog`: as openSession.
// Saving and going on are the session's to add.
ScanServices servicesFor(const Target& target, const std::string& actionLog);

} // namespace orbita
