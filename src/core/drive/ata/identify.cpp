// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"

#include "core/base/bytes.h"

#include <bit>
#include <fmt/format.h>

namespace orbita::ata {

namespace {

// Word numbers, as in ACS and the Linux kernel's include/linux/ata.h.
constexpr std::size_t wordSerial = 10;
constexpr std::size_t wordBuffer = 21; // retired, and told all the same
constexpr std::size_t wordFirmware = 23;
constexpr std::size_t wordModel = 27;
constexpr std::size_t wordTrusted = 48;
constexpr std::size_t wordSanitize = 59;
constexpr std::size_t wordCapacity28 = 60;
constexpr std::size_t wordZoned = 69;
constexpr std::size_t wordQueue = 75;
constexpr std::size_t wordSata = 76;
constexpr std::size_t wordSataNow = 77;
constexpr std::size_t wordStandard = 80;
constexpr std::size_t wordCommandSets1 = 82;
constexpr std::size_t wordCommandSets = 83;
constexpr std::size_t wordCommandSets3 = 84;
constexpr std::size_t wordEnabled1 = 85;
constexpr std::size_t wordEnabled2 = 86;
constexpr std::size_t wordEnabled3 = 87;
constexpr std::size_t wordPowerLevel = 91;
constexpr std::size_t wordCapacity48 = 100;
constexpr std::size_t wordSectorSize = 106;
constexpr std::size_t wordWorldWideName = 108;
constexpr std::size_t wordLogicalWords = 117;
constexpr std::size_t wordSecurity = 128;
constexpr std::size_t wordFormFactor = 168;
constexpr std::size_t wordDataSetManagement = 169;
constexpr std::size_t wordSct = 206;
constexpr std::size_t wordAlignment = 209;
constexpr std::size_t wordRotation = 217;

constexpr std::uint64_t lba48Supported = 1U << 10U;
constexpr std::uint64_t flushExtSupported = 1U << 13U; // word 83
constexpr std::uint64_t sizeFieldValid = 1U << 14U;
constexpr std::uint64_t sizeFieldMask = 3U << 14U;
constexpr std::uint64_t severalLogicalPerPhysical = 1U << 13U;
constexpr std::uint64_t nativeQueueing = 1U << 8U;                 // word 76
constexpr std::uint64_t zerosAfterTrim = (1U << 14U) | (1U << 5U); // word 69
constexpr std::uint64_t longLogicalSector = 1U << 12U;

// Words 82 and 85, command sets supported and enabled.
constexpr std::uint64_t setSmart = 1U << 0U;
constexpr std::uint64_t setSecurity = 1U << 1U;
constexpr std::uint64_t setWriteCache = 1U << 5U;
constexpr std::uint64_t setLookAhead = 1U << 6U;
// Words 83 and 86.
constexpr std::uint64_t setPowerLevel = 1U << 3U;
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
                    sizeFieldValid | lba48Supported | (data.flushSupported ? flushExtSupported : 0U) |
                        (data.powerLevelSupported ? setPowerLevel : 0U));
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
                    bit(data.smartSupported, setSmart) | bit(data.securitySupported, setSecurity) |
                        bit(data.writeCacheSupported, setWriteCache) |
                        bit(data.lookAheadSupported, setLookAhead));
    putLittleEndian(bytes, 2 * wordEnabled1, 2,
                    bit(data.smartEnabled, setSmart) | bit(data.writeCacheEnabled, setWriteCache) |
                        bit(data.lookAheadEnabled, setLookAhead));
    if (data.powerLevel) {
        putLittleEndian(bytes, 2 * wordEnabled2, 2, setPowerLevel);
        putLittleEndian(bytes, 2 * wordPowerLevel, 2, *data.powerLevel);
    }
    putLittleEndian(bytes, 2 * wordBuffer, 2, std::min<std::uint32_t>(data.bufferBytes / 512, 0xFFFE));
    putLittleEndian(bytes, 2 * wordSanitize, 2, bit(data.sanitizeSupported, 1U << 12U));
    putLittleEndian(bytes, 2 * wordQueue, 2, data.queueDepth > 0 ? data.queueDepth - 1 : 0);
    putLittleEndian(bytes, 2 * wordSataNow, 2, std::uint64_t{data.sataSpeedNow} << 1U);
    putLittleEndian(bytes, 2 * wordStandard, 2, data.standard != 0 ? std::uint64_t{1} << data.standard : 0);
    putLittleEndian(bytes, 2 * wordFormFactor, 2, data.formFactor);
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
    putLittleEndian(bytes, 2 * wordZoned, 2,
                    static_cast<std::uint64_t>(data.zoned) | bit(data.trimReadsZeros, zerosAfterTrim));
    putLittleEndian(bytes, 2 * wordSata, 2,
                    std::uint64_t{data.sataSpeeds} | bit(data.queueDepth > 0, nativeQueueing));
    return bytes;
}

namespace {

// What it says it is and can, besides what everything else depends on.
void takeFeatures(std::span<const std::byte> bytes, IdentifyData& data) {
    const auto has = [&](std::size_t at, std::uint64_t mask) {
        const std::uint64_t value = word(bytes, at);
        return value != 0xFFFF && (value & mask) == mask;
    };
    const bool serial = data.sataSpeeds != 0 && data.sataSpeeds != 0xFFFF;
    if (serial && has(wordSata, nativeQueueing))
        data.queueDepth = static_cast<unsigned>(word(bytes, wordQueue) & 0x1FU) + 1;
    if (const auto speed = static_cast<unsigned>(word(bytes, wordSataNow) >> 1U & 7U); serial && speed <= 3)
        data.sataSpeedNow = speed;
    if (const std::uint64_t buffer = word(bytes, wordBuffer); buffer != 0xFFFF)
        data.bufferBytes = static_cast<std::uint32_t>(buffer * 512);
    if (const std::uint64_t versions = word(bytes, wordStandard); versions != 0xFFFF && versions > 1)
        data.standard = static_cast<unsigned>(std::bit_width(versions)) - 1;
    if (const auto form = static_cast<unsigned>(word(bytes, wordFormFactor) & 0xFU); form <= 9)
        data.formFactor = form;
    data.securitySupported = has(wordCommandSets1, setSecurity);
    data.lookAheadSupported = has(wordCommandSets1, setLookAhead);
    data.lookAheadEnabled = has(wordEnabled1, setLookAhead);
    data.powerLevelSupported = has(wordCommandSets, setPowerLevel);
    if (data.powerLevelSupported && has(wordEnabled2, setPowerLevel))
        if (const auto level = static_cast<unsigned>(word(bytes, wordPowerLevel) & 0xFFU);
            level >= 1 && level <= 0xFE)
            data.powerLevel = level;
    data.sanitizeSupported = has(wordSanitize, 1U << 12U);
    data.trimReadsZeros = data.trimSupported && has(wordZoned, zerosAfterTrim);
}

} // namespace

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
    takeFeatures(bytes, data);
    return data;
}

std::string worldWideNameText(const IdentifyData& data) {
    return data.worldWideName == 0 ? std::string{} : fmt::format("{:016x}", data.worldWideName);
}

} // namespace orbita::ata
