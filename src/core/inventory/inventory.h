// SPDX-License-Identifier: GPL-3.0-or-later
// Which drives are attached, how, and what uses them: from sysfs and procfs alone. No drive is opened.
#pragma once

#include "core/drive/family.h"
#include "core/drive/identity.h"
#include "core/inventory/recognised_by_system.h"

#include <filesystem>
#include <memory>
#include <optional>
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

// A partition, or what lies on a drive without any.
struct DrivePart {
    std::string name; // "sda2"
    std::uint64_t firstByte = 0;
    std::uint64_t bytes = 0;
    // As the system has recognised them already; empty where it has not.
    std::string fileSystem;
    std::string label;
    friend bool operator==(const DrivePart&, const DrivePart&) = default;
};

// What is out of the ordinary about a drive or how it is attached, as the system shows it without a command
// to the drive.
enum class RemarkKind : std::uint8_t {
    noMedium,          // a reader without a card
    zeroCapacity,      // present, but with no capacity: only a bridge answers, or the drive is not ready
    offline,           // the system has given it up, or waits for it
    silent,            // it did not answer when it was asked what lives on it
    controllerVolume,  // made by a controller out of members that cannot be seen; about: its driver
    secondPath,        // the same drive as another, reached another way; about: that one's path
    sameSerial,        // another drive claims the same serial number; about: that one's path
    hostManaged,       // zones that must be written in order
    oddSectors,        // sectors that are no power of two: protection data is with them
    misaligned,        // a partition does not begin at a physical sector; about: which
    beyondEnd,         // a partition reaches beyond the end of the drive; about: which
    overlapping,       // two partitions overlap; about: which
    tableFirstDamaged, // of the two copies of the partition table, the first is damaged
    tableSecondDamaged,
    tableDamaged, // both are
    casebookHere, // Orbita's own casebook lies on it; about: where
};
std::string_view remarkName(RemarkKind kind);

struct Remark {
    RemarkKind kind = RemarkKind::silent;
    std::string about;
    friend bool operator==(const Remark&, const Remark&) = default;
};

struct AttachedDrive {
    DriveIdentity identity;  // path "/dev/NAME"; firmware only where sysfs tells it
    std::string backingFile; // of a loop device
    // Where the drive takes commands of its own: "/dev/sg3", "/dev/nvme0n1"; empty where it takes none.
    std::string commandNode;
    Family commandFamily = Family::plain; // what it takes there
    std::uint32_t maxCommandBytes = 0;    // what the kernel carries to it at once; 0: not told
    std::string generation;               // changes when another drive comes to stand at the same path
    bool readOnly = false;
    bool partition = false;
    std::vector<DriveUse> uses;
    std::vector<DrivePart> parts; // by place; the drive itself where it is used whole

    std::vector<Remark> remarks;

    [[nodiscard]] bool has(RemarkKind kind) const;
};

// Where the kernel tells its state; another place for tests.
struct SystemPaths {
    std::filesystem::path sys = "/sys";
    std::filesystem::path proc = "/proc";
    std::filesystem::path dev = "/dev";
    RecognisedContents (*recognised)(const std::string& number) = recognisedBySystem;
};

// All drives, by name; loop and network devices only where something is behind them. RAM disks, and
// device-mapper and RAID volumes are left out: they are no drives; the latter two are named as uses of the
// drives below them.
std::vector<AttachedDrive> listDrives(const SystemPaths& paths = {});

// The drives attached, and what lives on each: for that, every drive newly found is opened once, by an
// probe process (recognition.h). Not thread-safe.
class Inventory {
public:
    explicit Inventory(SystemPaths paths = {}) : m_paths(std::move(paths)) {}

    // As listDrives, with what was recognised. Waits for new drives at most `patience`; one that has not
    // answered by then is remarked silent, and asked again a minute later.
    std::vector<AttachedDrive> look(Nanoseconds patience);

private:
    struct Known;
    SystemPaths m_paths;
    std::vector<std::shared_ptr<const Known>> m_known;
};

// The drive behind a device path such as /dev/sdb, /dev/sdb1 or a link to one; for a partition,
// identity.capacity is the partition's and the uses are its own. Empty for anything that is no block device.
std::optional<AttachedDrive> describeDevice(const std::string& path, const SystemPaths& paths = {});

} // namespace orbita
