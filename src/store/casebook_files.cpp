// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/casebook_files.h"

#include "core/base/ownership.h"

#include <QFile>
#include <QFileInfo>
#include <cerrno>
#include <cstdio>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

bool copyWithJournal(const QString& from, const QString& to) {
    for (const char* suffix : {"", "-wal"}) {
        const QString source = from + QLatin1String(suffix);
        if (!QFile::exists(source)) {
            if (*suffix == '\0')
                return false;
            continue;
        }
        if (!QFile::copy(source, to + QLatin1String(suffix)))
            return false;
        QFile::setPermissions(to + QLatin1String(suffix), QFile::ReadOwner | QFile::WriteOwner);
    }
    return true;
}

Result<FilePlace> placeForCopy(const std::string& path) {
    PlaceRules rules;
    rules.purpose = PlaceFor::record;
    auto place = judgePlace(path, rules);
    if (place && place->exists)
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "writing", path, "something is there already",
                                    "It is left as it is. Choose another name."});
    return place;
}

UnfinishedFile::UnfinishedFile(const FilePlace& place)
    : m_place(place)
    , m_name(fmt::format(".{}.{}.unfinished", place.name, getpid()))
    , m_path((QFileInfo(QFile::decodeName(place.path.c_str())).absolutePath() + QLatin1Char('/') +
              QFile::decodeName(m_name.c_str()))
                 .toStdString()) {}

UnfinishedFile::~UnfinishedFile() {
    if (m_made)
        for (const char* suffix : {"", "-wal", "-shm", "-journal"})
            (void)unlinkat(m_place.folder.get(), (m_name + suffix).c_str(), 0);
}

Result<void> UnfinishedFile::make() {
    const Descriptor file(openat(m_place.folder.get(), m_name.c_str(),
                                 O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
    if (!file)
        return tl::unexpected(systemError("writing", m_place.path, errno));
    m_made = true;
    giveToOwnerOf(m_place.folder.get(), file.get());
    return {};
}

Result<void> UnfinishedFile::finish() {
    {
        const Descriptor file(
            openat(m_place.folder.get(), m_name.c_str(), O_RDONLY | O_NOFOLLOW | O_CLOEXEC));
        if (!file || fsync(file.get()) != 0)
            return tl::unexpected(systemError("writing", m_place.path, errno));
    }
    if (renameat2(m_place.folder.get(), m_name.c_str(), m_place.folder.get(), m_place.name.c_str(),
                  RENAME_NOREPLACE) != 0) {
        // Some file systems cannot; then the place is looked at once more.
        const bool cannot = errno == EINVAL || errno == ENOSYS;
        struct stat there {};
        if (!cannot || fstatat(m_place.folder.get(), m_place.name.c_str(), &there, AT_SYMLINK_NOFOLLOW) == 0)
            return tl::unexpected(systemError("writing", m_place.path, cannot ? EEXIST : errno));
        if (renameat(m_place.folder.get(), m_name.c_str(), m_place.folder.get(), m_place.name.c_str()) != 0)
            return tl::unexpected(systemError("writing", m_place.path, errno));
    }
    m_made = false;
    if (const int error = syncFolder(m_place.folder.get()); error != 0)
        return tl::unexpected(systemError("writing", m_place.path, error));
    return {};
}

} // namespace orbita
