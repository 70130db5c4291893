// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/journal_lines.h"

#include "core/base/checksum.h"
#include "core/base/json_numbers.h"
#include "core/base/ownership.h"
#include "core/base/text.h"

#include <cerrno>
#include <charconv>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita::lines {

namespace {

std::string fileName(const DriveIdentity& drive, std::int64_t startedAt, const std::string& id,
                     const std::string& ending) {
    std::string serial;
    for (const char c : drive.serial)
        if (std::isalnum(static_cast<unsigned char>(c)) != 0 && serial.size() < 24)
            serial += c;
    return fmt::format("{}-{}-{}{}", startedAt, serial.empty() ? "drive" : serial, id.substr(0, 8), ending);
}

} // namespace

std::string recordLine(const json& record) {
    const std::string text = record.dump(-1, ' ', false, json::error_handler_t::replace);
    return fmt::format("{:08x} {}\n", crcOf(std::as_bytes(std::span(text.data(), text.size()))), text);
}

json recordOf(std::string_view line) {
    constexpr std::size_t sum = 9; // eight digits and a blank
    if (line.size() < sum || line.size() > mostLineBytes)
        throw BadLine("no line");
    std::uint32_t crc = 0;
    const auto number = std::from_chars(line.data(), line.data() + 8, crc, 16);
    const std::string_view text = line.substr(sum);
    if (number.ec != std::errc{} || number.ptr != line.data() + 8 ||
        crc != crcOf(std::as_bytes(std::span(text.data(), text.size()))))
        throw BadLine("no record");
    return json::parse(text);
}

json spanJson(const LbaSpan& span) {
    return {span.first.value, span.count.value};
}

LbaSpan spanOf(const json& j) {
    if (!j.is_array() || j.size() != 2)
        throw BadLine("no span");
    const LbaSpan span{{whole<std::uint64_t>(j[0])}, {whole<std::uint64_t>(j[1])}};
    if (span.first.value > mostSectors(512) || span.count.value > mostSectors(512))
        throw BadLine("no drive has such sectors");
    return span;
}

std::vector<LbaSpan> spansOf(const json& list) {
    std::vector<LbaSpan> spans;
    for (const json& one : list)
        spans.push_back(spanOf(one));
    return spans;
}

json spansJson(const std::vector<LbaSpan>& spans) {
    json list = json::array();
    for (const LbaSpan& span : spans)
        list.push_back(spanJson(span));
    return list;
}

json driveJson(const DriveIdentity& drive) {
    return {{"model", cleanText(drive.model)},       {"serial", cleanText(drive.serial)},
            {"firmware", cleanText(drive.firmware)}, {"world_wide_name", cleanText(drive.worldWideName)},
            {"sectors", drive.capacity.value},       {"logical_bytes", drive.logicalBytes},
            {"physical_bytes", drive.physicalBytes}};
}

DriveIdentity driveFrom(const json& j) {
    DriveIdentity drive;
    drive.model = cleanText(j.at("model").get<std::string>());
    drive.serial = cleanText(j.at("serial").get<std::string>());
    drive.firmware = cleanText(j.at("firmware").get<std::string>());
    drive.worldWideName = cleanText(j.at("world_wide_name").get<std::string>());
    drive.capacity.value = whole<std::uint64_t>(j.at("sectors"));
    drive.logicalBytes = whole<std::uint32_t>(j.at("logical_bytes"));
    drive.physicalBytes = whole<std::uint32_t>(j.at("physical_bytes"));
    if (drive.logicalBytes < 512 || drive.physicalBytes < drive.logicalBytes ||
        drive.capacity.value > mostSectors(drive.logicalBytes))
        throw BadLine("no such drive");
    return drive;
}

void putLimits(json& j, const TreatmentLimits& limits) {
    j["hottest_c"] = limits.hottest;
    j["least_spare_percent"] = limits.leastSpare;
    j["new_defects"] = limits.newDefects;
    j["most_remapped"] = limits.mostRemapped;
    j["refusals"] = limits.refusals;
}

TreatmentLimits limitsFrom(const json& j) {
    TreatmentLimits limits;
    limits.hottest = whole<int>(j.at("hottest_c"));
    limits.leastSpare = whole<unsigned>(j.at("least_spare_percent"));
    limits.newDefects = whole<std::uint64_t>(j.at("new_defects"));
    limits.mostRemapped = whole<std::uint64_t>(j.at("most_remapped"));
    limits.refusals = whole<unsigned>(j.at("refusals"));
    return limits;
}

Nanoseconds timeOf(const json& j, const char* key) {
    return Nanoseconds{whole<std::int64_t>(j.at(key))};
}

Result<NewFile> makeFile(const std::string& folder, const PlaceRules& rules, const DriveIdentity& drive,
                         std::int64_t startedAt, const std::string& id, const std::string& ending,
                         int flags) {
    if (folder.empty())
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, keeping, "the casebook's folder",
                                    "the casebook is forgotten when the program ends",
                                    "Nothing is written without a journal that stays."});
    const std::string path =
        (std::filesystem::path(folder) / fileName(drive, startedAt, id, ending)).string();
    if (auto made = makePrivateFolders(folder); !made)
        return tl::unexpected(made.error());
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    Descriptor file(openat(place->folder.get(), place->name.c_str(),
                           O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC | flags, 0600));
    if (!file)
        return tl::unexpected(systemError(keeping, path, errno));
    if (place->recheck)
        if (auto still = place->recheck(file.get()); !still)
            return tl::unexpected(still.error());
    giveToOwnerOf(place->folder.get(), file.get());
    if (const int error = syncFolder(place->folder.get()); error != 0)
        return tl::unexpected(systemError(keeping, path, error));
    flock(file.get(), LOCK_EX | LOCK_NB);
    return NewFile{std::move(file), path};
}

Result<Descriptor> openFile(const std::string& path, const PlaceRules& rules, int flags) {
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    Descriptor file(openat(place->folder.get(), place->name.c_str(), flags | O_NOFOLLOW | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError(readingIt, path, errno));
    if (flock(file.get(), LOCK_EX | LOCK_NB) != 0)
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "going on with the treatment", path,
                                    "another program goes on with it", "Let that one end."});
    return file;
}

Result<std::uint64_t> sizeOf(int file, const std::string& path) {
    struct stat status {};
    if (fstat(file, &status) != 0)
        return tl::unexpected(systemError(readingIt, path, errno));
    constexpr off_t most = 8LL << 30U;
    if (!S_ISREG(status.st_mode) || status.st_size > most)
        return tl::unexpected(
            Error{Error::Kind::badCall, readingIt, path, "it is no treatment of Orbita's", {}});
    return static_cast<std::uint64_t>(status.st_size);
}

Result<std::string> readAt(int file, const std::string& path, std::uint64_t at, std::uint64_t bytes) {
    std::string all(static_cast<std::size_t>(bytes), '\0');
    std::size_t have = 0;
    while (have < all.size()) {
        const ssize_t got = pread(file, all.data() + have, all.size() - have, static_cast<off_t>(at + have));
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return tl::unexpected(systemError(readingIt, path, errno));
        if (got == 0)
            break;
        have += static_cast<std::size_t>(got);
    }
    all.resize(have);
    return all;
}

} // namespace orbita::lines
