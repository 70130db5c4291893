// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/place.h"

#include "core/base/own_format.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <climits>
#include <cstring>
#include <deque>
#include <fcntl.h>
#include <fmt/format.h>
#include <linux/magic.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <sys/vfs.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr int mostLinks = 40; // as the kernel has it

Error refusedPlace(const std::string& path, Phrase why, Phrase advice) {
    return {Error::Kind::refusedUnsafe, "writing to", path, std::move(why), std::move(advice)};
}

FileId idOf(const struct stat& s) {
    return {s.st_dev, s.st_ino};
}

std::optional<std::string> linkAt(int folder, const std::string& name) {
    std::string target(PATH_MAX, '\0');
    const ssize_t n = readlinkat(folder, name.c_str(), target.data(), target.size());
    if (n <= 0 || static_cast<std::size_t>(n) == target.size())
        return std::nullopt;
    target.resize(static_cast<std::size_t>(n));
    return target;
}

// The names in a path, the last one empty where it ends in a slash.
std::deque<std::string> namesIn(const std::string& path) {
    std::deque<std::string> found;
    for (std::size_t at = 0; at <= path.size();) {
        const std::size_t end = std::min(path.find('/', at), path.size());
        found.push_back(path.substr(at, end - at));
        at = end + 1;
    }
    return found;
}

// Walks a path name by name, links followed by hand.
class Walk {
public:
    Walk(std::string path, bool followsLast) : m_path(std::move(path)), m_followsLast(followsLast) {}

    Result<FilePlace> run() {
        if (m_path.empty() || m_path.find('\0') != std::string::npos)
            return tl::unexpected(refusedPlace(m_path, "it names no file", "Name a file."));
        if (!begin(m_path))
            return failed(errno);
        m_names = namesIn(m_path);
        while (!m_names.empty()) {
            const std::string name = m_names.front();
            m_names.pop_front();
            const bool last = m_names.empty();
            if (last && (name.empty() || name == "." || name == ".."))
                return tl::unexpected(refusedPlace(m_path, "it is a folder", "Name a file in it."));
            if (name.empty() || name == ".")
                continue;
            struct stat s {};
            if (fstatat(m_at.get(), name.c_str(), &s, AT_SYMLINK_NOFOLLOW) != 0) {
                if (last && errno == ENOENT)
                    return here(name, nullptr);
                return failed(errno);
            }
            if (S_ISLNK(s.st_mode)) {
                if (auto followed = follow(name, s, last); !followed)
                    return tl::unexpected(std::move(followed.error()));
            } else if (last) {
                return here(name, &s);
            } else if (!enter(name)) {
                return failed(errno);
            }
        }
        return tl::unexpected(refusedPlace(m_path, "it is a folder", "Name a file in it."));
    }

private:
    bool begin(const std::string& path) {
        m_at.reset(open(path.front() == '/' ? "/" : ".", O_PATH | O_DIRECTORY | O_CLOEXEC));
        return static_cast<bool>(m_at);
    }
    bool enter(const std::string& name) {
        Descriptor next(openat(m_at.get(), name.c_str(), O_PATH | O_DIRECTORY | O_NOFOLLOW | O_CLOEXEC));
        if (!next)
            return false;
        m_at = std::move(next);
        return true;
    }
    Result<void> follow(const std::string& name, const struct stat& link, bool last) {
        if (last && !m_followsLast)
            return tl::unexpected(refusedPlace(m_path, "a link stands there",
                                               "Orbita keeps its own files in real ones only: "
                                               "remove the link, or name where it leads."));
        // Anybody may put a link into a folder that all may write to, or into his own for root to fall over.
        if (link.st_uid != 0 && link.st_uid != geteuid())
            return tl::unexpected(refusedPlace(m_path,
                                               {"the link {} on the way was made by another user", {name}},
                                               "Name the place where it leads, if that is what you want."));
        const auto target = linkAt(m_at.get(), name);
        if (++m_links > mostLinks || !target)
            return failed(ELOOP);
        if (target->front() == '/' && !begin(*target))
            return failed(errno);
        const auto ahead = namesIn(*target);
        m_names.insert(m_names.begin(), ahead.begin(), ahead.end());
        return {};
    }
    Result<FilePlace> here(const std::string& name, const struct stat* there) {
        FilePlace place;
        // To be made durable, it has to be open for reading.
        place.folder.reset(openat(m_at.get(), ".", O_RDONLY | O_DIRECTORY | O_CLOEXEC));
        if (!place.folder)
            place.folder = std::move(m_at);
        struct stat folder {};
        if (fstat(place.folder.get(), &folder) != 0)
            return failed(errno);
        place.inFolder = idOf(folder);
        place.name = name;
        place.path = m_path;
        if (there != nullptr) {
            place.exists = true;
            place.file = idOf(*there);
            if (!S_ISREG(there->st_mode))
                return tl::unexpected(refusedPlace(m_path, kindOf(there->st_mode),
                                                   "Name a file that does not exist yet, or an older result; "
                                                   "\"-\" is standard output. Nothing has been changed."));
        }
        return place;
    }
    static const char* kindOf(mode_t mode) {
        return S_ISDIR(mode)                    ? "it is a folder"
               : S_ISBLK(mode) || S_ISCHR(mode) ? "it is a device"
               : S_ISFIFO(mode)                 ? "it is a pipe"
               : S_ISSOCK(mode)                 ? "it is a socket"
                                                : "it is no file";
    }
    [[nodiscard]] tl::unexpected<Error> failed(int error) const {
        Error e = systemError("writing to", m_path, error);
        if (error == EACCES || error == EPERM)
            e.advice = "Choose a folder that you may write to.";
        if (e.advice.empty())
            e.advice = "Choose another place.";
        if (error == ENOENT || error == ENOTDIR) {
            e.answer = "its folder does not exist";
            e.advice = "Make the folder, or choose another place.";
        }
        return tl::unexpected(std::move(e));
    }

