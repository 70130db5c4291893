// SPDX-License-Identifier: GPL-3.0-or-later
// Who uses a drive at this moment.
#pragma once

#include "core/inventory/inventory.h"

namespace orbita {

struct LoadSource {
    int process = 0;
    std::string name; // as the process calls itself
    friend bool operator==(const LoadSource&, const LoadSource&) = default;
};

// Processes, other than Orbita's own, that hold open the device, one of its partitions, or a file on what is
// mounted from it. What the kernel does of its own accord has no process, and other persons' processes can
// only be seen by the administrator: an empty list is no proof that nobody is there. Touches no drive.
std::vector<LoadSource> loadSources(const std::string& device, const SystemPaths& paths = {});

} // namespace orbita
