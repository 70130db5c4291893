// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/memory.h"

#include <fstream>
#include <limits>
#include <string>
#include <sys/mman.h>

namespace orbita {

namespace {

// MemAvailable of /proc/meminfo, in bytes; without end where it is not told.
std::uint64_t available() {
    std::ifstream file("/proc/meminfo");
    std::string name;
    std::uint64_t kib = 0;
    std::string rest;
    while (file >> name >> kib && std::getline(file, rest))
        if (name == "MemAvailable:")
            return kib * 1024;
    return std::numeric_limits<std::uint64_t>::max();
}

} // namespace

bool memoryIsThere(std::uint64_t used, std::uint64_t reserved) {
    if (used > available() || used > std::numeric_limits<std::size_t>::max() - reserved)
        return false;
    // Limits of the process are on what is asked for, used or not.
    void* const tried =
        mmap(nullptr, used + reserved, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0);
    if (tried == MAP_FAILED)
        return false;
    munmap(tried, used + reserved);
    return true;
}

} // namespace orbita
