// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/logs.h"

#include "core/base/bytes.h"

namespace orbita::ata {

namespace {

constexpr unsigned supported = 0x80;
constexpr unsigned valid = 0x40;

struct Place {
    std::uint8_t page;
    std::size_t offset;
};

Place placeOf(Statistic what) {
    const auto code = static_cast<std::uint16_t>(what);
    return {static_cast<std::uint8_t>(code >> 8U), std::size_t{code & 0xFFU}};
}

bool isTemperature(Statistic what) {
    return placeOf(what).page == 5;
}

Error shortPage(const char* what, std::size_t bytes) {
    return {Error::Kind::unusable,
            {"reading {}", {what}},
            "",
            {"the answer has {} bytes", {std::to_string(bytes)}},
            "The bridge or controller may not hand it on; try another adapter."};
}

// A signed byte; 80h says "not told".
std::optional<int> degrees(std::span<const std::byte> bytes, std::size_t at) {
    const auto raw = static_cast<std::int8_t>(byteAt(bytes, at));
    return raw == -128 ? std::nullopt : std::optional<int>(raw);
}

std::byte fromDegrees(std::optional<int> value) {
    return static_cast<std::byte>(static_cast<std::uint8_t>(value.value_or(-128)));
}

} // namespace

std::optional<std::int64_t> statistic(std::span<const std::byte> page, Statistic what) {
    const Place place = placeOf(what);
    if (page.size() < pageBytes || byteAt(page, 2) != place.page)
        return std::nullopt;
    const unsigned flags = byteAt(page, place.offset + 7);
    if ((flags & (supported | valid)) != (supported | valid))
        return std::nullopt;
    if (isTemperature(what)) {
        const auto value = degrees(page, place.offset);
        return value ? std::optional<std::int64_t>(*value) : std::nullopt;
    }
    if (what == Statistic::percentageUsed)
        return static_cast<std::int64_t>(byteAt(page, place.offset));
    return static_cast<std::int64_t>(littleEndian(page, place.offset, 6));
}

void putStatistic(Page& page, Statistic what, std::int64_t value) {
    const std::size_t at = placeOf(what).offset;
    putLittleEndian(page, at, isTemperature(what) ? 1 : 6, static_cast<std::uint64_t>(value));
    page[at + 7] = std::byte{supported | valid};
}

Page statisticsPage(std::uint8_t number) {
    Page page{};
    page[0] = std::byte{1};
    page[2] = std::byte{number};
    return page;
}

std::vector<std::uint8_t> statisticsPages(std::span<const std::byte> page0) {
    std::vector<std::uint8_t> numbers;
    if (page0.size() < pageBytes || byteAt(page0, 2) != 0)
        return numbers;
    const std::size_t n = std::min<std::size_t>(byteAt(page0, 8), pageBytes - 9);
    for (std::size_t i = 0; i < n; ++i)
        numbers.push_back(static_cast<std::uint8_t>(byteAt(page0, 9 + i)));
    return numbers;
}

Page encodeStatisticsPages(std::span<const std::uint8_t> numbers) {
    Page page = statisticsPage(0);
    page[8] = static_cast<std::byte>(numbers.size());
    for (std::size_t i = 0; i < numbers.size(); ++i)
        page[9 + i] = std::byte{numbers[i]};
    return page;
}

Result<PendingDefects> decodePendingDefects(std::span<const std::byte> bytes) {
    if (bytes.size() < pageBytes)
        return tl::unexpected(shortPage("the pending defects log", bytes.size()));
    PendingDefects defects;
    defects.total = static_cast<std::uint32_t>(littleEndian(bytes, 0, 4));
    for (std::size_t at = 16; at + 16 <= bytes.size() && defects.listed.size() < defects.total; at += 16) {
        const Lba lba{littleEndian(bytes, at + 8, 8)};
        if (lba.value >= 1ULL << 48U)
            break; // no address of a drive
        defects.listed.push_back({lba, static_cast<std::uint32_t>(littleEndian(bytes, at, 4))});
    }
    return defects;
}

std::vector<std::byte> encodePendingDefects(const PendingDefects& defects) {
    const std::size_t needed = 16 + 16 * defects.listed.size();
    std::vector<std::byte> bytes((needed + pageBytes - 1) / pageBytes * pageBytes);
    putLittleEndian(bytes, 0, 4, defects.total);
    for (std::size_t i = 0; i < defects.listed.size(); ++i) {
        putLittleEndian(bytes, 16 + 16 * i, 4, defects.listed[i].hours);
        putLittleEndian(bytes, 24 + 16 * i, 8, defects.listed[i].lba.value);
    }
    return bytes;
}

Result<std::vector<PhyCounter>> decodePhyCounters(std::span<const std::byte> bytes) {
    if (bytes.size() < pageBytes)
        return tl::unexpected(shortPage("the link's event counters", bytes.size()));
    std::vector<PhyCounter> counters;
    // Identifier in bits 11..0, size of the value in words in bits 14..12.
    for (std::size_t at = 4; at + 2 <= pageBytes - 1;) {
        const auto head = static_cast<unsigned>(littleEndian(bytes, at, 2));
        const std::size_t size = std::size_t{2} * (head >> 12U & 7U);
        if ((head & 0xFFFU) == 0 || size == 0 || size > 8 || at + 2 + size > pageBytes - 1)
            break;
        counters.push_back({static_cast<std::uint16_t>(head & 0xFFFU), littleEndian(bytes, at + 2, size)});
        at += 2 + size;
    }
    return counters;
}

Page encodePhyCounters(std::span<const PhyCounter> counters) {
    Page page{};
    std::size_t at = 4;
    for (const PhyCounter& counter : counters) {
        putLittleEndian(page, at, 2, counter.id | 2U << 12U);
        putLittleEndian(page, at + 2, 4, counter.value);
        at += 6;
    }
    putChecksum(page);
    return page;
}

Result<SctStatus> decodeSctStatus(std::span<const std::byte> bytes) {
    if (bytes.size() < pageBytes)
        return tl::unexpected(shortPage("the SCT status", bytes.size()));
    const auto format = littleEndian(bytes, 0, 2);
    if (format != 2 && format != 3)
        return tl::unexpected(Error{Error::Kind::unusable, "reading the SCT status", "",
                                    Phrase("format {} is not known", {std::to_string(format)}),
                                    "Nothing is read from it."});
    SctStatus status;
    status.extendedStatus = static_cast<std::uint16_t>(littleEndian(bytes, 14, 2));
    status.temperature = degrees(bytes, 200);
    status.highestThisCycle = degrees(bytes, 202);
    status.lowestEver = degrees(bytes, 203);
    status.highestEver = degrees(bytes, 204);
    return status;
}

Page encodeSctStatus(const SctStatus& status) {
    Page page{};
    putLittleEndian(page, 0, 2, 3);
    putLittleEndian(page, 2, 2, 1);
    putLittleEndian(page, 14, 2, status.extendedStatus);
    page[200] = fromDegrees(status.temperature);
    page[201] = fromDegrees({});
    page[202] = fromDegrees(status.highestThisCycle);
    page[203] = fromDegrees(status.lowestEver);
    page[204] = fromDegrees(status.highestEver);
    return page;
}

namespace {

Page sctRecoveryTime(std::uint16_t function, bool ofReading, std::uint16_t tenths) {
    Page page{};
    putLittleEndian(page, 0, 2, 3); // action: error recovery control
    putLittleEndian(page, 2, 2, function);
    putLittleEndian(page, 4, 2, ofReading ? 1 : 2);
    putLittleEndian(page, 6, 2, tenths);
    return page;
}

} // namespace

Page sctSetRecoveryTime(bool ofReading, std::uint16_t tenths) {
    return sctRecoveryTime(1, ofReading, tenths);
}

Page sctAskRecoveryTime(bool ofReading) {
    return sctRecoveryTime(2, ofReading, 0);
}

std::uint16_t recoveryTenths(std::uint16_t count, Lba lba) {
    return static_cast<std::uint16_t>((count & 0xFFU) | (lba.value & 0xFFU) << 8U);
}

} // namespace orbita::ata
