// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/drives_command.h"

#include "cli/exit_status.h"
#include "cli/printer.h"
#include "core/target/target.h"
#include "report/format.h"
#include "report/words.h"

#include <nlohmann/json.hpp>

namespace orbita::cli {

namespace {

QString contentOf(const DrivePart& part) {
    QString text = QString::fromStdString(part.fileSystem);
    if (!part.label.empty())
        text += QStringLiteral(" \"%1\"").arg(QString::fromStdString(part.label));
    return text;
}

void list(Printer& out, const QString& name, const DriveIdentity& drive, const std::vector<DriveUse>& uses,
          const std::vector<DrivePart>& parts = {}, const std::vector<Remark>& remarks = {}) {
    out << "  " << name.leftJustified(22) << ' ' << words::driveName(drive).leftJustified(22) << ' '
        << (drive.serial.empty() ? QStringLiteral("no serial") : QString::fromStdString(drive.serial))
               .leftJustified(16)
        << ' ' << words::driveLine(drive) << '\n';
    for (const DriveUse& use : uses)
        out << QString(24, QLatin1Char(' ')) << " in use: " << words::use(use) << '\n';
    for (const DrivePart& part : parts)
        if (!part.fileSystem.empty())
            out << QString(24, QLatin1Char(' ')) << ' ' << QString::fromStdString(part.name) << ": "
                << format::bytes(part.bytes) << ' ' << contentOf(part) << '\n';
    for (const Remark& remark : remarks)
        out << QString(24, QLatin1Char(' ')) << " note: " << words::remark(remark) << '\n';
}

using Json = nlohmann::ordered_json;

Json driveJson(const std::string& name, const DriveIdentity& drive, const std::vector<DriveUse>& uses) {
    Json json{{"target", name},
              {"model", drive.model},
              {"serial", drive.serial},
              {"firmware", drive.firmware},
              {"world_wide_name", drive.worldWideName},
              {"attachment", drive.attachment},
              {"sectors", drive.capacity.value},
              {"logical_bytes", drive.logicalBytes},
              {"physical_bytes", drive.physicalBytes}};
    if (drive.rotating)
        json["rotating"] = *drive.rotating;
    if (drive.rpm)
        json["rpm"] = *drive.rpm;
    json["uses"] = Json::array();
    for (const DriveUse& use : uses)
        json["uses"].push_back({{"part", use.part}, {"text", words::use(use).toStdString()}});
    return json;
}

Json partsJson(const std::vector<DrivePart>& parts) {
    Json json = Json::array();
    for (const DrivePart& part : parts)
        json.push_back({{"name", part.name},
                        {"first_byte", part.firstByte},
                        {"bytes", part.bytes},
                        {"file_system", part.fileSystem},
                        {"label", part.label}});
    return json;
}

Json remarksJson(const std::vector<Remark>& remarks) {
    Json json = Json::array();
    for (const Remark& remark : remarks)
        json.push_back({{"id", remarkName(remark.kind)},
                        {"about", remark.about},
                        {"text", words::remark(remark).toStdString()}});
    return json;
}

int listAsJson(const std::vector<AttachedDrive>& drives) {
    Json list{{"format", "orbita-drives"},
              {"version", 1},
              {"attached", Json::array()},
              {"demonstration", Json::array()}};
    for (const AttachedDrive& drive : drives) {
        Json json = driveJson(drive.identity.path, drive.identity, drive.uses);
        json["read_only"] = drive.readOnly;
        json["parts"] = partsJson(drive.parts);
        json["remarks"] = remarksJson(drive.remarks);
        list["attached"].push_back(std::move(json));
    }
    if (const auto demos = demoTargets())
        for (const Target& demo : *demos)
            list["demonstration"].push_back(driveJson(demo.name, demo.identity, demo.uses));
    printDocument(list.dump(1, ' ', false, Json::error_handler_t::replace));
    return completeAndClean;
}

SystemPaths systemUnder(const std::string& root) {
    if (root.empty())
        return {};
    const std::filesystem::path base = root;
    return {base / "sys", base / "proc", base / "dev", nothingRecognised};
}

} // namespace

int listTargets(bool json, std::chrono::milliseconds patience, const std::string& systemRoot) {
    const auto drives = Inventory(systemUnder(systemRoot)).look(patience);
    if (json)
        return listAsJson(drives);
    Printer out(stdout);
    out << "Attached drives\n";
    for (const AttachedDrive& drive : drives)
        list(out, QString::fromStdString(drive.identity.path), drive.identity, drive.uses, drive.parts,
             drive.remarks);
    if (drives.empty())
        out << "  none: no block device with a capacity is listed by the kernel (/sys/block).\n"
            << "  An image file can be scanned by naming its path.\n";
    out << "\nDemonstration rack (simulated)\n";
    const auto demos = demoTargets();
    if (!demos) {
        out << "  " << words::error(demos.error()) << '\n';
        return completeAndClean;
    }
    for (const Target& demo : *demos)
        list(out, QString::fromStdString(demo.name), demo.identity, demo.uses);
    return completeAndClean;
}

} // namespace orbita::cli
