// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/inventory/inventory.h"

namespace orbita {

// The external USB hub that the drive at `device` hangs on, as the kernel names it ("1-2"); empty where it
// hangs on none. Drives on one hub share its way to the computer: what one reads makes the other late.
std::string usbHubOf(const std::string& device, const SystemPaths& paths = {});

} // namespace orbita
