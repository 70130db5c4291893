// SPDX-License-Identifier: GPL-3.0-or-later
// Runs orbita-cli as a script would.
#pragma once

#include <QCoreApplication>
#include <QFile>
#include <QProcess>
#include <nlohmann/json.hpp>

namespace orbita::test {

struct Ran {
    int status;
    QString out;
    QString err;
};

inline QString program() {
    return QCoreApplication::applicationDirPath() + QStringLiteral("/orbita-cli");
}

inline Ran cli(const QStringList& arguments) {
    QProcess process;
    process.start(program(), arguments);
    if (!process.waitForFinished(120'000))
        return {-1, {}, QStringLiteral("did not finish")};
    return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
            QString::fromUtf8(process.readAllStandardError())};
}

// A small rotating drive with these defects, written to `path`; how it is named in a call.
inline QString smallDrive(const QString& path, const QByteArray& defects) {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        qFatal("cannot write");
    file.write(
        R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":"AK-1","sectors":200000,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150},"defects":[)" +
        defects + "]}");
    return QStringLiteral("sim:") + path;
}

inline nlohmann::json jsonOf(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return {};
    return nlohmann::json::parse(file.readAll().toStdString(), nullptr, false);
}

// Numbers are never parted from their units.
inline QString withPlainBlanks(QString text) {
    return text.replace(QChar(0x00A0), QLatin1Char(' ')).replace(QChar(0x202F), QLatin1Char(' '));
}

} // namespace orbita::test
