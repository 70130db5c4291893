// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/drives_command.h"

#include "cli/exit_status.h"
#include "core/target/target.h"
#include "report/words.h"

#include <QTextStream>

namespace orbita::cli {

namespace {

void list(QTextStream& out, const QString& name, const DriveIdentity& drive,
          const std::vector<DriveUse>& uses) {
    out << "  " << name.leftJustified(22) << ' ' << words::driveName(drive).leftJustified(22) << ' '
        << (drive.serial.empty() ? QStringLiteral("no serial") : QString::fromStdString(drive.serial))
               .leftJustified(16)
        << ' ' << words::driveLine(drive) << '\n';
    for (const DriveUse& use : uses)
        out << QString(24, QLatin1Char(' ')) << " in use: " << words::use(use) << '\n';
}

} // namespace

int listTargets() {
    QTextStream out(stdout);
    out << "Attached drives\n";
    const auto drives = listDrives();
    for (const AttachedDrive& drive : drives)
        list(out, QString::fromStdString(drive.identity.path), drive.identity, drive.uses);
    if (drives.empty())
        out << "  none: no block device with a capacity is listed by the kernel (/sys/block).\n"
            << "  An image file can be scanned by naming its path.\n";
    out << "\nDemonstration rack (simulated)\n";
    const auto demos = demoTargets();
    if (!demos) {
        out << "  " << QString::fromStdString(demos.error().message()) << '\n';
        return completeAndClean;
    }
    for (const Target& demo : *demos)
        list(out, QString::fromStdString(demo.name), demo.identity, demo.uses);
    return completeAndClean;
}

} // namespace orbita::cli
