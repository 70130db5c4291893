// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/drive_finder.h"

namespace orbita {

DriveFinder finderOf(const Target& target, const SystemPaths& paths) {
    if (target.simulated() || target.partition || target.identity.serial.empty())
        return {};
    return [target, paths](const std::stop_token& stop) -> std::unique_ptr<Drive> {
        const DriveIdentity& wanted = target.identity;
        std::optional<AttachedDrive> found;
        for (AttachedDrive& drive : listDrives(paths)) {
            const DriveIdentity& is = drive.identity;
            if (is.serial != wanted.serial || is.model != wanted.model || is.capacity != wanted.capacity ||
                is.path == wanted.path)
                continue;
            if (found)
                return nullptr; // two that claim to be it
            found = std::move(drive);
        }
        if (!found)
            return nullptr;
        Target again = target;
        again.name = found->identity.path;
        again.take(*found);
        auto opened = openTarget(again, false, stop);
        const bool same = opened && (*opened)->identity().capacity == wanted.capacity &&
                          (*opened)->identity().logicalBytes == wanted.logicalBytes;
        return same ? std::move(*opened) : nullptr;
    };
}

} // namespace orbita
