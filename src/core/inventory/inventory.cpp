// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/inventory.h"

#include "core/base/text.h"
#include "core/inventory/kernel_text.h"
#include "core/inventory/place.h"
#include "core/inventory/recognition.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <chrono>
#include <fstream>
#include <set>
#include <sstream>
#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr std::chrono::seconds silentInterval{60}; // until a silent drive is asked again
constexpr std::array<std::string_view, 16> remarkNames = {
    "no-medium",           "zero-capacity",        "offline",       "silent",
    "controller-volume",   "second-path",          "same-serial",   "host-managed",
    "odd-sectors",         "misaligned",           "beyond-end",    "overlapping",
    "table-first-damaged", "table-second-damaged", "table-damaged", "casebook-here"};
constexpr std::uint64_t sysfsSectorBytes = 512; // "size" counts these, whatever the drive's own sectors

std::string readLine(const fs::path& path) {
    std::ifstream file(path);
    std::string line;
    std::getline(file, line);
    const auto first = line.find_first_not_of(" \t");
    if (first == std::string::npos)
        return {};
    return line.substr(first, line.find_last_not_of(" \t\r") - first + 1);
}

std::uint64_t readNumber(const fs::path& path, std::uint64_t otherwise = 0) {
    const std::string line = readLine(path);
    std::uint64_t value = otherwise;
    std::from_chars(line.data(), line.data() + line.size(), value);
    return value;
}

std::string readBytes(const fs::path& path) {
    std::ifstream file(path, std::ios::binary);
    std::ostringstream bytes;
    bytes << file.rdbuf();
    return bytes.str();
}

std::vector<fs::path> entriesOf(const fs::path& folder) {
    std::vector<fs::path> entries;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error))
        entries.push_back(entry.path());
    std::sort(entries.begin(), entries.end());
    return entries;
}

bool startsWith(const std::string& text, const char* beginning) {
    return text.rfind(beginning, 0) == 0;
}

struct Mount {
    std::string device;            // "8:1"
    std::set<std::string> members; // by kernel name, where the file system has no device number of its own
    std::string where;
};

std::vector<Mount> mounts(const SystemPaths& paths) {
    std::vector<Mount> list;
    std::ifstream file(paths.proc / "self/mountinfo");
    for (std::string line; std::getline(file, line);) {
        std::istringstream fields(line);
        std::string id;
        std::string parent;
        std::string device;
        std::string root;
        std::string where;
        if (!(fields >> id >> parent >> device >> root >> where))
            continue;
        std::set<std::string> members;
        if (device.rfind("0:", 0) == 0) {
            for (std::string word; fields >> word && word != "-";) {
            }
            std::string type;
            std::string source;
            std::string options;
            fields >> type >> source >> options;
            members = membersOfMount(type, kernel::unescaped(source), options, paths);
        }
        list.push_back({device, std::move(members), kernel::unescaped(where)});
    }
    return list;
}

std::vector<std::string> swaps(const SystemPaths& paths) {
    std::vector<std::string> list;
    std::ifstream file(paths.proc / "swaps");
    std::string line;
    std::getline(file, line); // the heading
    while (std::getline(file, line)) {
        std::istringstream fields(line);
        std::string device;
        if (fields >> device)
            list.push_back(kernel::unescaped(device));
    }
    return list;
}

struct SystemState {
    std::vector<Mount> mounts;
    std::vector<std::string> swaps;
};

void addUses(const fs::path& block, const std::string& part, const SystemState& state,
             std::vector<DriveUse>& uses) {
    const std::string number = readLine(block / "dev");
    for (const Mount& mount : state.mounts)
        if ((!number.empty() && mount.device == number) || mount.members.contains(block.filename().string()))
            uses.push_back({UseKind::mounted, part, cleanText(mount.where, 4096)});
    for (const std::string& swap : state.swaps)
        if (swap == "/dev/" + block.filename().string())
            uses.push_back({UseKind::swap, part, swap});
    for (const fs::path& holder : entriesOf(block / "holders")) {
        const std::string mapped = readLine(holder / "dm/name");
        uses.push_back(
            {UseKind::held, part, cleanText(mapped.empty() ? holder.filename().string() : mapped)});
        addUses(holder, part, state, uses); // a mount of what is stacked on it
    }
}

