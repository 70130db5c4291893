// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/ownership.h"

#include "core/base/descriptor.h"

#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

void giveToOwnerOf(int folder, int made) {
    struct stat in {};
    if (geteuid() != 0 || fstat(folder, &in) != 0 || in.st_uid == 0 || (in.st_mode & S_IWOTH) != 0)
        return;
    // Where it cannot be, as on file systems without owners, it stays as it is.
    [[maybe_unused]] const int given = fchown(made, in.st_uid, in.st_gid);
}

Result<void> makePrivateFolders(const std::string& path) {
    namespace fs = std::filesystem;
    fs::path soFar;
    for (const fs::path& part : fs::path(path).lexically_normal()) {
        const fs::path above = soFar.empty() ? fs::path(".") : soFar;
        soFar /= part;
        if (part.empty() || mkdir(soFar.c_str(), S_IRWXU) != 0) {
            struct stat there {};
            if (part.empty() || (stat(soFar.c_str(), &there) == 0 && S_ISDIR(there.st_mode)))
                continue;
            return tl::unexpected(systemError("making the folder", soFar.string(), errno));
        }
        const Descriptor folder(open(above.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
        const Descriptor made(open(soFar.c_str(), O_RDONLY | O_DIRECTORY | O_NOFOLLOW | O_CLOEXEC));
        if (folder && made)
            giveToOwnerOf(folder.get(), made.get());
    }
    return {};
}

} // namespace orbita
