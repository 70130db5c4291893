// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/presence.h"

#include <fmt/format.h>
#include <fstream>
#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace orbita {

bool stillPresent(const std::string& path) {
    struct stat s {};
    if (stat(path.c_str(), &s) != 0)
        return false;
    if (!S_ISBLK(s.st_mode))
        return S_ISREG(s.st_mode);
    std::ifstream size(fmt::format("/sys/dev/block/{}:{}/size", major(s.st_rdev), minor(s.st_rdev)));
    unsigned long long sectors = 0;
    return size >> sectors && sectors > 0;
}

} // namespace orbita
