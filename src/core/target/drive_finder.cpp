// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/drive_finder.h"

namespace orbita {

DriveFinder finderOf(const Target& target, std::function<ScanServices(const Target&)> services,
                     const SystemPaths& paths) {
    if (target.simulated() || target.partition || serialMeansNothing(target.identity.serial))
        return {};
    return [target, services = std::move(services), paths](const std::stop_token& stop) -> FoundDrive {
        const DriveIdentity& wanted = target.identity;
        std::optional<AttachedDrive> found;
        for (AttachedDrive& drive : listDrives(paths)) {
            const DriveIdentity& is = drive.identity;
            if (is.serial != wanted.serial || is.model != wanted.model || is.capacity != wanted.capacity)
                continue;
            // It may come back under the name it had: read by /dev/sgN, nobody holds that.
            if (is.path == wanted.path && drive.generation == target.generation)
                continue;
            if (found)
                return {}; // two that claim to be it
            found = std::move(drive);
        }
        if (!found)
            return {};
        Target again = target;
        again.name = found->identity.path;
        again.take(*found);
        auto opened = openTarget(again, false, stop);
        const bool same = opened && (*opened)->identity().capacity == wanted.capacity &&
                          (*opened)->identity().logicalBytes == wanted.logicalBytes;
        if (!same)
            return {};
        return {std::move(*opened),
                services ? [services, again] { return services(again); } : ServicesAnew{}};
    };
}

} // namespace orbita
