// SPDX-License-Identifier: GPL-3.0-or-later
// What the journals of treatments have in common: a record as a line with its checksum, the drive and its
// sectors in it, and the file itself. Private to them; docs/formats.md has the formats.
#pragma once

#include "core/base/descriptor.h"
#include "core/inventory/place.h"
#include "core/treat/treatment_plan.h"

#include <nlohmann/json.hpp>
#include <stdexcept>

namespace orbita::lines {

using nlohmann::json;

constexpr std::size_t mostLineBytes = 64U << 20U;
constexpr std::size_t mostWords = 500;
constexpr const char* keeping = "keeping what is about to be written, in";
constexpr const char* readingIt = "reading the treatment";

// A line, or what it says, is not one of ours; never leaves the journals.
struct BadLine : std::runtime_error {
    using std::runtime_error::runtime_error;
};

// "CRC32 {...}\n": of the text between.
std::string recordLine(const json& record);
// What a line without its end says. Throws BadLine, or what the library throws.
json recordOf(std::string_view line);

json spanJson(const LbaSpan& span);
LbaSpan spanOf(const json& j);
json spansJson(const std::vector<LbaSpan>& spans);
std::vector<LbaSpan> spansOf(const json& list);
json driveJson(const DriveIdentity& drive);
DriveIdentity driveFrom(const json& j);
// Into an object, and out of it.
void putLimits(json& j, const TreatmentLimits& limits);
TreatmentLimits limitsFrom(const json& j);
Nanoseconds timeOf(const json& j, const char* key);

// A new one: "WHEN-SERIAL-IDENDING" in `folder`, which is made, private, where it is missing; locked.
// `flags`: for opening it, such as O_APPEND. Errors: it may not be there (on the drive itself), no room, no
// permission.
struct NewFile {
    Descriptor file;
    std::string path;
};
Result<NewFile> makeFile(const std::string& folder, const PlaceRules& rules, const DriveIdentity& drive,
                         std::int64_t startedAt, const std::string& id, const std::string& ending, int flags);
// One that is there, locked, to go on with. Errors: another program goes on with it.
Result<Descriptor> openFile(const std::string& path, const PlaceRules& rules, int flags);

// Of an open file: so much of it, all there is at most. Errors: as the system reports.
Result<std::string> readAt(int file, const std::string& path, std::uint64_t at, std::uint64_t bytes);
// How long it is. Errors: no file, or longer than any journal.
Result<std::uint64_t> sizeOf(int file, const std::string& path);

} // namespace orbita::lines