std::string attachmentOf(const std::string& name, const fs::path& block) {
    std::error_code error;
    const std::string where = fs::canonical(block, error).string();
    if (startsWith(name, "loop"))
        return "file";
    if (startsWith(name, "nvme"))
        return "NVMe";
    if (startsWith(name, "mmcblk"))
        return "card";
    if (startsWith(name, "nbd"))
        return "network";
    if (startsWith(name, "vd") || startsWith(name, "xvd") || where.find("/virtio") != std::string::npos)
        return "virtual";
    if (where.find("/usb") != std::string::npos)
        return "USB";
    if (where.find("/ata") != std::string::npos)
        return "SATA";
    if (where.find("/end_device-") != std::string::npos)
        return "SAS";
    return startsWith(name, "sd") ? "SCSI" : "";
}

// What the link carries, as the kernel tells it: of USB in Mbit/s on the device's folder, of SATA on its
// link, of PCI Express on the controller's. Empty where it does not.
std::string linkOf(const fs::path& block, const std::string& attachment, const SystemPaths& paths) {
    std::error_code error;
    fs::path at = fs::canonical(block, error);
    if (error)
        return {};
    if (attachment == "SATA") {
        for (const fs::path& part : at)
            if (const std::string name = part.string();
                startsWith(name, "ata") && name.size() > 3 &&
                name.find_first_not_of("0123456789", 3) == std::string::npos)
                return cleanText(
                    readLine(paths.sys / "class/ata_link" / ("link" + name.substr(3)) / "sata_spd"));
        return {};
    }
    constexpr int mostSteps = 24;
    for (int step = 0; step < mostSteps && at.has_relative_path(); ++step, at = at.parent_path()) {
        if (attachment == "USB")
            if (const std::string speed = cleanText(readLine(at / "speed")); !speed.empty())
                return speed + " Mb/s";
        if (attachment == "NVMe")
            if (std::string speed = cleanText(readLine(at / "current_link_speed")); !speed.empty()) {
                if (const std::string lanes = cleanText(readLine(at / "current_link_width")); !lanes.empty())
                    speed.append(" x").append(lanes);
                return speed;
            }
    }
    return {};
}

// Unit serial number: VPD page 80h holds it from byte 4 on (SPC).
std::string serialOf(const fs::path& block) {
    for (const char* file : {"serial", "device/serial"})
        if (std::string serial = cleanText(readLine(block / file)); !serial.empty())
            return serial;
    const std::string page = readBytes(block / "device/vpd_pg80");
    return page.size() > 4 ? cleanText(page.substr(4)) : std::string{};
}

// Block device characteristics: VPD page B1h, medium rotation rate in bytes 4 and 5 (SBC).
std::optional<std::uint32_t> rotationOf(const fs::path& block) {
    const std::string page = readBytes(block / "device/vpd_pgb1");
    if (page.size() < 6)
        return std::nullopt;
    const auto rate = static_cast<std::uint32_t>(static_cast<unsigned char>(page[4]) << 8U |
                                                 static_cast<unsigned char>(page[5]));
    return rate > 0x400 && rate < 0xFFFF ? std::optional(rate) : std::nullopt;
}

// "naa.5000c500a1b2c3d4", "eui.0025385b21404d2f", "t10.ATA ...": the first two are worldwide names.
std::string worldWideNameOf(const fs::path& block) {
    std::string name;
    for (const char* file : {"wwid", "device/wwid"})
        if (name.empty())
            name = readLine(block / file);
    for (const char* scheme : {"naa.", "eui.", "0x"})
        if (startsWith(name, scheme))
            return name.substr(std::char_traits<char>::length(scheme));
    return {};
}

// Kernel drivers of controllers that show volumes of their own making and keep the drives to themselves.
std::string volumeDriverOf(const std::string& where, const SystemPaths& paths) {
    const auto at = where.find("/host");
    if (at == std::string::npos)
        return {};
    const std::string host = where.substr(at + 1, where.find('/', at + 1) - at - 1);
    std::string driver = readLine(paths.sys / "class/scsi_host" / host / "proc_name");
    for (const char* known : {"megaraid_sas", "aacraid", "hpsa", "smartpqi", "arcmsr", "3w-"})
        if (startsWith(driver, known))
            return driver;
    return {};
}

