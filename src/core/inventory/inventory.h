// SPDX-License-Identifier: GPL-3.0-or-later
// Which drives are attached, how, and what uses them: from sysfs and procfs alone. No drive is opened.
#pragma once

#include "core/drive/identity.h"

#include <filesystem>
#include <string>
#include <vector>

namespace orbita {

enum class UseKind : std::uint8_t {
    mounted, // where: the mount point
    swap,    // where: the swap device
    held     // where: the device stacked on it (RAID, LVM, encryption)
};

struct DriveUse {
    UseKind kind = UseKind::mounted;
    std::string part;  // "sda2", or the drive's own name
    std::string where; // "/home"
    friend bool operator==(const DriveUse&, const DriveUse&) = default;
};

struct AttachedDrive {
    DriveIdentity identity;  // path "/dev/NAME"; firmware only where sysfs tells it
    std::string backingFile; // of a loop device
    bool readOnly = false;
    std::vector<DriveUse> uses;

    [[nodiscard]] bool inUse() const { return !uses.empty(); }
};

// Where the kernel tells its state; another place for tests.
struct SystemPaths {
    std::filesystem::path sys = "/sys";
    std::filesystem::path proc = "/proc";
};

// All drives with a capacity, by name. RAM disks, and device-mapper and RAID volumes are left out: they are
// no drives; the latter two are named as uses of the drives below them.
std::vector<AttachedDrive> listDrives(const SystemPaths& paths = {});

// The drive behind a device path such as /dev/sdb, /dev/sdb1 or a link to one; for a partition,
// identity.capacity is the partition's and the uses are its own. Empty for anything that is no block device.
std::optional<AttachedDrive> describeDevice(const std::string& path, const SystemPaths& paths = {});

// True where a file at `path` (which need not exist yet) would lie on the drive or partition `device`, or be
// the very file `device` that is being scanned. Follows stacked devices down to the drives they live on.
bool liesOn(const std::filesystem::path& path, const std::string& device, const SystemPaths& paths = {});

} // namespace orbita
