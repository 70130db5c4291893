// SPDX-License-Identifier: GPL-3.0-or-later
// What lies behind a file system: through partitions, RAID, mapper and loop devices, btrfs and overlays.
#include "core/inventory/place.h"

#include "core/inventory/kernel_text.h"

#include <algorithm>
#include <array>
#include <fcntl.h>
#include <fmt/format.h>
#include <fstream>
#include <sstream>
#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr int mostLayers = 16; // an overlay on a loop on a file on an overlay ...

struct MountLine {
    std::string type;
    std::string source;
    std::string options; // of the file system itself
};

// The mount that an open file was reached through; nothing where the system does not tell.
std::optional<MountLine> mountOf(int file, const SystemPaths& paths) {
    std::ifstream info(fmt::format("/proc/self/fdinfo/{}", file));
    std::string id;
    for (std::string word; info >> word;)
        if (word == "mnt_id:")
            info >> id;
    std::ifstream mounts(paths.proc / "self/mountinfo");
    for (std::string line; !id.empty() && std::getline(mounts, line);) {
        std::istringstream fields(line);
        std::string first;
        fields >> first;
        if (first != id)
            continue;
        // Optional fields end with a lone dash.
        for (std::string word; fields >> word && word != "-";) {
        }
        MountLine mount;
        fields >> mount.type >> mount.source >> mount.options;
        mount.source = kernel::unescaped(mount.source);
        return mount;
    }
    return std::nullopt;
}

bool isOneOf(const std::string& word, std::initializer_list<const char*> words) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

// "upperdir" and the like of an overlay's options; several with colons between, of which one may be escaped.
std::vector<std::string> pathsIn(const std::string& options, const std::string& key) {
    std::vector<std::string> found;
    std::istringstream words(options);
    for (std::string word; std::getline(words, word, ',');) {
        if (word.rfind(key + "=", 0) != 0)
            continue;
        std::string path;
        const std::string value = kernel::unescaped(word.substr(key.size() + 1));
        for (std::size_t i = 0; i <= value.size(); ++i) {
            if (i < value.size() && value[i] == '\\' && i + 1 < value.size()) {
                path += value[++i];
            } else if (i == value.size() || value[i] == ':') {
                if (!path.empty())
                    found.push_back(path);
                path.clear();
            } else {
                path += value[i];
            }
        }
    }
    return found;
}

class Digger {
public:
    explicit Digger(const SystemPaths& paths) : m_paths(paths) {}

    void file(int file, int layer) {
        struct stat s {};
        if (layer > mostLayers || fstat(file, &s) != 0) {
            untold("more layers than can be followed");
            return;
        }
        if (major(s.st_dev) != 0) {
            number(s.st_dev, layer);
            return;
        }
        const auto mount = mountOf(file, m_paths);
        if (!mount)
            untold("a file system that the kernel does not list");
        else
            nameless(*mount, layer);
    }

    void path(const std::string& path, int layer) {
        const Descriptor file(open(path.c_str(), O_PATH | O_CLOEXEC));
        struct stat s {};
        if (!file || fstat(file.get(), &s) != 0) {
            untold("a file that cannot be reached (" + path + ")");
        } else if (S_ISBLK(s.st_mode)) {
            number(s.st_rdev, layer);
        } else {
            m_found.files.insert({s.st_dev, s.st_ino});
            this->file(file.get(), layer);
        }
    }

    void number(dev_t device, int layer) {
        std::error_code error;
        const fs::path block = fs::canonical(
            m_paths.sys / "dev/block" / fmt::format("{}:{}", major(device), minor(device)), error);
        if (error)
            untold(
                fmt::format("a device that the kernel does not list ({}:{})", major(device), minor(device)));
        else
            this->block(block, layer);
    }

    void block(const fs::path& block, int layer) {
        if (!m_found.devices.insert(block.filename().string()).second)
            return;
        std::error_code error;
        if (fs::exists(block / "partition", error))
            this->block(block.parent_path(), layer);
        for (const auto& slave : fs::directory_iterator(block / "slaves", error))
            if (const fs::path below = fs::canonical(slave.path(), error); !error)
                this->block(below, layer);
        // A loop device; its partitions have come here through it.
        std::ifstream backing(block / "loop/backing_file");
        if (std::string line; std::getline(backing, line) && !line.empty())
            path(line, layer + 1);
    }

