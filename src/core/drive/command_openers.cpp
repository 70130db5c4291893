// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/command_openers.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint32_t maxCommandBytes = 4U << 20U;

} // namespace

Error driveIsEmpty(const std::string& path) {
    return {
        Error::Kind::unusable, "opening", path, "the drive reports a capacity of zero",
        "It may not be ready, or have come up with its emergency program only: switch it off and on once, "
        "then save the data elsewhere before anything else."};
}

Error driveFellSilent(const std::string& path) {
    return {Error::Kind::noAnswer, "opening", path, "it stopped answering while it was asked what it can do",
            "Check power and cable. If the data matters, do not keep switching it on."};
}

DriveLimits limitsFor(std::uint32_t maxSectors) {
    DriveLimits limits;
    limits.maxSectors = maxSectors;
    limits.maxSectorsPerCommand = maxSectors;
    return limits;
}

std::uint32_t bytesPerCommand(const CommandPath& way) {
    return way.maxBytesPerCommand == 0 ? maxCommandBytes : std::min(maxCommandBytes, way.maxBytesPerCommand);
}

} // namespace orbita
