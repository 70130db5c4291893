// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/image/image_map.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <zlib.h>

namespace orbita {

namespace {

using nlohmann::json;

constexpr const char* formatName = "orbita-image-map";
constexpr int formatVersion = 1;

std::uint32_t checksum(std::uint32_t before, std::span<const std::byte> data) {
    return static_cast<std::uint32_t>(
        crc32_z(before, reinterpret_cast<const unsigned char*>(data.data()), data.size()));
}

std::string lineOf(const Extent& extent) {
    return fmt::format("{{\"first\":{},\"sectors\":{},\"crc32\":\"{:08x}\"}}\n", extent.span.first.value,
                       extent.span.count.value, extent.crc32);
}

std::optional<Extent> extentFrom(const json& line) {
    const auto first = line.find("first");
    const auto sectors = line.find("sectors");
    const auto crc = line.find("crc32");
    if (first == line.end() || sectors == line.end() || crc == line.end() || !first->is_number_unsigned() ||
        !sectors->is_number_unsigned() || !crc->is_string())
        return std::nullopt;
    const auto& digits = crc->get_ref<const std::string&>();
    if (digits.size() != 8 || digits.find_first_not_of("0123456789abcdef") != std::string::npos)
        return std::nullopt;
    return Extent{{{first->get<std::uint64_t>()}, {sectors->get<std::uint64_t>()}},
                  static_cast<std::uint32_t>(std::stoul(digits, nullptr, 16))};
}

std::optional<DriveIdentity> driveFrom(const json& head) {
    if (!head.is_object() || head.value("format", "") != formatName)
        return std::nullopt;
    const auto drive = head.find("drive");
    if (drive == head.end() || !drive->is_object())
        return std::nullopt;
    DriveIdentity identity;
    identity.model = drive->value("model", "");
    identity.serial = drive->value("serial", "");
    identity.path = drive->value("path", "");
    identity.capacity.value = drive->value("sectors", std::uint64_t{0});
    identity.logicalBytes = drive->value("sector_bytes", 0U);
    if (identity.capacity.value == 0 || identity.logicalBytes < 512 || identity.logicalBytes > 65536)
        return std::nullopt;
    return identity;
}

} // namespace

ImageMap::ImageMap(const DriveIdentity& drive)
    : m_drive(drive), m_pieceSectors(std::max<std::uint64_t>(1, pieceBytes / drive.logicalBytes)) {}

Result<ImageMap> ImageMap::parse(const std::string& text, const std::string& origin) {
    const auto refuse = [&](std::string why) {
        return tl::unexpected(Error{Error::Kind::badCall, "reading the map of an image,", origin,
                                    std::move(why),
                                    "Nothing has been changed. Save to another image, or bring back the map "
                                    "that belongs to this one."});
    };
    std::optional<ImageMap> map;
    std::size_t number = 0;
    try {
        for (std::size_t at = 0; at < text.size();) {
            const std::size_t end = text.find('\n', at);
            if (end == std::string::npos && map)
                break; // cut off while it was written
            ++number;
            const json line = json::parse(text.substr(at, end - at), nullptr, false);
            at = end == std::string::npos ? text.size() : end + 1;
            if (!map) {
                const auto drive = driveFrom(line);
                if (!drive)
                    return refuse("it is no map of an image that Orbita made");
                if (line.value("version", 0) > formatVersion)
                    return refuse("a newer Orbita has written it");
                map.emplace(*drive);
                continue;
            }
            map->closedAt = line.is_object() ? line.value("closed", "") : "";
            if (!map->closedAt.empty())
                continue;
            const auto extent = line.is_object() ? extentFrom(line) : std::nullopt;
            const std::uint64_t sectors = map->m_drive.capacity.value;
            if (!extent || extent->span.empty() || extent->span.first.value >= sectors ||
                extent->span.count.value > sectors - extent->span.first.value ||
                map->pieceOf(extent->span.first.value) != map->pieceOf(extent->span.last().value))
                return refuse(fmt::format("line {} is damaged", number));
            map->put(*extent);
        }
    } catch (const json::exception&) {
        return refuse(fmt::format("line {} is damaged", number));
    }
    if (!map)
        return refuse("it is empty");
    for (const auto& [first, part] : map->m_parts)
        map->m_held.add({{first}, {part.count}});
    map->m_heldSectors = map->m_held.total();
    return *map;
}

// A later line tells of a part that has grown, and takes in what earlier ones told of it.
void ImageMap::put(const Extent& extent) {
    auto next = m_parts.lower_bound(extent.span.first.value);
    while (next != m_parts.end() && next->first < extent.span.end().value)
        next = m_parts.erase(next);
    m_parts[extent.span.first.value] = {extent.span.count.value, extent.crc32, true};
}

void ImageMap::add(Lba first, std::span<const std::byte> data) {
    const std::uint64_t sectors = data.size() / m_drive.logicalBytes;
    for (std::uint64_t done = 0; done < sectors;) {
        const std::uint64_t sector = first.value + done;
        const std::uint64_t n = std::min(sectors - done, m_pieceSectors - sector % m_pieceSectors);
        addInPiece(sector, data.subspan(done * m_drive.logicalBytes, n * m_drive.logicalBytes));
        done += n;
    }
    m_held.add({first, {sectors}});
    m_heldSectors = m_heldSectors + SectorCount{sectors};
}

void ImageMap::addInPiece(std::uint64_t first, std::span<const std::byte> data) {
    const std::uint64_t count = data.size() / m_drive.logicalBytes;
    const auto next = m_parts.lower_bound(first);
    Parts::iterator part = m_parts.end();
    if (next != m_parts.begin()) {
        const auto before = std::prev(next);
        if (before->first + before->second.count == first && pieceOf(before->first) == pieceOf(first))
            part = before;
    }
    if (part != m_parts.end()) {
        part->second.crc32 = checksum(part->second.crc32, data);
        part->second.count += count;
    } else {
        part = m_parts.insert_or_assign(first, Part{count, checksum(0, data), true}).first;
    }
    if (next != m_parts.end() && next->first == first + count && pieceOf(next->first) == pieceOf(first)) {
        part->second.crc32 = static_cast<std::uint32_t>(
            crc32_combine(part->second.crc32, next->second.crc32,
                          static_cast<z_off_t>(next->second.count * m_drive.logicalBytes)));
        part->second.count += next->second.count;
        m_parts.erase(next);
    }
    if (part->second.told) {
        part->second.told = false;
        m_untold.push_back(part->first);
    }
}

void ImageMap::drop(const Extent& extent) {
    m_parts.erase(extent.span.first.value);
    m_held.remove(extent.span);
    m_heldSectors = m_heldSectors - extent.span.count;
}

void ImageMap::dropUntold() {
    for (const std::uint64_t first : m_untold)
        if (const auto part = m_parts.find(first); part != m_parts.end() && !part->second.told)
            drop({{{first}, {part->second.count}}, part->second.crc32});
    m_untold.clear();
}

std::vector<Extent> ImageMap::extents() const {
    std::vector<Extent> all;
    all.reserve(m_parts.size());
    for (const auto& [first, part] : m_parts)
        all.push_back({{{first}, {part.count}}, part.crc32});
    return all;
}

std::string ImageMap::news() {
    std::string lines;
    for (const std::uint64_t first : m_untold)
        if (const auto part = m_parts.find(first); part != m_parts.end() && !part->second.told) {
            part->second.told = true;
            lines += lineOf({{{first}, {part->second.count}}, part->second.crc32});
        }
    m_untold.clear();
    return lines;
}

std::string ImageMap::text() const {
    nlohmann::ordered_json head;
    head["format"] = formatName;
    head["version"] = formatVersion;
    head["drive"] = {{"model", m_drive.model},
                     {"serial", m_drive.serial},
                     {"path", m_drive.path},
                     {"sectors", m_drive.capacity.value},
                     {"sector_bytes", m_drive.logicalBytes}};
    std::string all = head.dump(-1, ' ', false, json::error_handler_t::replace) + '\n';
    for (const Extent& extent : extents())
        all += lineOf(extent);
    if (!closedAt.empty())
        all += json{{"closed", closedAt}}.dump() + '\n';
    return all;
}

} // namespace orbita
