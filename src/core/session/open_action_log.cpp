// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/open_action_log.h"

#include "core/base/ownership.h"

#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

namespace {

constexpr const char* opening = "opening the log of what is done to drives,";

// A file of its owner's, and nobody else's to have put something into.
Result<void> isOurs(int file, const std::string& path) {
    struct stat status {};
    if (fstat(file, &status) != 0)
        return tl::unexpected(systemError(opening, path, errno));
    const bool ours =
        S_ISREG(status.st_mode) && (status.st_uid == geteuid() || status.st_uid == 0 || geteuid() == 0);
    if (!ours)
        return tl::unexpected(
            Error{Error::Kind::refusedUnsafe, opening, path,
                  S_ISREG(status.st_mode) ? "another user has written it" : "it is no file",
                  "Nothing was sent to the drive. Look at it, and move it away if it is not "
                  "yours."});
    return {};
}

} // namespace

Result<ActionLog> openActionLog(const std::string& path, PlaceRules rules) {
    if (path.empty())
        return ActionLog();
    if (auto made = makePrivateFolders(std::filesystem::path(path).parent_path().string()); !made)
        return tl::unexpected(made.error());
    rules.purpose = PlaceFor::record;
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    Descriptor file(openat(place->folder.get(), place->name.c_str(),
                           O_RDWR | O_APPEND | O_CREAT | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC, 0600));
    if (!file)
        return tl::unexpected(systemError(opening, path, errno));
    if (auto ours = isOurs(file.get(), path); !ours)
        return tl::unexpected(ours.error());
    if (place->recheck)
        if (auto still = place->recheck(file.get()); !still)
            return tl::unexpected(still.error());
    if (!place->exists) {
        giveToOwnerOf(place->folder.get(), file.get());
        if (const int error = syncFolder(place->folder.get()); error != 0)
            return tl::unexpected(systemError(opening, path, error));
    }
    return ActionLog(std::move(file), path);
}

Result<std::vector<DriveAction>> readActionLog(const std::string& path) {
    if (path.empty())
        return std::vector<DriveAction>{};
    Descriptor file(open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    if (!file)
        return errno == ENOENT || errno == ENOTDIR
                   ? Result<std::vector<DriveAction>>(std::vector<DriveAction>{})
                   : tl::unexpected(systemError(opening, path, errno));
    if (auto ours = isOurs(file.get(), path); !ours)
        return tl::unexpected(ours.error());
    return ActionLog(std::move(file), path).read();
}

} // namespace orbita