void findCommandNode(AttachedDrive& drive, const std::string& name, const fs::path& block) {
    if (startsWith(name, "nvme")) {
        drive.commandNode = "/dev/" + name;
        drive.commandFamily = Family::nvme;
        return;
    }
    for (const fs::path& generic : entriesOf(block / "device/scsi_generic")) {
        drive.commandNode = "/dev/" + generic.filename().string();
        drive.commandFamily = Family::scsi;
        return;
    }
}

// A command of our own is not split: it has to fit. NVMe commands are mapped page by page, so the number of
// pieces bounds them too; SCSI generic gathers its own memory in large pieces.
std::uint32_t maxCommandBytesOf(const std::string& name, const fs::path& block) {
    constexpr std::uint64_t page = 4096;
    constexpr std::uint64_t most = 64U << 20U;
    std::uint64_t bytes = std::min(most, readNumber(block / "queue/max_hw_sectors_kb") * 1024);
    const std::uint64_t pieces = readNumber(block / "queue/max_segments");
    if (startsWith(name, "nvme") && pieces != 0)
        bytes = std::min(bytes, pieces * page);
    return static_cast<std::uint32_t>(bytes);
}

DrivePart partOf(const fs::path& block, const SystemPaths& paths) {
    DrivePart part;
    part.name = block.filename().string();
    part.firstByte = readNumber(block / "start") * sysfsSectorBytes;
    part.bytes = readNumber(block / "size") * sysfsSectorBytes;
    const RecognisedContents contents = paths.recognised(readLine(block / "dev"));
    part.fileSystem = cleanText(contents.fileSystem);
    part.label = cleanText(contents.label);
    return part;
}

// What the kernel's own numbers say of the partitions.
void remarkParts(AttachedDrive& drive) {
    const std::uint64_t end = drive.identity.capacityBytes();
    const DrivePart* before = nullptr;
    for (const DrivePart& part : drive.parts) {
        if (part.firstByte % drive.identity.physicalBytes != 0)
            drive.remarks.push_back({RemarkKind::misaligned, part.name});
        if (end != 0 && part.firstByte + part.bytes > end)
            drive.remarks.push_back({RemarkKind::beyondEnd, part.name});
        if (before != nullptr && part.firstByte < before->firstByte + before->bytes)
            drive.remarks.push_back({RemarkKind::overlapping, part.name});
        before = &part;
    }
}

void remarkState(AttachedDrive& drive, const std::string& name, const fs::path& block,
                 const SystemPaths& paths) {
    std::error_code error;
    const std::string state = readLine(block / "device/state");
    if (!state.empty() && state != "running" && state != "live")
        drive.remarks.push_back({RemarkKind::offline, state});
    if (drive.identity.capacity.value == 0)
        drive.remarks.push_back(
            {readNumber(block / "removable") == 1 ? RemarkKind::noMedium : RemarkKind::zeroCapacity, {}});
    if (const std::string driver = volumeDriverOf(fs::canonical(block, error).string(), paths);
        !driver.empty() && startsWith(name, "sd"))
        drive.remarks.push_back({RemarkKind::controllerVolume, driver});
    if (readLine(block / "queue/zoned") == "host-managed")
        drive.remarks.push_back({RemarkKind::hostManaged, {}});
    if (const std::uint32_t bytes = drive.identity.logicalBytes; (bytes & (bytes - 1)) != 0)
        drive.remarks.push_back({RemarkKind::oddSectors, std::to_string(bytes)});
}

// Two entries of one drive, or two drives that cannot be told apart by their serial numbers.
void remarkPairs(std::vector<AttachedDrive>& drives) {
    for (AttachedDrive& drive : drives) {
        for (const AttachedDrive& other : drives) {
            const DriveIdentity& a = drive.identity;
            const DriveIdentity& b = other.identity;
            if (a.path == b.path)
                continue;
            const bool sameName = !a.worldWideName.empty() && a.worldWideName == b.worldWideName;
            const bool sameSerial = !a.serial.empty() && a.serial == b.serial && a.model == b.model;
            if (sameName && (sameSerial || a.serial.empty() || b.serial.empty()))
                drive.remarks.push_back({RemarkKind::secondPath, b.path});
            else if (sameSerial)
                drive.remarks.push_back({RemarkKind::sameSerial, b.path});
        }
    }
}

