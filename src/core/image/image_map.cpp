// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/image/image_map.h"

#include "core/base/json_numbers.h"
#include "core/base/text.h"

#include <algorithm>
#include <fmt/format.h>
#include <iterator>
#include <nlohmann/json.hpp>
#include <zlib.h>

namespace orbita {

namespace {

using nlohmann::json;

constexpr const char* formatName = "orbita-image-map";
constexpr int formatVersion = 2;
constexpr std::uint64_t mostExtentBytes = 64U << 20U; // as version 1 had them

std::uint32_t checksum(std::uint32_t before, std::span<const std::byte> data) {
    return static_cast<std::uint32_t>(
        crc32_z(before, reinterpret_cast<const unsigned char*>(data.data()), data.size()));
}

std::string lineOf(const Extent& extent) {
    return fmt::format("{{\"first\":{},\"sectors\":{},\"crc32\":\"{:08x}\"}}\n", extent.span.first.value,
                       extent.span.count.value, extent.crc32);
}

std::optional<std::uint32_t> checksumFrom(const std::string& digits) {
    if (digits.size() != 8 || digits.find_first_not_of("0123456789abcdef") != std::string::npos)
        return std::nullopt;
    return static_cast<std::uint32_t>(std::stoul(digits, nullptr, 16));
}

std::string lineOf(const Standstill& standstill) {
    return fmt::format("{{\"first\":{},\"sectors\":{},\"standstill\":\"{}\",\"times\":{}}}\n",
                       standstill.span.first.value, standstill.span.count.value,
                       standstillName(standstill.kind), standstill.times);
}

std::optional<LbaSpan> spanFrom(const json& line, std::uint64_t capacity) {
    const auto first = line.find("first");
    const auto sectors = line.find("sectors");
    if (first == line.end() || sectors == line.end() || !first->is_number_unsigned() ||
        !sectors->is_number_unsigned())
        return std::nullopt;
    const LbaSpan span{{whole<std::uint64_t>(*first)}, {whole<std::uint64_t>(*sectors)}};
    if (span.empty() || span.first.value >= capacity || span.count.value > capacity - span.first.value)
        return std::nullopt;
    return span;
}

std::optional<DriveIdentity> driveFromHead(const json& head) {
    if (!head.is_object() || head.value("format", "") != formatName)
        return std::nullopt;
    const auto drive = head.find("drive");
    if (drive == head.end() || !drive->is_object())
        return std::nullopt;
    DriveIdentity identity;
    identity.model = cleanText(drive->value("model", ""));
    identity.serial = cleanText(drive->value("serial", ""));
    identity.path = cleanText(drive->value("path", ""), 4096);
    identity.capacity.value = wholeOr(*drive, "sectors", std::uint64_t{0});
    identity.logicalBytes = wholeOr(*drive, "sector_bytes", 0U);
    if (identity.capacity.value == 0 || identity.logicalBytes < 512 || identity.logicalBytes > 65536 ||
        identity.capacity.value > mostSectors(identity.logicalBytes))
        return std::nullopt;
    return identity;
}

// A later line on the same place replaces what was told of it before.
std::vector<Standstill> withLatest(std::vector<Standstill> list, const Standstill& latest) {
    std::erase_if(list, [&](const Standstill& one) { return one.span.overlaps(latest.span); });
    addStandstill(list, latest, true);
    return list;
}

} // namespace

ImageMap::ImageMap(const DriveIdentity& drive)
    : m_drive(drive), m_pieceSectors(std::max<std::uint64_t>(1, pieceBytes / drive.logicalBytes)) {}

std::uint32_t& ImageMap::wholeCrc(std::uint64_t piece) {
    return m_wholeCrcs[piece / pagePieces][piece % pagePieces];
}

std::uint32_t ImageMap::wholeCrc(std::uint64_t piece) const {
    return m_wholeCrcs.at(piece / pagePieces)[piece % pagePieces];
}

Result<ImageMap> ImageMap::parse(const std::string& text, const std::string& origin) {
    const auto refuse = [&](Phrase why) {
        return tl::unexpected(Error{Error::Kind::badCall, "reading the map of an image,", origin,
                                    std::move(why),
                                    "Nothing has been changed. Save to another image, or bring back the map "
                                    "that belongs to this one."});
    };
    std::optional<ImageMap> map;
    std::size_t number = 0;
    // Takes in one line; false where it is damaged.
    const auto take = [&](const json& line) {
        if (!line.is_object())
            return false;
        map->closedAt = line.value("closed", "");
        if (!map->closedAt.empty())
            return true;
        const auto span = spanFrom(line, map->m_drive.capacity.value);
        if (!span)
            return false;
        if (const auto kind = line.find("standstill"); kind != line.end()) {
            const auto known = standstillFromName(kind->get_ref<const std::string&>());
            if (known)
                map->m_standstills =
                    withLatest(std::move(map->m_standstills), {*span, *known, wholeOr(line, "times", 1U)});
            return known.has_value();
        }
        const bool inDoubt = line.value("doubtful", false);
        if (const auto many = line.find("crc32s"); many != line.end()) {
            const auto& digits = many->get_ref<const std::string&>();
            const std::uint64_t pieces = span->count.value / map->m_pieceSectors;
            if (span->first.value % map->m_pieceSectors != 0 ||
                span->count.value % map->m_pieceSectors != 0 || digits.size() != pieces * 8)
                return false;
            for (std::uint64_t i = 0; i < pieces; ++i) {
                const auto crc = checksumFrom(digits.substr(i * 8, 8));
                if (!crc)
                    return false;
                map->takeIn({map->spanOfPiece(map->pieceOf(span->first.value) + i), *crc});
            }
            return true;
        }
        const auto digits = line.find("crc32");
        if (digits == line.end()) {
            if (inDoubt)
                map->m_doubtful.add(*span);
            return inDoubt;
        }
        const auto crc = checksumFrom(digits->get_ref<const std::string&>());
        if (!crc ||
            span->count.value > std::max<std::uint64_t>(1, mostExtentBytes / map->m_drive.logicalBytes))
            return false;
        if (inDoubt) {
            map->m_doubtful.add(*span);
            map->m_doubtfulExtents.push_back({*span, *crc});
        } else {
            map->takeIn({*span, *crc});
        }
        return true;
    };
    try {
        for (std::size_t at = 0; at < text.size();) {
            const std::size_t end = text.find('\n', at);
            if (end == std::string::npos && map)
                break; // cut off while it was written
            ++number;
            const json line = json::parse(text.substr(at, end - at), nullptr, false);
            at = end == std::string::npos ? text.size() : end + 1;
            if (map) {
                if (!take(line))
                    return refuse(Phrase("line {} is damaged", {std::to_string(number)}));
                continue;
            }
            const auto drive = driveFromHead(line);
            if (!drive)
                return refuse("it is no map of an image that Orbita made");
            const int version = wholeOr(line, "version", 0);
            if (version > formatVersion)
                return refuse("a newer Orbita has written it");
            if (version < 1)
                return refuse("it does not say which version it is");
            map.emplace(*drive);
            map->version = version;
            map->imageId = line.value("image", "");
            map->generation = wholeOr(line, "generation", std::uint64_t{0});
        }
    } catch (const std::exception&) {
        return refuse(Phrase("line {} is damaged", {std::to_string(number)}));
    }
    if (!map)
        return refuse("it is empty");
    map->m_held.clear();
    for (const Extent& extent : map->extents()) {
        map->m_held.add(extent.span);
        map->m_doubtful.remove(extent.span);
    }
    map->m_heldSectors = map->m_held.total();
    return *std::move(map);
}

// A later line tells of a part that has grown, and takes in what earlier ones told of it. Of what it overlaps
// only in part, as no line of ours does, the rest is no longer vouched for.
void ImageMap::takeIn(const Extent& extent) {
    const auto cut = [&](const LbaSpan& span) { m_doubtful.add(span); };
    auto next = m_parts.lower_bound(extent.span.first.value);
    if (next != m_parts.begin()) {
        const auto before = std::prev(next);
        if (before->first + before->second.count > extent.span.first.value) {
            cut({{before->first}, {before->second.count}});
            m_parts.erase(before);
        }
    }
    while (next != m_parts.end() && next->first < extent.span.end().value) {
        cut({{next->first}, {next->second.count}});
        next = m_parts.erase(next);
    }
    for (std::uint64_t piece = pieceOf(extent.span.first.value); piece <= pieceOf(extent.span.last().value);
         ++piece)
        if (m_wholePieces.contains({{piece}, {1}})) {
            cut(spanOfPiece(piece));
            m_wholePieces.remove({{piece}, {1}});
        }
    put(extent);
}

void ImageMap::put(const Extent& extent) {
    auto next = m_parts.lower_bound(extent.span.first.value);
    while (next != m_parts.end() && next->first < extent.span.end().value)
        next = m_parts.erase(next);
    if (fillsPiece(extent.span.first.value, extent.span.count.value)) {
        const std::uint64_t piece = pieceOf(extent.span.first.value);
        wholeCrc(piece) = extent.crc32;
        m_wholePieces.add({{piece}, {1}});
    } else {
        m_parts[extent.span.first.value] = {extent.span.count.value, extent.crc32};
    }
}

void ImageMap::erase(const LbaSpan& span) {
    auto next = m_parts.lower_bound(span.first.value);
    while (next != m_parts.end() && next->first < span.end().value)
        next = m_parts.erase(next);
    for (std::uint64_t piece = pieceOf(span.first.value); piece <= pieceOf(span.last().value); ++piece)
        if (const LbaSpan whole = spanOfPiece(piece); span.first <= whole.first && whole.end() <= span.end())
            m_wholePieces.remove({{piece}, {1}});
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
    if (!m_doubtful.empty())
        m_doubtful.remove({first, {sectors}});
    m_heldSectors = m_heldSectors + SectorCount{sectors};
}

// Remembers what was told of a piece before it grows.
void ImageMap::startTelling(std::uint64_t piece) {
    const auto [entry, fresh] = m_untold.try_emplace(piece);
    if (!fresh)
        return;
    const LbaSpan span = spanOfPiece(piece);
    for (auto part = m_parts.lower_bound(span.first.value);
         part != m_parts.end() && part->first < span.end().value; ++part)
        entry->second.push_back({{{part->first}, {part->second.count}}, part->second.crc32});
}

void ImageMap::addInPiece(std::uint64_t first, std::span<const std::byte> data) {
    const std::uint64_t count = data.size() / m_drive.logicalBytes;
    const std::uint64_t piece = pieceOf(first);
    startTelling(piece);
    const auto next = m_parts.lower_bound(first);
    Parts::iterator part = m_parts.end();
    if (next != m_parts.begin()) {
        const auto before = std::prev(next);
        if (before->first + before->second.count == first && pieceOf(before->first) == piece)
            part = before;
    }
    if (part != m_parts.end()) {
        part->second.crc32 = checksum(part->second.crc32, data);
        part->second.count += count;
    } else {
        part = m_parts.insert_or_assign(first, Part{count, checksum(0, data)}).first;
    }
    if (next != m_parts.end() && next->first == first + count &&
        pieceOf(next->first + next->second.count - 1) == piece) {
        part->second.crc32 = static_cast<std::uint32_t>(
            crc32_combine(part->second.crc32, next->second.crc32,
                          static_cast<z_off_t>(next->second.count * m_drive.logicalBytes)));
        part->second.count += next->second.count;
        m_parts.erase(next);
    }
    if (fillsPiece(part->first, part->second.count)) {
        wholeCrc(piece) = part->second.crc32;
        m_wholePieces.add({{piece}, {1}});
        m_parts.erase(part);
    }
}

void ImageMap::doubt(const Extent& extent) {
    erase(extent.span);
    m_held.remove(extent.span);
    m_heldSectors = m_held.total();
    m_doubtful.add(extent.span);
    m_doubtfulExtents.push_back(extent);
}

void ImageMap::trust(const Extent& extent) {
    std::erase(m_doubtfulExtents, extent);
    m_doubtful.remove(extent.span);
    put(extent);
    m_held.add(extent.span);
    m_heldSectors = m_held.total();
}

void ImageMap::refine(const Extent& extent, const std::vector<Extent>& into) {
    erase(extent.span);
    for (const Extent& part : into)
        put(part);
}

void ImageMap::doubtUntold() {
    for (const auto& [piece, told] : m_untold) {
        const LbaSpan span = intersection(spanOfPiece(piece), m_drive.whole());
        SpanSet uncertain;
        for (const LbaSpan& gap : m_held.gaps(span)) // what is not held is not in question
            uncertain.add(gap);
        const std::vector<LbaSpan> held = uncertain.gaps(span);
        erase(span);
        m_held.remove(span);
        for (const LbaSpan& part : held)
            m_doubtful.add(part);
        for (const Extent& extent : told) {
            put(extent);
            m_held.add(extent.span);
            m_doubtful.remove(extent.span);
        }
    }
    m_untold.clear();
    m_heldSectors = m_held.total();
}

std::vector<Extent> ImageMap::extents() const {
    std::vector<Extent> all;
    all.reserve(m_parts.size() + m_wholePieces.total().value);
    for (const auto& [first, part] : m_parts)
        all.push_back({{{first}, {part.count}}, part.crc32});
    for (const LbaSpan& run : m_wholePieces.spans())
        for (std::uint64_t piece = run.first.value; piece < run.end().value; ++piece)
            all.push_back({spanOfPiece(piece), wholeCrc(piece)});
    std::sort(all.begin(), all.end(),
              [](const Extent& a, const Extent& b) { return a.span.first < b.span.first; });
    return all;
}

std::vector<Extent> ImageMap::doubtfulExtents() const {
    std::vector<Extent> all;
    for (const Extent& extent : m_doubtfulExtents)
        if (m_doubtful.contains(extent.span))
            all.push_back(extent);
    return all;
}

namespace {

// Whole pieces one after the other, as one line.
template <class CrcOf>
std::string lineOfRun(LbaSpan span, std::uint64_t firstPiece, std::uint64_t pieces, const CrcOf& crcOfPiece) {
    std::string line =
        fmt::format("{{\"first\":{},\"sectors\":{},\"crc32s\":\"", span.first.value, span.count.value);
    for (std::uint64_t i = 0; i < pieces; ++i)
        fmt::format_to(std::back_inserter(line), "{:08x}", crcOfPiece(firstPiece + i));
    return line + "\"}\n";
}

} // namespace

void ImageMap::tell(const Standstill& standstill) {
    m_standstills = withLatest(std::move(m_standstills), standstill);
    m_standstillsUntold.push_back(standstill);
}

std::string ImageMap::news() {
    std::string lines;
    for (const Standstill& standstill : m_standstillsUntold)
        lines += lineOf(standstill);
    m_standstillsUntold.clear();
    const auto crcOfPiece = [this](std::uint64_t piece) { return wholeCrc(piece); };
    std::optional<LbaSpan> run; // of whole pieces, by number
    const auto tellRun = [&] {
        if (run)
            lines += lineOfRun({{run->first.value * m_pieceSectors}, {run->count.value * m_pieceSectors}},
                               run->first.value, run->count.value, crcOfPiece);
        run.reset();
    };
    for (const auto& [piece, told] : m_untold) {
        if (m_wholePieces.contains({{piece}, {1}})) {
            if (run && run->end().value == piece && run->count.value < pagePieces)
                run->count = run->count + SectorCount{1};
            else {
                tellRun();
                run = LbaSpan{{piece}, {1}};
            }
            continue;
        }
        const LbaSpan span = spanOfPiece(piece);
        for (auto part = m_parts.lower_bound(span.first.value);
             part != m_parts.end() && part->first < span.end().value; ++part) {
            const Extent extent{{{part->first}, {part->second.count}}, part->second.crc32};
            if (std::find(told.begin(), told.end(), extent) == told.end())
                lines += lineOf(extent);
        }
    }
    tellRun();
    m_untold.clear();
    return lines;
}

std::string ImageMap::text() const {
    nlohmann::ordered_json head;
    head["format"] = formatName;
    head["version"] = formatVersion;
    if (!imageId.empty()) {
        head["image"] = imageId;
        head["generation"] = generation;
    }
    head["drive"] = {{"model", m_drive.model},
                     {"serial", m_drive.serial},
                     {"path", m_drive.path},
                     {"sectors", m_drive.capacity.value},
                     {"sector_bytes", m_drive.logicalBytes}};
    std::string all = head.dump(-1, ' ', false, json::error_handler_t::replace) + '\n';
    for (const auto& [first, part] : m_parts)
        all += lineOf({{{first}, {part.count}}, part.crc32});
    const auto crcOfPiece = [this](std::uint64_t piece) { return wholeCrc(piece); };
    for (const LbaSpan& whole : m_wholePieces.spans())
        for (std::uint64_t from = whole.first.value; from < whole.end().value; from += pagePieces) {
            const std::uint64_t n = std::min<std::uint64_t>(pagePieces, whole.end().value - from);
            all += lineOfRun({{from * m_pieceSectors}, {n * m_pieceSectors}}, from, n, crcOfPiece);
        }
    SpanSet rest = m_doubtful;
    for (const Extent& extent : doubtfulExtents()) {
        all += fmt::format("{{\"first\":{},\"sectors\":{},\"crc32\":\"{:08x}\",\"doubtful\":true}}\n",
                           extent.span.first.value, extent.span.count.value, extent.crc32);
        rest.remove(extent.span);
    }
    for (const LbaSpan& span : rest.spans())
        all += fmt::format("{{\"first\":{},\"sectors\":{},\"doubtful\":true}}\n", span.first.value,
                           span.count.value);
    for (const Standstill& standstill : m_standstills)
        all += lineOf(standstill);
    if (!closedAt.empty())
        all += json{{"closed", closedAt}}.dump() + '\n';
    return all;
}

} // namespace orbita