    void nameless(const MountLine& mount, int layer) {
        if (isOneOf(mount.type, {"tmpfs", "ramfs", "rootfs", "devtmpfs", "proc", "sysfs", "devpts"}))
            return; // memory
        if (isOneOf(mount.type, {"nfs", "nfs4", "cifs", "smb3", "ceph", "9p", "virtiofs", "afs"}))
            return; // another computer
        if (mount.type == "overlay") {
            const auto upper = pathsIn(mount.options, "upperdir");
            if (upper.empty())
                untold("an overlay whose layers cannot be seen");
            for (const std::string& layerPath : upper)
                path(layerPath, layer + 1);
            return;
        }
        const auto members = membersOfMount(mount.type, mount.source, mount.options, m_paths);
        if (members.empty())
            untold("a " + mount.type + " file system");
        for (const std::string& member : members) {
            std::error_code error;
            const fs::path found = fs::canonical(m_paths.sys / "class/block" / member, error);
            if (error)
                untold("a device that the kernel does not list (" + member + ")");
            else
                block(found, layer);
        }
    }

    Foundation take() { return std::move(m_found); }

private:
    void untold(std::string what) {
        if (m_found.untold.empty())
            m_found.untold = std::move(what);
    }

    const SystemPaths& m_paths;
    Foundation m_found;
};

std::string blockNameOf(const std::string& path, const SystemPaths& paths) {
    struct stat s {};
    if (stat(path.c_str(), &s) != 0 || !S_ISBLK(s.st_mode))
        return {};
    std::error_code error;
    const fs::path block = fs::canonical(
        paths.sys / "dev/block" / fmt::format("{}:{}", major(s.st_rdev), minor(s.st_rdev)), error);
    return error ? std::string{} : block.filename().string();
}

} // namespace

std::set<std::string> membersOfMount(const std::string& type, const std::string& source,
                                     const std::string& options, const SystemPaths& paths) {
    std::set<std::string> members;
    if (type == "overlay") {
        for (const char* key : {"upperdir", "lowerdir"})
            for (const std::string& layer : pathsIn(options, key)) {
                struct stat s {};
                std::error_code error;
                if (stat(layer.c_str(), &s) != 0 || major(s.st_dev) == 0)
                    continue;
                const fs::path block = fs::canonical(
                    paths.sys / "dev/block" / fmt::format("{}:{}", major(s.st_dev), minor(s.st_dev)), error);
                if (!error)
                    members.insert(block.filename().string());
            }
        return members;
    }
    // One of the devices is the source; several stand with colons between.
    std::istringstream words(source);
    for (std::string word; std::getline(words, word, ':');)
        if (const std::string name = blockNameOf(word, paths); !name.empty())
            members.insert(name);
    if (type != "btrfs")
        return members;
    std::error_code error;
    for (const auto& volume : fs::directory_iterator(paths.sys / "fs/btrfs", error)) {
        std::set<std::string> names;
        std::error_code inside;
        for (const auto& device : fs::directory_iterator(volume.path() / "devices", inside))
            names.insert(device.path().filename().string());
        if (std::any_of(members.begin(), members.end(),
                        [&](const std::string& m) { return names.contains(m); }))
            return names;
    }
    return members;
}

Foundation foundationOf(int file, const SystemPaths& paths) {
    Digger digger(paths);
    digger.file(file, 0);
    return digger.take();
}

bool restsOn(const std::string& path, const std::string& device, const SystemPaths& paths) {
    const std::string name = blockNameOf(device, paths);
    std::error_code error;
    fs::path place = fs::absolute(path, error);
    while (!name.empty() && !error) {
        if (const Descriptor file(open(place.c_str(), O_PATH | O_CLOEXEC)); file)
            return foundationOf(file.get(), paths).devices.contains(name);
        if (!place.has_relative_path())
            break;
        place = place.parent_path();
    }
    return false;
}

Foundation foundationOfDevice(const std::string& path, const SystemPaths& paths) {
    Digger digger(paths);
    digger.path(path, 0);
    return digger.take();
}

} // namespace orbita
