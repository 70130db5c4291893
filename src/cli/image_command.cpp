// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/image_command.h"

#include "cli/exit_status.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/image/saved_image.h"
#include "report/format.h"
#include "report/words.h"

#include <nlohmann/json.hpp>

namespace orbita::cli {

namespace {

using Json = nlohmann::ordered_json;

Json listOf(const std::vector<LbaSpan>& spans) {
    Json list = Json::array();
    for (const LbaSpan& span : spans)
        list.push_back(
            {{"first", span.first.value}, {"last", span.last().value}, {"sectors", span.count.value}});
    return list;
}

} // namespace

int image(const ImageOptions& options) {
    const auto map = SavedImage::look(options.image);
    if (!map)
        return complain(map.error());
    const DriveIdentity& drive = map->drive();
    const std::vector<LbaSpan>& doubtful = map->doubtful().spans();
    SpanSet vouched = map->held();
    for (const LbaSpan& span : doubtful)
        vouched.add(span);
    const std::vector<LbaSpan> missing = vouched.gaps(drive.whole());
    std::vector<LbaSpan> changed;
    if (options.compare) {
        const auto differing = SavedImage::compare(options.image, *map);
        if (!differing)
            return complain(differing.error());
        for (const Extent& extent : *differing)
            changed.push_back(extent.span);
    }
    if (options.json) {
        Json json{{"format", "orbita-image"},
                  {"version", 1},
                  {"drive",
                   {{"model", drive.model},
                    {"serial", drive.serial},
                    {"sectors", drive.capacity.value},
                    {"sector_bytes", drive.logicalBytes}}},
                  {"held_sectors", map->heldSectors().value},
                  {"missing", listOf(missing)},
                  {"doubtful", listOf(doubtful)}};
        for (const Standstill& one : map->standstills())
            json["standstills"].push_back({{"first", one.span.first.value},
                                           {"last", one.span.last().value},
                                           {"sectors", one.span.count.value},
                                           {"kind", standstillName(one.kind)},
                                           {"times", one.times}});
        if (options.compare)
            json["not_as_saved"] = listOf(changed);
        printDocument(json.dump(1, ' ', false, Json::error_handler_t::replace));
    } else {
        Printer out(stdout);
        SavingStatus status;
        status.path = options.image;
        status.held = map->heldSectors();
        out << words::driveName(drive) << ", "
            << (drive.serial.empty() ? QStringLiteral("no serial number reported")
                                     : QString::fromStdString(drive.serial))
            << '\n'
            << words::saving(status, drive) << '\n';
        for (const LbaSpan& span : missing)
            out << "  missing       " << words::span(span) << ", "
                << format::bytes(span.count.value * drive.logicalBytes) << '\n';
        for (const Standstill& one : map->standstills())
            out << "  standstill    " << words::span(one.span) << ", " << words::standstill(one) << '\n';
        for (const LbaSpan& span : doubtful)
            out << "  doubtful      " << words::span(span) << ", "
                << format::bytes(span.count.value * drive.logicalBytes)
                << " that are not what was saved; kept until the drive delivers them anew\n";
        for (const LbaSpan& span : changed)
            out << "  not as saved  " << words::span(span) << ", "
                << format::bytes(span.count.value * drive.logicalBytes) << '\n';
        if (options.compare && changed.empty())
            out << "Every part is what was saved.\n";
    }
    return missing.empty() && changed.empty() && doubtful.empty() ? completeAndClean : findingsFound;
}

} // namespace orbita::cli
