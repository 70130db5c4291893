// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace orbita {

// Whether the system still has what `path` names, and a size for it: a block device that was pulled has lost
// its entry in sysfs, one whose other end is gone has size 0. A file counts as long as it is there. Opens
// nothing.
bool stillPresent(const std::string& path);

} // namespace orbita
