// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/load_source.h"

#include <charconv>
#include <fcntl.h>
#include <fstream>
#include <set>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t mostSources = 8;

using DeviceNumber = std::pair<unsigned, unsigned>;

std::optional<DeviceNumber> numberIn(const fs::path& file) {
    unsigned major = 0;
    unsigned minor = 0;
    char colon = 0;
    std::ifstream in(file);
    if (in >> major >> colon >> minor && colon == ':')
        return DeviceNumber{major, minor};
    return std::nullopt;
}

// The device and its partitions, and what is stacked on them.
void collect(const fs::path& block, std::set<DeviceNumber>& numbers, int depth) {
    constexpr int deepest = 4;
    if (const auto number = numberIn(block / "dev"))
        numbers.insert(*number);
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(block, error))
        if (fs::exists(entry.path() / "partition", error))
            collect(entry.path(), numbers, depth + 1);
    if (depth < deepest)
        for (const auto& holder : fs::directory_iterator(block / "holders", error))
            collect(fs::canonical(holder.path(), error), numbers, depth + 1);
}

// What the kernel knows of it already: a file on a dead network place must not be asked about.
std::optional<struct statx> statusOf(const fs::path& link) {
    struct statx s {};
    if (statx(AT_FDCWD, link.c_str(), AT_STATX_DONT_SYNC | AT_NO_AUTOMOUNT, STATX_TYPE, &s) != 0)
        return std::nullopt;
    return s;
}

bool holdsOneOpen(const fs::path& process, const std::set<DeviceNumber>& numbers) {
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(process / "fd", error)) {
        const auto s = statusOf(entry.path());
        if (!s)
            continue;
        const bool device = S_ISBLK(s->stx_mode) && numbers.contains({s->stx_rdev_major, s->stx_rdev_minor});
        if (device || (S_ISREG(s->stx_mode) && numbers.contains({s->stx_dev_major, s->stx_dev_minor})))
            return true;
    }
    return false;
}

} // namespace

std::vector<LoadSource> loadSources(const std::string& device, const SystemPaths& paths) {
    std::error_code error;
    const fs::path block = fs::canonical(paths.sys / "class/block" / fs::path(device).filename(), error);
    std::set<DeviceNumber> numbers;
    if (!error)
        collect(block, numbers, 0);
    std::vector<LoadSource> sources;
    if (numbers.empty())
        return sources;
    for (const auto& entry : fs::directory_iterator(paths.proc, error)) {
        const std::string name = entry.path().filename().string();
        int process = 0;
        const auto [end, bad] = std::from_chars(name.data(), name.data() + name.size(), process);
        if (bad != std::errc{} || end != name.data() + name.size() || process == getpid())
            continue;
        if (!holdsOneOpen(entry.path(), numbers))
            continue;
        LoadSource source{process, {}};
        std::ifstream comm(entry.path() / "comm");
        std::getline(comm, source.name);
        if (source.name.starts_with("orbita-reader") || source.name.starts_with("orbita-attend"))
            continue;
        sources.push_back(std::move(source));
        if (sources.size() == mostSources)
            break;
    }
    return sources;
}

} // namespace orbita