std::vector<DrivePart> partsOf(const fs::path& block, const SystemPaths& paths) {
    std::vector<DrivePart> parts;
    for (const fs::path& entry : entriesOf(block))
        if (fs::exists(entry / "partition"))
            parts.push_back(partOf(entry, paths));
    std::stable_sort(parts.begin(), parts.end(),
                     [](const DrivePart& a, const DrivePart& b) { return a.firstByte < b.firstByte; });
    if (parts.empty())
        if (DrivePart whole = partOf(block, paths); !whole.fileSystem.empty())
            parts.push_back(std::move(whole));
    return parts;
}

AttachedDrive describe(const fs::path& block, const SystemState& state, const SystemPaths& paths) {
    AttachedDrive drive;
    DriveIdentity& id = drive.identity;
    const std::string name = block.filename().string();
    id.path = (paths.dev / name).string();
    const std::string vendor = cleanText(readLine(block / "device/vendor"));
    id.model = cleanText(readLine(block / "device/model"));
    if (id.model.empty())
        id.model = cleanText(readLine(block / "device/name")); // cards
    // "ATA" stands where a translation has no vendor to tell; "0x..." is a PCI number.
    if (!vendor.empty() && vendor != "ATA" && !startsWith(vendor, "0x"))
        id.model = vendor + ' ' + id.model;
    id.serial = serialOf(block);
    id.worldWideName = worldWideNameOf(block);
    id.firmware = cleanText(readLine(block / "device/firmware_rev"));
    if (id.firmware.empty())
        id.firmware = cleanText(readLine(block / "device/rev"));
    id.attachment = attachmentOf(name, block);
    id.link = linkOf(block, id.attachment, paths);
    id.logicalBytes = static_cast<std::uint32_t>(readNumber(block / "queue/logical_block_size", 512));
    id.physicalBytes =
        static_cast<std::uint32_t>(readNumber(block / "queue/physical_block_size", id.logicalBytes));
    if (id.logicalBytes < 512)
        id.logicalBytes = 512;
    id.capacity.value = readNumber(block / "size") * sysfsSectorBytes / id.logicalBytes;
    // What a virtual disk or loop device says of rotation is a guess of the kernel's, not a fact.
    if (id.attachment != "virtual" && id.attachment != "file") {
        id.rotating = readNumber(block / "queue/rotational", 1) == 1;
        if (*id.rotating)
            id.rpm = rotationOf(block);
    }
    drive.backingFile = readLine(block / "loop/backing_file");
    if (!drive.backingFile.empty())
        id.model = cleanText(fs::path(drive.backingFile).filename().string());
    findCommandNode(drive, name, block);
    drive.maxCommandBytes = maxCommandBytesOf(name, block);
    drive.readOnly = readNumber(block / "ro") == 1;
    drive.generation = readLine(block / "diskseq");
    drive.parts = partsOf(block, paths);
    remarkState(drive, name, block, paths);
    remarkParts(drive);
    addUses(block, name, state, drive.uses);
    for (const fs::path& part : entriesOf(block))
        if (fs::exists(part / "partition"))
            addUses(part, part.filename().string(), state, drive.uses);
    return drive;
}

// Devices of drivers that make their nodes before anything is attached have nothing behind them at first.
bool mayBeNotReady(const std::string& name) {
    return startsWith(name, "sd") || startsWith(name, "nvme") || startsWith(name, "mmcblk");
}

void takeRecognised(AttachedDrive& drive, const Recognition& found) {
    if (found.silent)
        drive.remarks.push_back({RemarkKind::silent, {}});
    if (found.table == TableState::gptFirstDamaged)
        drive.remarks.push_back({RemarkKind::tableFirstDamaged, {}});
    if (found.table == TableState::gptSecondDamaged)
        drive.remarks.push_back({RemarkKind::tableSecondDamaged, {}});
    if (found.table == TableState::gptDamaged)
        drive.remarks.push_back({RemarkKind::tableDamaged, {}});
    for (const DrivePart& part : found.parts) {
        const auto same = std::find_if(drive.parts.begin(), drive.parts.end(),
                                       [&](const DrivePart& p) { return p.firstByte == part.firstByte; });
        if (same == drive.parts.end()) {
            // The whole drive without a table; or a part that the kernel does not show.
            DrivePart more = part;
            more.name = fs::path(drive.identity.path).filename().string();
            drive.parts.push_back(std::move(more));
        } else if (same->fileSystem.empty()) {
            same->fileSystem = part.fileSystem;
            same->label = part.label;
        }
    }
    std::stable_sort(drive.parts.begin(), drive.parts.end(),
                     [](const DrivePart& a, const DrivePart& b) { return a.firstByte < b.firstByte; });
}