    std::string m_path;
    bool m_followsLast;
    Descriptor m_at;
    std::deque<std::string> m_names;
    int m_links = 0;
};

std::string formatAt(const FilePlace& folder, const std::string& name) {
    const Descriptor file(
        openat(folder.folder.get(), name.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    return file ? ownFormatOf(file.get()) : std::string{};
}

// What must not be replaced by a result; nothing where it may.
std::optional<const char*> whatStands(const FilePlace& place) {
    const std::string format = formatAt(place, place.name);
    if (format == "orbita-image-map")
        return "it is the map of an image";
    if (format == "orbita-casebook")
        return "it is a casebook";
    if (format == "orbita-owed-setting")
        return "it holds a setting that is owed to a drive";
    if (formatAt(place, place.name + ".map") == "orbita-image-map")
        return "it is an image that was saved of a drive";
    return std::nullopt;
}

// The names by which a whole drive is known the world over; a drive that is reached in two ways has two
// kernel names and one of these.
std::string worldWideNameOf(const std::string& device, const SystemPaths& paths) {
    for (const char* file : {"wwid", "device/wwid"}) {
        const Descriptor d(open((paths.sys / "class/block" / device / file).c_str(), O_RDONLY | O_CLOEXEC));
        std::string name(256, '\0');
        const ssize_t n = d ? read(d.get(), name.data(), name.size()) : 0;
        if (n > 8) {
            name.resize(static_cast<std::size_t>(n));
            return name;
        }
    }
    return {};
}

bool shareADevice(const Foundation& place, const Foundation& tested, const SystemPaths& paths) {
    for (const std::string& device : tested.devices) {
        if (place.devices.contains(device))
            return true;
        const std::string name = worldWideNameOf(device, paths);
        if (!name.empty() &&
            std::any_of(place.devices.begin(), place.devices.end(),
                        [&](const std::string& other) { return worldWideNameOf(other, paths) == name; }))
            return true;
    }
    return false;
}

// The drive itself, and for a partition the drive it is on: what is stacked below a loop device or a volume
// is another matter, and its backing file is spared as a file.
Foundation testedBy(const std::string& device, const SystemPaths& paths) {
    struct stat s {};
    Foundation whole = foundationOfDevice(device, paths);
    Foundation tested;
    tested.files = whole.files;
    if (stat(device.c_str(), &s) != 0 || !S_ISBLK(s.st_mode))
        return tested;
    std::error_code error;
    const fs::path block = fs::canonical(
        paths.sys / "dev/block" / fmt::format("{}:{}", major(s.st_rdev), minor(s.st_rdev)), error);
    if (error)
        return tested;
    tested.devices.insert(block.filename().string());
    if (fs::exists(block / "partition", error))
        tested.devices.insert(block.parent_path().filename().string());
    return tested;
}

Result<void> judgeFoundation(const std::string& path, const Foundation& here, const PlaceRules& rules,
                             const SystemPaths& paths) {
    if (rules.device.empty())
        return {};
    if (shareADevice(here, testedBy(rules.device, paths), paths))
        return tl::unexpected(refusedPlace(path, {"it lies on the drive under test, {}", {rules.device}},
                                           "Nothing may be written there; choose a place on another drive."));
    if (!here.untold.empty() && !rules.untoldToo)
        return tl::unexpected(refusedPlace(
            path, {"it lies on {}, and which drives are behind it cannot be determined", {here.untold}},
            "Choose a place on another drive. If you are sure that it is not on the drive under test, "
            "insist (--place-is-elsewhere)."));
    return {};
}

} // namespace

bool samePlace(const FilePlace& a, const FilePlace& b) {
    if (a.exists && b.exists)
        return a.file == b.file;
    return a.inFolder == b.inFolder && a.name == b.name;
}

Result<FilePlace> judgePlace(const std::string& path, const PlaceRules& rules, const SystemPaths& paths) {
    auto place = Walk(path, rules.purpose != PlaceFor::record).run();
    if (!place)
        return place;
    if (faccessat(place->folder.get(), ".", W_OK, AT_EACCESS) != 0) {
        Error error = systemError("writing to", path, errno);
        error.answer = "its folder may not be written to";
        error.advice = errno == EROFS ? "That place is read-only; choose another."
                                      : "Choose a folder that you may write to.";
        return tl::unexpected(std::move(error));
    }
    struct statfs system {};
    if (fstatfs(place->folder.get(), &system) == 0 &&
        (system.f_type == PROC_SUPER_MAGIC || system.f_type == SYSFS_MAGIC))
        return tl::unexpected(
            refusedPlace(path, "nothing can be kept there: it is the kernel's own", "Choose another place."));
    for (const std::string& spared : rules.spared) {
        struct stat s {};
        if (place->exists && stat(spared.c_str(), &s) == 0 && idOf(s) == place->file)
            return tl::unexpected(refusedPlace(path, "it is what is being scanned", "Choose another place."));
    }
    if (!rules.device.empty()) {
        struct stat s {};
        const Foundation tested = foundationOfDevice(rules.device, paths);
        const bool isTested = stat(rules.device.c_str(), &s) == 0 && idOf(s) == place->file;
        if (place->exists && (isTested || tested.files.contains(place->file)))
            return tl::unexpected(
                refusedPlace(path, {"it is what the drive under test, {}, is made of", {rules.device}},
                             "Choose another place."));
    }
    // A single file can be mounted from elsewhere.
    const Descriptor there(
        place->exists ? openat(place->folder.get(), place->name.c_str(), O_PATH | O_NOFOLLOW | O_CLOEXEC)
                      : -1);
    for (const int file : {place->folder.get(), there.get()})
        if (file >= 0)
            if (auto fine = judgeFoundation(path, foundationOf(file, paths), rules, paths); !fine)
                return tl::unexpected(std::move(fine.error()));
    if (place->exists && rules.purpose == PlaceFor::result)
        if (const auto what = whatStands(*place))
            return tl::unexpected(refusedPlace(path, *what, "Choose another name; it has not been touched."));
    place->recheck = [path, rules, paths](int file) {
        return judgeFoundation(path, foundationOf(file, paths), rules, paths);
    };
    return place;
}

} // namespace orbita
