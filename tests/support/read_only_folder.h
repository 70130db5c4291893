// SPDX-License-Identifier: GPL-3.0-or-later
// A folder that cannot be written to any more once it has been told so: for root, who may write anywhere, on
// a file system of its own that is read-only then.
#pragma once

#include <QDir>
#include <QTemporaryDir>
#include <sys/mount.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita::test {

class ReadOnlyFolder {
public:
    ReadOnlyFolder() : m_path(m_dir.filePath(QStringLiteral("folder"))) {
        QDir().mkpath(m_path);
        m_mounted = geteuid() == 0 && mount("orbita-test", name(), "tmpfs", 0, "size=64m") == 0;
    }
    ReadOnlyFolder(const ReadOnlyFolder&) = delete;
    ReadOnlyFolder& operator=(const ReadOnlyFolder&) = delete;
    ~ReadOnlyFolder() {
        if (m_mounted)
            umount2(name(), MNT_DETACH);
        else
            chmod(name(), 0700);
    }
    [[nodiscard]] QString path() const { return m_path; }
    // False where this computer does not let it be done.
    [[nodiscard]] bool close() const {
        return m_mounted ? mount(nullptr, name(), nullptr, MS_REMOUNT | MS_RDONLY, nullptr) == 0
                         : geteuid() != 0 && chmod(name(), 0500) == 0;
    }

private:
    [[nodiscard]] const char* name() const {
        m_name = m_path.toLocal8Bit();
        return m_name.constData();
    }
    QTemporaryDir m_dir;
    QString m_path;
    mutable QByteArray m_name;
    bool m_mounted = false;
};

} // namespace orbita::test
