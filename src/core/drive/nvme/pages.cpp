// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/nvme/pages.h"

#include "core/base/bytes.h"

#include <algorithm>
#include <array>

namespace orbita::nvme {

namespace {

constexpr int zeroCelsius = 273; // kelvin

// Kelvin as degrees Celsius; 0 says "not told", and what no drive survives is not believed.
std::optional<int> degrees(std::span<const std::byte> bytes, std::size_t at) {
    const auto kelvin = static_cast<int>(littleEndian(bytes, at, 2));
    if (kelvin < zeroCelsius - 60 || kelvin > zeroCelsius + 200)
        return std::nullopt;
    return kelvin - zeroCelsius;
}

void putDegrees(std::span<std::byte> bytes, std::size_t at, std::optional<int> value) {
    putLittleEndian(bytes, at, 2, value ? static_cast<std::uint64_t>(*value + zeroCelsius) : 0);
}

std::uint64_t counter(std::span<const std::byte> bytes, std::size_t at) {
    return littleEndian(bytes, at + 8, 8) != 0 ? UINT64_MAX : littleEndian(bytes, at, 8);
}

std::uint8_t u8(std::span<const std::byte> bytes, std::size_t at) {
    return static_cast<std::uint8_t>(byteAt(bytes, at));
}

std::string hexadecimal(std::span<const std::byte> bytes) {
    std::string digits;
    for (const std::byte b : bytes) {
        digits += "0123456789abcdef"[std::to_integer<unsigned>(b) >> 4U];
        digits += "0123456789abcdef"[std::to_integer<unsigned>(b) & 15U];
    }
    return digits;
}

} // namespace

Result<Controller> decodeController(std::span<const std::byte> bytes) {
    if (bytes.size() < identifyBytes || allZero(bytes))
        return tl::unexpected(tooShort("who the drive is (Identify Controller)", bytes.size()));
    Controller c;
    c.serial = trimmedText(bytes, 4, 20);
    c.model = trimmedText(bytes, 24, 40);
    c.firmware = trimmedText(bytes, 64, 8);
    c.maxTransferExponent = u8(bytes, 77);
    const std::uint64_t optional = littleEndian(bytes, 256, 2);
    c.securitySupported = (optional & 1U) != 0;
    c.selfTestSupported = (optional >> 4U & 1U) != 0;
    c.errorEntries = u8(bytes, 262);
    c.warningTemperature = degrees(bytes, 266);
    c.criticalTemperature = degrees(bytes, 268);
    c.totalBytes = counter(bytes, 280);
    c.extendedTestMinutes = static_cast<std::uint16_t>(littleEndian(bytes, 316, 2));
    c.sanitizeSupported = littleEndian(bytes, 328, 4) != 0;
    c.namespaces = static_cast<std::uint32_t>(littleEndian(bytes, 516, 4));
    c.writeZeroesSupported = (littleEndian(bytes, 520, 2) >> 3U & 1U) != 0;
    c.verifySupported = (littleEndian(bytes, 520, 2) >> 7U & 1U) != 0;
    c.writeCachePresent = (byteAt(bytes, 525) & 1U) != 0;
    c.trimSupported = (littleEndian(bytes, 520, 2) >> 2U & 1U) != 0;
    c.formatSupported = (optional >> 1U & 1U) != 0;
    c.version = static_cast<std::uint32_t>(littleEndian(bytes, 80, 4));
    return c;
}

std::vector<std::byte> encodeController(const Controller& c) {
    std::vector<std::byte> bytes(identifyBytes);
    putText(bytes, 4, 20, c.serial);
    putText(bytes, 24, 40, c.model);
    putText(bytes, 64, 8, c.firmware);
    bytes[77] = std::byte{c.maxTransferExponent};
    putLittleEndian(bytes, 80, 4, c.version);
    putLittleEndian(bytes, 256, 2,
                    (c.selfTestSupported ? 1U << 4U : 0U) | (c.formatSupported ? 2U : 0U) |
                        (c.securitySupported ? 1U : 0U));
    bytes[262] = std::byte{c.errorEntries};
    putDegrees(bytes, 266, c.warningTemperature);
    putDegrees(bytes, 268, c.criticalTemperature);
    putLittleEndian(bytes, 280, 8, c.totalBytes);
    putLittleEndian(bytes, 316, 2, c.extendedTestMinutes);
    putLittleEndian(bytes, 328, 4, c.sanitizeSupported ? 7U : 0U); // crypto, block and overwrite
    putLittleEndian(bytes, 516, 4, c.namespaces);
    putLittleEndian(bytes, 520, 2,
                    (c.verifySupported ? 1U << 7U : 0U) | (c.writeZeroesSupported ? 1U << 3U : 0U) |
                        (c.trimSupported ? 1U << 2U : 0U));
    bytes[525] = c.writeCachePresent ? std::byte{1} : std::byte{0};
    return bytes;
}

Result<Namespace> decodeNamespace(std::span<const std::byte> bytes) {
    if (bytes.size() < identifyBytes)
        return tl::unexpected(tooShort("the drive's capacity (Identify Namespace)", bytes.size()));
    Namespace ns;
    ns.size.value = littleEndian(bytes, 0, 8);
    ns.used.value = littleEndian(bytes, 16, 8);
    if (ns.size.value == 0)
        return ns;
    const unsigned format = byteAt(bytes, 26) & 0x0FU;
    const std::size_t at = 128 + std::size_t{4} * format;
    const unsigned exponent = byteAt(bytes, at + 2);
    if (exponent < 9 || exponent > 16 || ns.size.value > UINT64_MAX >> exponent)
        return tl::unexpected(Error{Error::Kind::unusable, "reading the drive's capacity", "",
                                    Phrase("a sector of 2^{} bytes cannot be", {std::to_string(exponent)}),
                                    "Nothing can be read from this namespace."});
    ns.logicalBytes = 1U << exponent;
    ns.metadataBytes = static_cast<std::uint32_t>(littleEndian(bytes, at, 2));
    ns.protectedData = (byteAt(bytes, 29) & 7U) != 0;
    const auto nguid = bytes.subspan(104, 16);
    const auto eui64 = bytes.subspan(120, 8);
    if (!allZero(eui64))
        ns.worldWideName = hexadecimal(eui64);
    else if (!allZero(nguid))
        ns.worldWideName = hexadecimal(nguid);
    return ns;
}

std::vector<std::byte> encodeNamespace(const Namespace& ns, std::uint64_t eui64) {
    std::vector<std::byte> bytes(identifyBytes);
    putLittleEndian(bytes, 0, 8, ns.size.value);
    putLittleEndian(bytes, 8, 8, ns.size.value);
    putLittleEndian(bytes, 16, 8, ns.used.value);
    unsigned exponent = 9;
    while (1U << exponent < ns.logicalBytes)
        ++exponent;
    putLittleEndian(bytes, 128, 2, ns.metadataBytes);
    bytes[130] = static_cast<std::byte>(exponent);
    bytes[29] = ns.protectedData ? std::byte{1} : std::byte{0};
    putBigEndian(bytes, 120, 8, eui64);
    return bytes;
}

Result<Health> decodeHealth(std::span<const std::byte> bytes) {
    if (bytes.size() < healthBytes || allZero(bytes))
        return tl::unexpected(tooShort("the drive's health log", bytes.size()));
    Health h;
    h.criticalWarning = u8(bytes, 0);
    h.temperature = degrees(bytes, 1);
    h.spare = u8(bytes, 3);
    h.spareThreshold = u8(bytes, 4);
    h.used = u8(bytes, 5);
    h.dataRead = counter(bytes, 32);
    h.dataWritten = counter(bytes, 48);
    h.powerCycles = counter(bytes, 112);
    h.hours = counter(bytes, 128);
    h.unsafeShutdowns = counter(bytes, 144);
    h.mediaErrors = counter(bytes, 160);
    h.errorEntries = counter(bytes, 176);
    h.warningMinutes = static_cast<std::uint32_t>(littleEndian(bytes, 192, 4));
    h.criticalMinutes = static_cast<std::uint32_t>(littleEndian(bytes, 196, 4));
    return h;
}

std::vector<std::byte> encodeHealth(const Health& h) {
    std::vector<std::byte> bytes(healthBytes);
    bytes[0] = std::byte{h.criticalWarning};
    putDegrees(bytes, 1, h.temperature);
    bytes[3] = std::byte{h.spare};
    bytes[4] = std::byte{h.spareThreshold};
    bytes[5] = std::byte{h.used};
    putLittleEndian(bytes, 32, 8, h.dataRead);
    putLittleEndian(bytes, 48, 8, h.dataWritten);
    putLittleEndian(bytes, 112, 8, h.powerCycles);
    putLittleEndian(bytes, 128, 8, h.hours);
    putLittleEndian(bytes, 144, 8, h.unsafeShutdowns);
    putLittleEndian(bytes, 160, 8, h.mediaErrors);
    putLittleEndian(bytes, 176, 8, h.errorEntries);
    putLittleEndian(bytes, 192, 4, h.warningMinutes);
    putLittleEndian(bytes, 196, 4, h.criticalMinutes);
    return bytes;
}

std::vector<LoggedError> decodeErrors(std::span<const std::byte> bytes) {
    std::vector<LoggedError> errors;
    for (std::size_t at = 0; at + errorEntryBytes <= bytes.size(); at += errorEntryBytes) {
        const auto entry = bytes.subspan(at, errorEntryBytes);
        const std::uint64_t number = littleEndian(entry, 0, 8);
        if (number == 0)
            continue;
        const std::uint64_t status = littleEndian(entry, 12, 2); // bit 0 is the phase tag
        errors.push_back({number, static_cast<std::uint8_t>(status >> 9U & 7U),
                          static_cast<std::uint8_t>(status >> 1U & 0xFFU), Lba{littleEndian(entry, 16, 8)}});
    }
    std::stable_sort(errors.begin(), errors.end(),
                     [](const LoggedError& a, const LoggedError& b) { return a.number > b.number; });
    return errors;
}

std::vector<std::byte> encodeErrors(std::span<const LoggedError> latestFirst, std::size_t entries) {
    std::vector<std::byte> bytes(entries * errorEntryBytes);
    for (std::size_t i = 0; i < std::min(entries, latestFirst.size()); ++i) {
        const auto entry = std::span(bytes).subspan(i * errorEntryBytes, errorEntryBytes);
        const LoggedError& e = latestFirst[i];
        putLittleEndian(entry, 0, 8, e.number);
        putLittleEndian(entry, 12, 2, std::uint64_t{e.statusCode} << 1U | std::uint64_t{e.statusType} << 9U);
        putLittleEndian(entry, 16, 8, e.lba.value);
        putLittleEndian(entry, 24, 4, 1);
    }
    return bytes;
}

Result<SelfTestLog> decodeSelfTests(std::span<const std::byte> bytes) {
    if (bytes.size() < selfTestBytes)
        return tl::unexpected(tooShort("the self-test log", bytes.size()));
    SelfTestLog log;
    log.running = static_cast<std::uint8_t>(byteAt(bytes, 0) & 0x0FU);
    log.percent = static_cast<std::uint8_t>(std::min(byteAt(bytes, 1) & 0x7FU, 100U));
    constexpr std::size_t entryBytes = 28;
    for (std::size_t i = 0; i < 20; ++i) {
        const auto entry = bytes.subspan(4 + i * entryBytes, entryBytes);
        LoggedSelfTest test;
        test.result = static_cast<std::uint8_t>(byteAt(entry, 0) & 0x0FU);
        test.code = static_cast<std::uint8_t>(byteAt(entry, 0) >> 4U);
        if (test.result == 15 || test.code == 0)
            continue;
        test.hours = littleEndian(entry, 4, 8);
        constexpr unsigned lbaValid = 2;
        if ((byteAt(entry, 2) & lbaValid) != 0)
            test.failingLba = Lba{littleEndian(entry, 16, 8)};
        log.latestFirst.push_back(test);
    }
    return log;
}

std::vector<std::byte> encodeSelfTests(const SelfTestLog& log) {
    std::vector<std::byte> bytes(selfTestBytes);
    bytes[0] = std::byte{log.running};
    bytes[1] = std::byte{log.percent};
    for (std::size_t i = 0; i < 20; ++i) {
        const auto entry = std::span(bytes).subspan(4 + i * 28, 28);
        if (i >= log.latestFirst.size()) {
            entry[0] = std::byte{0x0F};
            continue;
        }
        const LoggedSelfTest& test = log.latestFirst[i];
        entry[0] = static_cast<std::byte>(test.code << 4U | test.result);
        putLittleEndian(entry, 4, 8, test.hours);
        if (test.failingLba) {
            entry[2] = std::byte{2};
            putLittleEndian(entry, 16, 8, test.failingLba->value);
        }
    }
    return bytes;
}

Result<SanitizeStatus> decodeSanitizeStatus(std::span<const std::byte> bytes) {
    if (bytes.size() < 4)
        return tl::unexpected(tooShort("whether the drive erases itself (Sanitize Status)", bytes.size()));
    SanitizeStatus status;
    switch (littleEndian(bytes, 2, 2) & 7U) {
    case 1:
    case 4: // and what it held was deallocated
        status.latest = SanitizeStatus::Latest::done;
        break;
    case 2:
        status.latest = SanitizeStatus::Latest::running;
        status.progress = static_cast<double>(littleEndian(bytes, 0, 2)) / 65536;
        break;
    case 3:
        status.latest = SanitizeStatus::Latest::failed;
        break;
    default:
        break;
    }
    return status;
}

std::vector<std::byte> encodeSanitizeStatus(const SanitizeStatus& status) {
    std::vector<std::byte> bytes(sanitizeBytes);
    const bool running = status.latest == SanitizeStatus::Latest::running;
    putLittleEndian(bytes, 0, 2, running ? static_cast<std::uint64_t>(status.progress * 65536) : 0xFFFF);
    constexpr std::array<std::uint8_t, 4> codes = {0, 1, 2, 3};
    putLittleEndian(bytes, 2, 2, codes[static_cast<std::size_t>(status.latest)]);
    return bytes;
}

} // namespace orbita::nvme
