// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/durable_file.h"

#include "core/base/ownership.h"

#include <cerrno>
#include <cstdio>
#include <fcntl.h>
#include <fmt/format.h>
#include <random>
#include <sys/stat.h>

namespace orbita {

namespace {

constexpr mode_t ownerOnly = 0600;
constexpr int mostNames = 100;

// Never one that is there already, nor through a link.
Descriptor openFresh(const FolderEntry& at, std::string& name) {
    std::random_device random;
    for (int i = 0; i < mostNames; ++i) {
        name = fmt::format(".orbita-{:08x}{:08x}.part", random(), random());
        Descriptor file(openat(at.folder, name.c_str(),
                               O_WRONLY | O_CREAT | O_EXCL | O_APPEND | O_NOFOLLOW | O_CLOEXEC, ownerOnly));
        if (file)
            giveToOwnerOf(at.folder, file.get());
        if (file || errno != EEXIST)
            return file;
    }
    return {};
}

} // namespace

int writeAll(int file, std::span<const std::byte> data) {
    while (!data.empty()) {
        const ssize_t n = ::write(file, data.data(), data.size());
        if (n < 0 && errno == EINTR)
            continue;
        if (n <= 0)
            return n < 0 ? errno : ENOSPC;
        data = data.subspan(static_cast<std::size_t>(n));
    }
    return 0;
}

int writeAllAt(int file, std::span<const std::byte> data, std::uint64_t at) {
    while (!data.empty()) {
        const ssize_t n = pwrite(file, data.data(), data.size(), static_cast<off_t>(at));
        if (n < 0 && errno == EINTR)
            continue;
        if (n <= 0)
            return n < 0 ? errno : ENOSPC;
        data = data.subspan(static_cast<std::size_t>(n));
        at += static_cast<std::uint64_t>(n);
    }
    return 0;
}

int syncFolder(int folder) {
    // Where a folder cannot be synced at all, its file system keeps names in order by itself, or nothing can.
    if (fsync(folder) == 0 || errno == EINVAL || errno == EBADF)
        return 0;
    return errno;
}

Result<Descriptor> replaceDurably(const FolderEntry& at, std::string_view content, const FileCheck& check) {
    std::string fresh;
    Descriptor file = openFresh(at, fresh);
    if (!file)
        return tl::unexpected(systemError("writing", at.path, errno));
    const auto giveUp = [&](Error error) {
        unlinkat(at.folder, fresh.c_str(), 0);
        return tl::unexpected(std::move(error));
    };
    if (check)
        if (auto fine = check(file.get()); !fine)
            return giveUp(std::move(fine.error()));
    if (const int error = writeAll(file.get(), std::as_bytes(std::span(content))); error != 0)
        return giveUp(systemError("writing", at.path, error));
    if (fsync(file.get()) != 0)
        return giveUp(systemError("making durable", at.path, errno));
    if (renameat(at.folder, fresh.c_str(), at.folder, at.name.c_str()) != 0)
        return giveUp(systemError("writing", at.path, errno));
    if (const int error = syncFolder(at.folder); error != 0)
        return tl::unexpected(systemError("making durable", at.path, error));
    return file;
}

Result<void> writeDurably(const FolderEntry& at, std::string_view content, const FileCheck& check) {
    const auto file = replaceDurably(at, content, check);
    if (!file)
        return tl::unexpected(file.error());
    return {};
}

Result<void> removeDurably(const FolderEntry& at) {
    if (unlinkat(at.folder, at.name.c_str(), 0) != 0 && errno != ENOENT)
        return tl::unexpected(systemError("removing", at.path, errno));
    if (const int error = syncFolder(at.folder); error != 0)
        return tl::unexpected(systemError("making durable", at.path, error));
    return {};
}

} // namespace orbita
