// SPDX-License-Identifier: GPL-3.0-or-later
// A real block device of the running kernel, as lab/kernel-block-device makes it. Needs root, loop devices
// and FUSE; says which of them is missing where it cannot run.
#pragma once

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <string>

namespace orbita::test {

struct ToolRan {
    int status = -1;
    QString output;
    QString errors;
};

inline ToolRan runTheTool(const QString& program, const QStringList& arguments) {
    QProcess process;
    process.start(program, arguments);
    process.waitForFinished(30'000);
    return {process.exitCode(), QString::fromLocal8Bit(process.readAllStandardOutput()).trimmed(),
            QString::fromLocal8Bit(process.readAllStandardError()).trimmed()};
}

// Taken down when done with.
class KernelDevice {
public:
    static constexpr int cannotRun = 77;

    // `contents`: of one that can be written to; empty: it cannot.
    KernelDevice(std::uint64_t bytes, const QByteArray& faults, const QByteArray& contents = {}) {
        if (!contents.isEmpty())
            write("contents", contents);
        write("size", QByteArray::number(static_cast<qulonglong>(bytes)));
        write("faults", faults);
        const ToolRan up = lab("up");
        m_status = up.status;
        m_why = up.errors;
        m_device = up.output.toStdString();
    }
    ~KernelDevice() { lab("down"); }
    KernelDevice(const KernelDevice&) = delete;
    KernelDevice& operator=(const KernelDevice&) = delete;

    [[nodiscard]] int status() const { return m_status; }
    [[nodiscard]] QString why() const { return m_why; }
    [[nodiscard]] const std::string& device() const { return m_device; }
    // As they are now, behind everything.
    [[nodiscard]] QByteArray contents() const { return read("contents"); }
    [[nodiscard]] QByteArray faults() const { return read("faults"); }
    ToolRan lab(const QString& what) {
        return runTheTool(QStringLiteral(ORBITA_LAB "/kernel-block-device/run"), {what, m_dir.path()});
    }

private:
    [[nodiscard]] QByteArray read(const char* name) const {
        QFile file(m_dir.filePath(QLatin1String(name)));
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    void write(const char* name, const QByteArray& content) {
        QFile file(m_dir.filePath(QLatin1String(name)));
        if (!file.open(QIODevice::WriteOnly) || file.write(content) != content.size())
            qFatal("cannot write the lab's files");
    }
    QTemporaryDir m_dir;
    int m_status = -1;
    QString m_why;
    std::string m_device;
};

// A line of the device's faults.
inline QByteArray fault(const char* kind, std::uint64_t firstSector, std::uint64_t sectors,
                        const char* seconds = "") {
    return QByteArray(kind) + ' ' + QByteArray::number(static_cast<qulonglong>(firstSector * 512)) + ' ' +
           QByteArray::number(static_cast<qulonglong>(sectors * 512)) + ' ' + seconds + '\n';
}

} // namespace orbita::test

#define NEED(device)                                                                                         \
    if ((device).status() == KernelDevice::cannotRun)                                                        \
        QSKIP(qPrintable((device).why()));                                                                   \
    QVERIFY2((device).status() == 0, qPrintable((device).why()))
