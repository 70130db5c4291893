// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"

#include "core/base/bytes.h"

#include <bit>
#include <fmt/format.h>

namespace orbita::ata {

namespace {

// Word numbers, as in ACS and the Linux kernel's include/linux/ata.h.
constexpr std::size_t wordSerial = 10;
constexpr std::size_t wordFirmware = 23;
constexpr std::size_t wordModel = 27;
constexpr std::size_t wordTrusted = 48;
constexpr std::size_t wordCapacity28 = 60;
constexpr std::size_t wordZoned = 69;
constexpr std::size_t wordSata = 76;
constexpr std::size_t wordCommandSets1 = 82;
constexpr std::size_t wordCommandSets = 83;
constexpr std::size_t wordCommandSets3 = 84;
constexpr std::size_t wordEnabled1 = 85;
constexpr std::size_t wordEnabled3 = 87;
constexpr std::size_t wordCapacity48 = 100;
constexpr std::size_t wordSectorSize = 106;
constexpr std::size_t wordWorldWideName = 108;
constexpr std::size_t wordLogicalWords = 117;
constexpr std::size_t wordSecurity = 128;
constexpr std::size_t wordDataSetManagement = 169;
constexpr std::size_t wordSct = 206;
constexpr std::size_t wordAlignment = 209;
constexpr std::size_t wordRotation = 217;

constexpr std::uint64_t lba48Supported = 1U << 10U;
constexpr std::uint64_t flushExtSupported = 1U << 13U; // word 83
constexpr std::uint64_t sizeFieldValid = 1U << 14U;
constexpr std::uint64_t sizeFieldMask = 3U << 14U;
constexpr std::uint64_t severalLogicalPerPhysical = 1U << 13U;
constexpr std::uint64_t longLogicalSector = 1U << 12U;

// Words 82 and 85, command sets supported and enabled.
constexpr std::uint64_t setSmart = 1U << 0U;
constexpr std::uint64_t setWriteCache = 1U << 5U;
// Words 84 and 87.
constexpr std::uint64_t setSelfTest = 1U << 1U;
constexpr std::uint64_t setLogs = 1U << 5U;
constexpr std::uint64_t setFua = 1U << 6U;
constexpr std::uint64_t setWorldWideName = 1U << 8U;

std::uint64_t word(std::span<const std::byte> bytes, std::size_t at, std::size_t words = 1) {
    return littleEndian(bytes, 2 * at, 2 * words);
}

// ATA strings hold two characters a word, the first in the high byte, padded with spaces.
std::string getString(std::span<const std::byte> bytes, std::size_t at, std::size_t characters) {
    std::string text;
    for (std::size_t i = 0; i < characters; ++i) {
        const auto c = std::to_integer<char>(bytes[2 * at + (i ^ 1U)]);
        text += c >= 0x20 && c < 0x7F ? c : ' ';
    }
    const auto first = text.find_first_not_of(' ');
    if (first == std::string::npos)
        return {};
    return text.substr(first, text.find_last_not_of(' ') - first + 1);
}

void putString(std::span<std::byte> bytes, std::size_t at, std::size_t characters, const std::string& text) {
    for (std::size_t i = 0; i < characters; ++i)
        bytes[2 * at + (i ^ 1U)] = static_cast<std::byte>(i < text.size() ? text[i] : ' ');
}

} // namespace

std::array<std::byte, identifyBytes> encodeIdentify(const IdentifyData& data) {
    std::array<std::byte, identifyBytes> bytes{};
    putString(bytes, wordSerial, 20, data.serial);
    putString(bytes, wordFirmware, 8, data.firmware);
    putString(bytes, wordModel, 40, data.model);
    putLittleEndian(bytes, 2 * wordCapacity28, 4, std::min<std::uint64_t>(data.capacity.value, 0x0FFFFFFF));
    putLittleEndian(bytes, 2 * wordCommandSets, 2,
                    sizeFieldValid | lba48Supported | (data.flushSupported ? flushExtSupported : 0U));
    putLittleEndian(bytes, 2 * wordCapacity48, 8, data.capacity.value);
    const std::uint32_t perPhysical = data.physicalBytes / data.logicalBytes;
    std::uint64_t sizes = sizeFieldValid;
    if (perPhysical > 1)
        sizes |= severalLogicalPerPhysical | static_cast<std::uint64_t>(std::countr_zero(perPhysical));
    if (data.logicalBytes > 512) {
        sizes |= longLogicalSector;
        putLittleEndian(bytes, 2 * wordLogicalWords, 4, data.logicalBytes / 2);
    }
    putLittleEndian(bytes, 2 * wordSectorSize, 2, sizes);
    putLittleEndian(bytes, 2 * wordRotation, 2, data.rotationRate.value_or(0));
    const auto bit = [](bool set, std::uint64_t mask) { return set ? mask : std::uint64_t{0}; };
    putLittleEndian(bytes, 2 * wordCommandSets1, 2,
                    bit(data.smartSupported, setSmart) | bit(data.writeCacheSupported, setWriteCache));
    putLittleEndian(bytes, 2 * wordEnabled1, 2,
                    bit(data.smartEnabled, setSmart) | bit(data.writeCacheEnabled, setWriteCache));
    const std::uint64_t third = sizeFieldValid | bit(data.selfTestSupported, setSelfTest) |
                                bit(data.logsSupported, setLogs) | bit(data.fuaSupported, setFua) |
                                bit(data.worldWideName != 0, setWorldWideName);
    putLittleEndian(bytes, 2 * wordCommandSets3, 2, third);
    putLittleEndian(bytes, 2 * wordEnabled3, 2, third);
    for (std::size_t i = 0; i < 4; ++i)
        putLittleEndian(bytes, 2 * (wordWorldWideName + i), 2, data.worldWideName >> (48 - 16 * i));
    putLittleEndian(bytes, 2 * wordSecurity, 2,
                    bit(data.passwordSet, 3U) | bit(data.locked, 4U) | bit(data.frozen, 8U));
    if (data.trustedSupported)
        putLittleEndian(bytes, 2 * wordTrusted, 2, sizeFieldValid | 1U);
    putLittleEndian(bytes, 2 * wordDataSetManagement, 2, bit(data.trimSupported, 1U));
    putLittleEndian(bytes, 2 * wordSct, 2, bit(data.sctSupported, 1U) | bit(data.recoveryTimeSupported, 8U));
    if (data.alignmentOffset != 0)
        putLittleEndian(bytes, 2 * wordAlignment, 2, sizeFieldValid | data.alignmentOffset);
    putLittleEndian(bytes, 2 * wordZoned, 2, static_cast<std::uint64_t>(data.zoned));
    putLittleEndian(bytes, 2 * wordSata, 2, data.sataSpeeds);
    return bytes;
}

Result<IdentifyData> decodeIdentify(std::span<const std::byte> bytes) {
    const auto refuse = [](Phrase why) {
        return tl::unexpected(Error{Error::Kind::unusable, "reading the drive's identity (IDENTIFY DEVICE)",
                                    "", std::move(why), "Check the cable or try another adapter."});
    };
    if (bytes.size() != identifyBytes)
        return refuse({"the answer has {} bytes instead of 512", {std::to_string(bytes.size())}});

    IdentifyData data;
    data.serial = getString(bytes, wordSerial, 20);
    data.firmware = getString(bytes, wordFirmware, 8);
    data.model = getString(bytes, wordModel, 40);

    const std::uint64_t sets = word(bytes, wordCommandSets);
    const bool has48 = (sets & sizeFieldMask) == sizeFieldValid && (sets & lba48Supported) != 0;
    data.capacity.value = has48 ? word(bytes, wordCapacity48, 4) : word(bytes, wordCapacity28, 2);
    if (data.capacity.value == 0)
        return refuse("the drive reports a capacity of zero");
    if (data.capacity.value > 1ULL << 48U)
        return refuse("the drive reports a capacity beyond what 48-bit addresses reach");

    const std::uint64_t sizes = word(bytes, wordSectorSize);
    if ((sizes & sizeFieldMask) == sizeFieldValid) {
        if ((sizes & longLogicalSector) != 0) {
            const std::uint64_t logical = 2 * word(bytes, wordLogicalWords, 2);
            if (logical >= 512 && logical <= 65536)
                data.logicalBytes = static_cast<std::uint32_t>(logical);
        }
        const auto exponent = static_cast<std::uint32_t>(sizes & 0xFU);
        data.physicalBytes = data.logicalBytes;
        if ((sizes & severalLogicalPerPhysical) != 0 && exponent <= 7)
            data.physicalBytes = data.logicalBytes << exponent;
    }
    const auto rotation = static_cast<std::uint32_t>(word(bytes, wordRotation));
    if (rotation == 1 || (rotation >= 0x401 && rotation <= 0xFFFE))
        data.rotationRate = rotation;

    const auto has = [&](std::size_t at, std::uint64_t mask) {
        const std::uint64_t value = word(bytes, at);
        return value != 0xFFFF && (value & mask) != 0;
    };
    data.smartSupported = has(wordCommandSets1, setSmart);
    data.smartEnabled = has(wordEnabled1, setSmart);
    data.writeCacheSupported = has(wordCommandSets1, setWriteCache);
    data.writeCacheEnabled = has(wordEnabled1, setWriteCache);
    if ((word(bytes, wordCommandSets3) & sizeFieldMask) == sizeFieldValid) {
        data.selfTestSupported = has(wordCommandSets3, setSelfTest);
        data.logsSupported = has(wordCommandSets3, setLogs);
        data.fuaSupported = has(wordCommandSets3, setFua);
        if (has(wordCommandSets3, setWorldWideName))
            for (std::size_t i = 0; i < 4; ++i)
                data.worldWideName = data.worldWideName << 16U | word(bytes, wordWorldWideName + i);
    }
    data.flushSupported = (sets & sizeFieldMask) == sizeFieldValid && (sets & flushExtSupported) != 0;
    data.passwordSet = has(wordSecurity, 2U);
    data.locked = has(wordSecurity, 4U);
    data.frozen = has(wordSecurity, 8U);
    data.trustedSupported =
        (word(bytes, wordTrusted) & sizeFieldMask) == sizeFieldValid && has(wordTrusted, 1U);
    data.trimSupported = has(wordDataSetManagement, 1U);
    data.sctSupported = has(wordSct, 1U);
    data.recoveryTimeSupported = data.sctSupported && has(wordSct, 8U);
    const std::uint64_t alignment = word(bytes, wordAlignment);
    if ((alignment & sizeFieldMask) == sizeFieldValid)
        data.alignmentOffset = static_cast<std::uint32_t>(alignment & 0x3FFFU);
    const std::uint64_t zoned = word(bytes, wordZoned) & 3U;
    if (zoned != 3)
        data.zoned = static_cast<IdentifyData::Zoned>(zoned);
    data.sataSpeeds = static_cast<std::uint16_t>(word(bytes, wordSata));
    return data;
}

std::string worldWideNameText(const IdentifyData& data) {
    return data.worldWideName == 0 ? std::string{} : fmt::format("{:016x}", data.worldWideName);
}

} // namespace orbita::ata