bool isDrive(const std::string& name) {
    for (const char* other : {"ram", "zram", "dm-", "md", "sr", "fd"})
        if (startsWith(name, other))
            return false;
    return true;
}

// The sysfs folder of a device number, with links resolved; empty if there is none.
fs::path blockFolder(dev_t device, const SystemPaths& paths) {
    std::error_code error;
    return fs::canonical(paths.sys / "dev/block" /
                             (std::to_string(major(device)) + ':' + std::to_string(minor(device))),
                         error);
}

} // namespace

std::vector<AttachedDrive> listDrives(const SystemPaths& paths) {
    const SystemState state{mounts(paths), swaps(paths)};
    std::vector<AttachedDrive> drives;
    for (const fs::path& block : entriesOf(paths.sys / "block")) {
        if (!isDrive(block.filename().string()))
            continue;
        AttachedDrive drive = describe(block, state, paths);
        const bool empty = drive.identity.capacity.value == 0;
        if (!empty || mayBeNotReady(block.filename().string()))
            drives.push_back(std::move(drive));
    }
    remarkPairs(drives);
    return drives;
}

bool AttachedDrive::has(RemarkKind kind) const {
    return std::any_of(remarks.begin(), remarks.end(), [&](const Remark& r) { return r.kind == kind; });
}

std::string_view remarkName(RemarkKind kind) {
    return remarkNames[static_cast<std::size_t>(kind)];
}

struct Inventory::Known {
    std::string key;
    Recognition found;
    std::chrono::steady_clock::time_point asked;
};

std::vector<AttachedDrive> Inventory::look(Nanoseconds patience) {
    std::vector<AttachedDrive> drives = listDrives(m_paths);
    const auto keyOf = [](const AttachedDrive& drive) {
        return drive.identity.path + '\n' + drive.generation + '\n' + drive.identity.serial + '\n' +
               std::to_string(drive.identity.capacity.value);
    };
    const auto now = std::chrono::steady_clock::now();
    std::vector<std::shared_ptr<const Known>> known;
    std::vector<std::string> askedKeys;
    std::vector<std::string> askedPaths;
    for (const AttachedDrive& drive : drives) {
        const std::string key = keyOf(drive);
        const auto it =
            std::find_if(m_known.begin(), m_known.end(), [&](const auto& k) { return k->key == key; });
        if (it != m_known.end() && (!(*it)->found.silent || now - (*it)->asked < silentInterval)) {
            known.push_back(*it);
        } else if (drive.identity.capacity.value != 0) {
            askedKeys.push_back(key);
            askedPaths.push_back(drive.identity.path);
        }
    }
    std::vector<Recognition> found = recognise(askedPaths, patience);
    for (std::size_t i = 0; i < found.size(); ++i)
        known.push_back(std::make_shared<const Known>(Known{askedKeys[i], std::move(found[i]), now}));
    m_known = std::move(known);
    for (AttachedDrive& drive : drives)
        for (const auto& k : m_known)
            if (k->key == keyOf(drive))
                takeRecognised(drive, k->found);
    return drives;
}

std::optional<AttachedDrive> describeDevice(const std::string& path, const SystemPaths& paths) {
    struct stat status {};
    if (stat(path.c_str(), &status) != 0 || !S_ISBLK(status.st_mode))
        return std::nullopt;
    const fs::path folder = blockFolder(status.st_rdev, paths);
    if (folder.empty())
        return std::nullopt;
    const SystemState state{mounts(paths), swaps(paths)};
    const bool partition = fs::exists(folder / "partition");
    AttachedDrive drive = describe(partition ? folder.parent_path() : folder, state, paths);
    drive.partition = partition;
    if (partition) {
        drive.identity.capacity.value =
            readNumber(folder / "size") * sysfsSectorBytes / drive.identity.logicalBytes;
        std::erase_if(drive.uses, [&](const DriveUse& use) { return use.part != folder.filename(); });
    }
    drive.identity.path = path;
    return drive;
}

} // namespace orbita
