// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-probe recognise DEVICE         says, as JSON, which partition table and file systems are on it
// orbita-probe hold FLAGS DEVICE...     has the system refuse writing to each through the block layer
// (1), or
//                                           not (0), and says what was so before: "010"
// Does what opens a drive besides reading it block by block; a process of its own, for any of it may
// hang. Opens for reading only.
#include "core/inventory/partition_table.h"

#include <blkid/blkid.h>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <linux/fs.h>
#include <memory>
#include <nlohmann/json.hpp>
#include <string_view>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <unistd.h>
#include <vector>

namespace {

using Json = nlohmann::json;

struct ProbeDeleter {
    void operator()(blkid_probe probe) const { blkid_free_probe(probe); }
};
using Probe = std::unique_ptr<std::remove_pointer_t<blkid_probe>, ProbeDeleter>;

struct Geometry {
    std::uint64_t bytes = 0;
    std::uint32_t logicalBytes = 512;
};

Geometry geometryOf(int file) {
    Geometry geometry;
    struct stat status {};
    if (fstat(file, &status) == 0 && S_ISREG(status.st_mode))
        geometry.bytes = static_cast<std::uint64_t>(status.st_size);
    std::uint64_t bytes = 0;
    if (ioctl(file, BLKGETSIZE64, &bytes) == 0)
        geometry.bytes = bytes;
    int logical = 0;
    if (ioctl(file, BLKSSZGET, &logical) == 0 && logical >= 512)
        geometry.logicalBytes = static_cast<std::uint32_t>(logical);
    return geometry;
}

std::vector<std::byte> readAt(int file, std::uint64_t at, std::size_t count) {
    std::vector<std::byte> bytes(count);
    const ssize_t got = pread(file, bytes.data(), count, static_cast<off_t>(at));
    bytes.resize(got > 0 ? static_cast<std::size_t>(got) : 0);
    return bytes;
}

std::string valueOf(blkid_probe probe, const char* name) {
    const char* value = nullptr;
    return blkid_probe_lookup_value(probe, name, &value, nullptr) == 0 && value != nullptr ? value : "";
}

Probe makeProbe(int file, std::uint64_t at, std::uint64_t bytes) {
    Probe probe(blkid_new_probe());
    if (!probe ||
        blkid_probe_set_device(probe.get(), file, static_cast<off_t>(at), static_cast<off_t>(bytes)) != 0)
        return nullptr;
    blkid_probe_enable_superblocks(probe.get(), 1);
    blkid_probe_set_superblocks_flags(probe.get(), BLKID_SUBLKS_LABEL | BLKID_SUBLKS_TYPE);
    return probe;
}

// What lives in a run of bytes; null where nothing is recognised, or more than one thing.
Json contentOf(int file, std::uint64_t at, std::uint64_t bytes) {
    const Probe probe = makeProbe(file, at, bytes);
    if (!probe || blkid_do_safeprobe(probe.get()) != 0)
        return nullptr;
    std::string type = valueOf(probe.get(), "TYPE");
    if (type.empty())
        return nullptr;
    return {{"first_byte", at},
            {"bytes", bytes},
            {"file_system", type},
            {"label", valueOf(probe.get(), "LABEL")}};
}

Json partsOf(int file, const Geometry& geometry) {
    Json parts = Json::array();
    if (Json whole = contentOf(file, 0, geometry.bytes); !whole.is_null()) {
        parts.push_back(std::move(whole));
        return parts;
    }
    const Probe probe = makeProbe(file, 0, geometry.bytes);
    blkid_partlist list = probe ? blkid_probe_get_partitions(probe.get()) : nullptr;
    for (int i = 0; list != nullptr && i < blkid_partlist_numof_partitions(list); ++i) {
        blkid_partition part = blkid_partlist_get_partition(list, i);
        constexpr std::uint64_t unit = 512; // of libblkid, whatever the sector
        const std::uint64_t first = static_cast<std::uint64_t>(blkid_partition_get_start(part)) * unit;
        const std::uint64_t bytes = static_cast<std::uint64_t>(blkid_partition_get_size(part)) * unit;
        if (blkid_partition_is_extended(part) != 0 || first >= geometry.bytes)
            continue;
        if (Json content = contentOf(file, first, std::min(bytes, geometry.bytes - first));
            !content.is_null())
            parts.push_back(std::move(content));
    }
    return parts;
}

int recognise(const char* path) {
    Json answer;
    const int file = open(path, O_RDONLY | O_CLOEXEC);
    if (file < 0) {
        answer = {{"error", errno}};
    } else {
        const Geometry geometry = geometryOf(file);
        Json parts = partsOf(file, geometry);
        const std::uint64_t sectors = geometry.bytes / geometry.logicalBytes;
        orbita::TableState table = orbita::TableState::none;
        const bool usedWhole = parts.size() == 1 && parts[0]["first_byte"] == 0;
        if (sectors > 1 && !usedWhole)
            table =
                orbita::judgeTable(readAt(file, 0, orbita::tableHeadBytes(geometry.logicalBytes)),
                                   readAt(file, (sectors - 1) * geometry.logicalBytes, geometry.logicalBytes),
                                   geometry.logicalBytes, sectors);
        answer = {{"table", orbita::tableStateName(table)}, {"parts", std::move(parts)}};
        close(file);
    }
    // A label may be no UTF-8.
    std::puts(answer.dump(-1, ' ', false, Json::error_handler_t::replace).c_str());
    return 0;
}

// All or none: where one of them cannot be set, those before are put back. All are asked before any is set,
// for a partition reads as read-only as long as its drive is.
int hold(std::string_view flags, char** paths, int count) {
    std::vector<int> files;
    std::string before;
    int error = 0;
    const auto set = [&](std::size_t i, char flag) {
        const int wanted = flag == '1' ? 1 : 0;
        return ioctl(files[i], BLKROSET, &wanted) == 0 ? 0 : errno;
    };
    for (int i = 0; i < count && error == 0; ++i) {
        files.push_back(open(paths[i], O_RDONLY | O_CLOEXEC | O_NONBLOCK));
        int flag = 0;
        if (files.back() < 0 || ioctl(files.back(), BLKROGET, &flag) != 0)
            error = errno;
        before += flag != 0 ? '1' : '0';
    }
    std::size_t done = 0;
    for (; done < flags.size() && error == 0; ++done)
        error = set(done, flags[done]);
    for (std::size_t i = 0; error != 0 && i < done; ++i)
        set(i, before[i]);
    for (const int file : files)
        if (file >= 0)
            close(file);
    std::puts(Json{{"error", error}, {"before", before}}.dump().c_str());
    return 0;
}

} // namespace

int main(int argc, char** argv) {
    // From here on, waiting is waiting for the drive.
    std::puts("");
    std::fflush(stdout);
    const std::string_view verb = argc > 1 ? argv[1] : "";
    if (verb == "recognise" && argc == 3)
        return recognise(argv[2]);
    if (verb == "hold" && argc > 3 && std::strlen(argv[2]) == static_cast<std::size_t>(argc - 3))
        return hold(argv[2], argv + 3, argc - 3);
    std::fputs("orbita-probe is started by Orbita itself.\n", stderr);
    return 2;
}
