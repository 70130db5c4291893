// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/smart.h"

#include "core/base/bytes.h"

namespace orbita::ata {

namespace {

constexpr std::size_t mostAttributes = 30;
constexpr std::size_t attributeBytes = 12;
constexpr std::size_t atAttributes = 2;

std::optional<Error> badPage(const char* what, std::span<const std::byte> bytes) {
    Phrase answer;
    if (bytes.size() < pageBytes)
        answer = {"the answer has {} bytes instead of 512", {std::to_string(bytes.size())}};
    else if (allZero(bytes))
        answer = "the answer is nothing but zeroes";
    else
        return std::nullopt;
    return Error{Error::Kind::unusable,
                 {"reading {}", {what}},
                 "",
                 std::move(answer),
                 "The bridge or controller may not hand it on; try another adapter."};
}

SelfTestStatus statusOf(unsigned high) {
    return high <= 8 || high == 15 ? static_cast<SelfTestStatus>(high) : SelfTestStatus::failedUnknown;
}

bool hasFailingLba(SelfTestStatus status) {
    return status >= SelfTestStatus::fatalError && status <= SelfTestStatus::failedHandling;
}

std::uint8_t u8(std::span<const std::byte> bytes, std::size_t at) {
    return static_cast<std::uint8_t>(byteAt(bytes, at));
}

std::uint16_t u16(std::span<const std::byte> bytes, std::size_t at) {
    return static_cast<std::uint16_t>(littleEndian(bytes, at, 2));
}

// Ring logs: `count` places, `index` (from 1) the latest; 0: none. Calls take(place) from the latest back.
template <class Take>
void backFrom(std::size_t index, std::size_t count, Take&& take) {
    if (index == 0 || index > count)
        return;
    for (std::size_t i = 0; i < count; ++i)
        take((index - 1 + count - i) % count);
}

// Registers of an extended log entry: LBA as (7:0, 31:24, 15:8, 39:32, 23:16, 47:40).
Lba crossedLba(std::span<const std::byte> bytes, std::size_t at) {
    std::uint64_t lba = 0;
    for (unsigned i = 0; i < 3; ++i) {
        lba |= std::uint64_t{byteAt(bytes, at + std::size_t{2} * i)} << (8 * i);
        lba |= std::uint64_t{byteAt(bytes, at + std::size_t{2} * i + 1)} << (24 + 8 * i);
    }
    return {lba};
}

void putCrossedLba(std::span<std::byte> bytes, std::size_t at, Lba lba) {
    for (unsigned i = 0; i < 3; ++i) {
        bytes[at + std::size_t{2} * i] = static_cast<std::byte>(lba.value >> (8 * i) & 0xFFU);
        bytes[at + std::size_t{2} * i + 1] = static_cast<std::byte>(lba.value >> (24 + 8 * i) & 0xFFU);
    }
}

struct SelfTestLogShape {
    std::size_t first;
    std::size_t entryBytes;
    std::size_t entries;
    std::size_t lbaBytes;
    std::size_t atIndex;
};
constexpr SelfTestLogShape shapeShort{2, 24, 21, 4, 508};
constexpr SelfTestLogShape shapeExtended{4, 26, 19, 6, 2};

Result<std::vector<LoggedSelfTest>> decodeSelfTestLog(std::span<const std::byte> bytes,
                                                      const SelfTestLogShape& shape) {
    // All zeroes is a drive that has never tested itself.
    if (bytes.size() < pageBytes)
        return tl::unexpected(*badPage("the self-test log", bytes));
    std::vector<LoggedSelfTest> tests;
    const std::size_t index = u8(bytes, shape.atIndex);
    backFrom(index, shape.entries, [&](std::size_t place) {
        const auto entry = bytes.subspan(shape.first + place * shape.entryBytes, shape.entryBytes);
        if (allZero(entry))
            return;
        LoggedSelfTest test;
        test.number = static_cast<std::uint8_t>(byteAt(entry, 0) & 0x7FU);
        test.status = statusOf(byteAt(entry, 1) >> 4U);
        test.hours = u16(entry, 2);
        const std::uint64_t lba = littleEndian(entry, 5, shape.lbaBytes);
        const std::uint64_t none = shape.lbaBytes == 4 ? 0xFFFFFFFFULL : 0xFFFFFFFFFFFFULL;
        if (hasFailingLba(test.status) && lba != none)
            test.failingLba = Lba{lba};
        tests.push_back(test);
    });
    return tests;
}

Page encodeSelfTestLog(std::span<const LoggedSelfTest> latestFirst, const SelfTestLogShape& shape) {
    Page page{};
    page[0] = std::byte{1};
    const std::size_t n = std::min(latestFirst.size(), shape.entries);
    for (std::size_t i = 0; i < n; ++i) {
        const LoggedSelfTest& test = latestFirst[i];
        const auto entry = std::span(page).subspan(shape.first + (n - 1 - i) * shape.entryBytes);
        entry[0] = std::byte{test.number};
        entry[1] = static_cast<std::byte>(static_cast<unsigned>(test.status) << 4U);
        putLittleEndian(entry, 2, 2, test.hours);
        putLittleEndian(entry, 5, shape.lbaBytes,
                        test.failingLba ? test.failingLba->value : 0xFFFFFFFFFFFFULL);
    }
    page[shape.atIndex] = static_cast<std::byte>(n);
    putChecksum(page);
    return page;
}

} // namespace

std::uint64_t Attribute::rawValue(std::size_t bytes) const {
    std::uint64_t value = 0;
    for (std::size_t i = std::min<std::size_t>(bytes, raw.size()); i-- > 0;)
        value = value << 8U | raw[i];
    return value;
}

bool checksumGood(std::span<const std::byte> bytes) {
    unsigned sum = 0;
    for (const std::byte b : bytes.first(std::min(bytes.size(), pageBytes)))
        sum += std::to_integer<unsigned>(b);
    return sum % 256 == 0;
}

void putChecksum(Page& page) {
    unsigned sum = 0;
    for (std::size_t i = 0; i + 1 < pageBytes; ++i)
        sum += std::to_integer<unsigned>(page[i]);
    page[pageBytes - 1] = static_cast<std::byte>((256 - sum % 256) % 256);
}

Result<SmartData> decodeSmartData(std::span<const std::byte> bytes) {
    if (auto bad = badPage("the drive's SMART data", bytes))
        return tl::unexpected(std::move(*bad));
    SmartData data;
    for (std::size_t i = 0; i < mostAttributes; ++i) {
        const auto entry = bytes.subspan(atAttributes + i * attributeBytes, attributeBytes);
        Attribute attribute;
        attribute.id = u8(entry, 0);
        if (attribute.id == 0)
            continue;
        attribute.flags = u16(entry, 1);
        attribute.normalised = u8(entry, 3);
        attribute.worst = u8(entry, 4);
        for (std::size_t r = 0; r < attribute.raw.size(); ++r)
            attribute.raw[r] = u8(entry, 5 + r);
        data.attributes.push_back(attribute);
    }
    const unsigned execution = byteAt(bytes, 363);
    data.selfTest = statusOf(execution >> 4U);
    data.tenthsLeft = static_cast<std::uint8_t>(std::min(execution & 0x0FU, 10U));
    data.offlineCapability = u8(bytes, 367);
    data.shortMinutes = u8(bytes, 372);
    // FFh says that the word at 375 holds the minutes.
    data.extendedMinutes = u8(bytes, 373) == 0xFF ? u16(bytes, 375) : u8(bytes, 373);
    data.conveyanceMinutes = u8(bytes, 374);
    data.checksumGood = checksumGood(bytes);
    return data;
}

Page encodeSmartData(const SmartData& data) {
    Page page{};
    page[0] = std::byte{16};
    for (std::size_t i = 0; i < std::min(data.attributes.size(), mostAttributes); ++i) {
        const Attribute& attribute = data.attributes[i];
        const auto entry = std::span(page).subspan(atAttributes + i * attributeBytes, attributeBytes);
        entry[0] = std::byte{attribute.id};
        putLittleEndian(entry, 1, 2, attribute.flags);
        entry[3] = std::byte{attribute.normalised};
        entry[4] = std::byte{attribute.worst};
        for (std::size_t r = 0; r < attribute.raw.size(); ++r)
            entry[5 + r] = std::byte{attribute.raw[r]};
    }
    page[363] = static_cast<std::byte>(static_cast<unsigned>(data.selfTest) << 4U | data.tenthsLeft);
    page[367] = std::byte{data.offlineCapability};
    page[372] = static_cast<std::byte>(data.shortMinutes);
    page[373] = static_cast<std::byte>(std::min<unsigned>(data.extendedMinutes, 0xFF));
    page[374] = static_cast<std::byte>(data.conveyanceMinutes);
    putLittleEndian(page, 375, 2, data.extendedMinutes);
    putChecksum(page);
    return page;
}

Result<void> addThresholds(SmartData& data, std::span<const std::byte> bytes) {
    if (auto bad = badPage("the drive's SMART thresholds", bytes))
        return tl::unexpected(std::move(*bad));
    for (std::size_t i = 0; i < mostAttributes; ++i) {
        const auto entry = bytes.subspan(atAttributes + i * attributeBytes, attributeBytes);
        for (Attribute& attribute : data.attributes)
            if (attribute.id == u8(entry, 0))
                attribute.threshold = u8(entry, 1);
    }
    return {};
}

Page encodeThresholds(const SmartData& data) {
    Page page{};
    page[0] = std::byte{16};
    for (std::size_t i = 0; i < std::min(data.attributes.size(), mostAttributes); ++i) {
        page[atAttributes + i * attributeBytes] = std::byte{data.attributes[i].id};
        page[atAttributes + i * attributeBytes + 1] = std::byte{data.attributes[i].threshold.value_or(0)};
    }
    putChecksum(page);
    return page;
}

Result<ErrorLog> decodeSummaryErrors(std::span<const std::byte> bytes) {
    if (bytes.size() < pageBytes)
        return tl::unexpected(*badPage("the error log", bytes));
    ErrorLog log;
    log.count = u16(bytes, 452);
    backFrom(u8(bytes, 1), 5, [&](std::size_t place) {
        // Five commands of 12 bytes stand before the error itself.
        const auto entry = bytes.subspan(2 + place * 90 + 60, 30);
        if (allZero(entry))
            return;
        log.latest.push_back({u8(entry, 1), u8(entry, 7),
                              Lba{littleEndian(entry, 3, 3) | (byteAt(entry, 6) & 0x0FULL) << 24U},
                              u16(entry, 28)});
    });
    return log;
}

Page encodeSummaryErrors(const ErrorLog& log) {
    Page page{};
    page[0] = std::byte{1};
    const std::size_t n = std::min<std::size_t>(log.latest.size(), 5);
    page[1] = static_cast<std::byte>(n);
    for (std::size_t i = 0; i < n; ++i) {
        const auto entry = std::span(page).subspan(2 + (n - 1 - i) * 90 + 60, 30);
        const LoggedError& e = log.latest[i];
        entry[1] = std::byte{e.error};
        putLittleEndian(entry, 3, 3, e.lba.value);
        entry[6] = static_cast<std::byte>(0xE0U | (e.lba.value >> 24U & 0x0FU));
        entry[7] = std::byte{e.status};
        putLittleEndian(entry, 28, 2, e.hours);
    }
    putLittleEndian(page, 452, 2, log.count);
    putChecksum(page);
    return page;
}

Result<ErrorLog> decodeExtendedErrors(std::span<const std::byte> bytes) {
    if (bytes.size() < pageBytes)
        return tl::unexpected(*badPage("the extended error log", bytes));
    ErrorLog log;
    log.count = u16(bytes, 500);
    // The index counts over all pages; only the first is looked at here.
    const std::size_t index = std::min<std::size_t>(u16(bytes, 2), 4);
    backFrom(index, 4, [&](std::size_t place) {
        // Five commands of 18 bytes stand before the error itself.
        const auto entry = bytes.subspan(4 + place * 124 + 90, 34);
        if (allZero(entry))
            return;
        log.latest.push_back({u8(entry, 1), u8(entry, 11), crossedLba(entry, 4), u16(entry, 32)});
    });
    return log;
}

Page encodeExtendedErrors(const ErrorLog& log) {
    Page page{};
    page[0] = std::byte{1};
    const std::size_t n = std::min<std::size_t>(log.latest.size(), 4);
    putLittleEndian(page, 2, 2, n);
    for (std::size_t i = 0; i < n; ++i) {
        const auto entry = std::span(page).subspan(4 + (n - 1 - i) * 124 + 90, 34);
        const LoggedError& e = log.latest[i];
        entry[1] = std::byte{e.error};
        putCrossedLba(entry, 4, e.lba);
        entry[11] = std::byte{e.status};
        putLittleEndian(entry, 32, 2, e.hours);
    }
    putLittleEndian(page, 500, 2, log.count);
    putChecksum(page);
    return page;
}

Result<std::vector<LoggedSelfTest>> decodeSelfTests(std::span<const std::byte> bytes) {
    return decodeSelfTestLog(bytes, shapeShort);
}
Result<std::vector<LoggedSelfTest>> decodeExtendedSelfTests(std::span<const std::byte> bytes) {
    return decodeSelfTestLog(bytes, shapeExtended);
}
Page encodeSelfTests(std::span<const LoggedSelfTest> latestFirst) {
    return encodeSelfTestLog(latestFirst, shapeShort);
}
Page encodeExtendedSelfTests(std::span<const LoggedSelfTest> latestFirst) {
    return encodeSelfTestLog(latestFirst, shapeExtended);
}

Result<SelectiveSelfTest> decodeSelective(std::span<const std::byte> bytes) {
    if (auto bad = badPage("the selective self-test log", bytes))
        return tl::unexpected(std::move(*bad));
    SelectiveSelfTest test;
    for (std::size_t i = 0; i < test.spans.size(); ++i) {
        const Lba first{littleEndian(bytes, 2 + 16 * i, 8)};
        const Lba last{littleEndian(bytes, 10 + 16 * i, 8)};
        if (last.value != 0 && last >= first && last.value < 1ULL << 48U)
            test.spans[i] = spanBetween(first, Lba{last.value + 1});
    }
    test.current = Lba{littleEndian(bytes, 492, 8)};
    test.currentSpan = u16(bytes, 500);
    return test;
}

Page encodeSelective(const SelectiveSelfTest& test) {
    Page page{};
    putLittleEndian(page, 0, 2, 1);
    for (std::size_t i = 0; i < test.spans.size(); ++i) {
        if (test.spans[i].empty())
            continue;
        putLittleEndian(page, 2 + 16 * i, 8, test.spans[i].first.value);
        putLittleEndian(page, 10 + 16 * i, 8, test.spans[i].last().value);
    }
    putLittleEndian(page, 492, 8, test.current.value);
    putLittleEndian(page, 500, 2, test.currentSpan);
    putChecksum(page);
    return page;
}

} // namespace orbita::ata
