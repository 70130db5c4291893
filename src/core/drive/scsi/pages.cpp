// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/pages.h"

#include "core/base/bytes.h"

#include <bit>

namespace orbita::scsi {

namespace {

std::optional<Error> badSize(std::uint32_t logical) {
    // Besides powers of two there are formats with 8 or more bytes of protection in each sector (520, 528).
    if (logical >= 512 && logical <= 65536 && logical % 4 == 0)
        return std::nullopt;
    return Error{Error::Kind::unusable,
                 "reading the drive's capacity",
                 "",
                 {"a logical sector of {} bytes cannot be", {std::to_string(logical)}},
                 "Try another adapter."};
}

} // namespace

Result<InquiryData> decodeInquiry(std::span<const std::byte> bytes) {
    if (bytes.size() < 36)
        return tl::unexpected(tooShort("who the drive is (INQUIRY)", bytes.size()));
    InquiryData data;
    data.peripheral = static_cast<std::uint8_t>(byteAt(bytes, 0) & 0x1FU);
    data.present = byteAt(bytes, 0) >> 5U == 0;
    data.removable = (byteAt(bytes, 1) & 0x80U) != 0;
    data.protectionPossible = (byteAt(bytes, 5) & 1U) != 0;
    data.queues = (byteAt(bytes, 7) & 2U) != 0;
    data.standard = static_cast<std::uint8_t>(byteAt(bytes, 2));
    data.vendor = trimmedText(bytes, 8, 8);
    data.product = trimmedText(bytes, 16, 16);
    data.revision = trimmedText(bytes, 32, 4);
    return data;
}

std::string modelOf(const InquiryData& data) {
    return data.vendor == "ATA" || data.vendor.empty() ? data.product : data.vendor + ' ' + data.product;
}

std::vector<std::byte> encodeInquiry(const InquiryData& data) {
    std::vector<std::byte> bytes(36);
    bytes[0] = static_cast<std::byte>(data.peripheral | (data.present ? 0U : 0x20U));
    bytes[1] = data.removable ? std::byte{0x80} : std::byte{0};
    bytes[2] = std::byte{data.standard != 0 ? data.standard : std::uint8_t{6}};
    bytes[3] = std::byte{2}; // response data format
    bytes[4] = std::byte{31};
    bytes[5] = data.protectionPossible ? std::byte{1} : std::byte{0};
    bytes[7] = data.queues ? std::byte{2} : std::byte{0};
    putText(bytes, 8, 8, data.vendor);
    putText(bytes, 16, 16, data.product);
    putText(bytes, 32, 4, data.revision);
    return bytes;
}

std::span<const std::byte> vpdBody(std::span<const std::byte> bytes, std::uint8_t page) {
    if (bytes.size() < 4 || byteAt(bytes, 1) != page)
        return {};
    const auto length = static_cast<std::size_t>(bigEndian(bytes, 2, 2));
    return bytes.subspan(4, std::min(length, bytes.size() - 4));
}

std::vector<std::byte> makeVpd(std::uint8_t page, std::span<const std::byte> body) {
    std::vector<std::byte> bytes(4 + body.size());
    bytes[1] = std::byte{page};
    putBigEndian(bytes, 2, 2, body.size());
    std::copy(body.begin(), body.end(), bytes.begin() + 4);
    return bytes;
}

std::string decodeSerialNumber(std::span<const std::byte> vpd80) {
    const auto body = vpdBody(vpd80, vpd::serialNumber);
    return trimmedText(body, 0, body.size());
}

std::string decodeWorldWideName(std::span<const std::byte> vpd83) {
    const auto body = vpdBody(vpd83, vpd::identification);
    // Designators: code set in byte 0, association in bits 5..4 and type in bits 3..0 of byte 1, length in 3.
    for (std::size_t at = 0; at + 4 <= body.size();) {
        const std::size_t length = byteAt(body, at + 3);
        if (at + 4 + length > body.size())
            break;
        const unsigned kind = byteAt(body, at + 1);
        constexpr unsigned typeNaa = 3;
        if ((kind & 0x0FU) == typeNaa && (kind >> 4U & 3U) == 0 && (length == 8 || length == 16)) {
            std::string digits;
            for (std::size_t i = 0; i < length; ++i) {
                const unsigned b = byteAt(body, at + 4 + i);
                digits += "0123456789abcdef"[b >> 4U];
                digits += "0123456789abcdef"[b & 15U];
            }
            return digits;
        }
        at += 4 + length;
    }
    return {};
}

std::vector<std::byte> encodeWorldWideName(std::uint64_t name) {
    std::array<std::byte, 12> body{};
    body[0] = std::byte{1}; // binary
    body[1] = std::byte{3}; // NAA, of the logical unit
    body[3] = std::byte{8};
    putBigEndian(body, 4, 8, name);
    return makeVpd(vpd::identification, body);
}

std::span<const std::byte> identifyInside(std::span<const std::byte> vpd89) {
    const auto body = vpdBody(vpd89, vpd::ataInformation);
    // Bytes 60..571 of the page (SAT, ATA Information VPD page).
    constexpr std::size_t at = 56;
    return body.size() >= at + 512 ? body.subspan(at, 512) : std::span<const std::byte>{};
}

std::vector<std::byte> encodeAtaInformation(std::span<const std::byte> identify) {
    std::vector<std::byte> body(568);
    putText(body, 4, 8, "ORBITA");
    putText(body, 12, 16, "SIMULATED SATL");
    putText(body, 28, 4, "1.0");
    body[52] = std::byte{0xEC};
    std::copy(identify.begin(), identify.end(), body.begin() + 56);
    return makeVpd(vpd::ataInformation, body);
}

std::uint32_t decodeMaxTransfer(std::span<const std::byte> vpdB0) {
    const auto body = vpdBody(vpdB0, vpd::blockLimits);
    return body.size() >= 8 ? static_cast<std::uint32_t>(bigEndian(body, 4, 4)) : 0;
}

std::vector<std::byte> encodeMaxTransfer(std::uint32_t blocks) {
    std::array<std::byte, 60> body{};
    putBigEndian(body, 4, 4, blocks);
    return makeVpd(vpd::blockLimits, body);
}

Characteristics decodeCharacteristics(std::span<const std::byte> vpdB1) {
    Characteristics data;
    const auto body = vpdBody(vpdB1, vpd::characteristics);
    if (body.size() < 5)
        return data;
    const auto rate = static_cast<std::uint32_t>(bigEndian(body, 0, 2));
    if (rate == 1 || (rate >= 0x401 && rate <= 0xFFFE))
        data.rotationRate = rate;
    data.zoned = static_cast<std::uint8_t>(byteAt(body, 4) >> 4U & 3U);
    if (const auto form = static_cast<std::uint8_t>(byteAt(body, 3) & 0x0FU); form <= 5)
        data.formFactor = form;
    return data;
}

std::vector<std::byte> encodeCharacteristics(const Characteristics& data) {
    std::array<std::byte, 60> body{};
    putBigEndian(body, 0, 2, data.rotationRate.value_or(0));
    body[3] = std::byte{data.formFactor};
    body[4] = static_cast<std::byte>(data.zoned << 4U);
    return makeVpd(vpd::characteristics, body);
}

Result<Capacity> decodeCapacity10(std::span<const std::byte> bytes) {
    if (bytes.size() < 8)
        return tl::unexpected(tooShort("the drive's capacity", bytes.size()));
    Capacity capacity;
    const std::uint64_t last = bigEndian(bytes, 0, 4);
    capacity.sectors.value = last == 0xFFFFFFFF ? last : last + 1;
    capacity.logicalBytes = static_cast<std::uint32_t>(bigEndian(bytes, 4, 4));
    if (last == 0 && capacity.logicalBytes == 0)
        return Capacity{}; // only a bridge answers
    if (auto bad = badSize(capacity.logicalBytes))
        return tl::unexpected(std::move(*bad));
    capacity.physicalBytes = capacity.logicalBytes;
    return capacity;
}

Result<Capacity> decodeCapacity16(std::span<const std::byte> bytes) {
    if (bytes.size() < 32)
        return tl::unexpected(tooShort("the drive's capacity", bytes.size()));
    Capacity capacity;
    const std::uint64_t last = bigEndian(bytes, 0, 8);
    capacity.logicalBytes = static_cast<std::uint32_t>(bigEndian(bytes, 8, 4));
    if (last == 0 && capacity.logicalBytes == 0)
        return Capacity{};
    if (auto bad = badSize(capacity.logicalBytes))
        return tl::unexpected(std::move(*bad));
    if (last >= UINT64_MAX / capacity.logicalBytes)
        return tl::unexpected(Error{Error::Kind::unusable, "reading the drive's capacity", "",
                                    Phrase("a last sector of {} cannot be", {std::to_string(last)}),
                                    "Try another adapter."});
    capacity.sectors.value = last + 1;
    const unsigned exponent = byteAt(bytes, 13) & 0x0FU;
    capacity.physicalBytes = exponent <= 7 ? capacity.logicalBytes << exponent : capacity.logicalBytes;
    capacity.firstAligned = static_cast<std::uint32_t>(bigEndian(bytes, 14, 2) & 0x3FFFU);
    capacity.supportsUnmap = (byteAt(bytes, 14) & 0x80U) != 0;
    if ((byteAt(bytes, 12) & 1U) != 0)
        capacity.protectionType = static_cast<std::uint8_t>((byteAt(bytes, 12) >> 1U & 7U) + 1);
    return capacity;
}

std::array<std::byte, 8> encodeCapacity10(const Capacity& capacity) {
    std::array<std::byte, 8> bytes{};
    putBigEndian(bytes, 0, 4, std::min<std::uint64_t>(capacity.sectors.value - 1, 0xFFFFFFFF));
    putBigEndian(bytes, 4, 4, capacity.logicalBytes);
    return bytes;
}

std::array<std::byte, 32> encodeCapacity16(const Capacity& capacity) {
    std::array<std::byte, 32> bytes{};
    putBigEndian(bytes, 0, 8, capacity.sectors.value - 1);
    putBigEndian(bytes, 8, 4, capacity.logicalBytes);
    if (capacity.protectionType > 0)
        bytes[12] = static_cast<std::byte>(1U | (capacity.protectionType - 1U) << 1U);
    bytes[13] = static_cast<std::byte>(std::countr_zero(capacity.physicalBytes / capacity.logicalBytes));
    putBigEndian(bytes, 14, 2, capacity.firstAligned | (capacity.supportsUnmap ? 0x8000U : 0U));
    return bytes;
}

Result<ModeData> decodeMode10(std::span<const std::byte> bytes, std::uint8_t page) {
    if (bytes.size() < 8)
        return tl::unexpected(tooShort("the drive's mode pages", bytes.size()));
    ModeData data;
    data.writeProtected = (byteAt(bytes, 3) & 0x80U) != 0;
    data.forcesAccess = (byteAt(bytes, 3) & 0x10U) != 0; // SBC, device-specific parameter
    const std::size_t at = 8 + static_cast<std::size_t>(bigEndian(bytes, 6, 2));
    if (at + 2 > bytes.size() || (byteAt(bytes, at) & 0x3FU) != page)
        return data;
    const std::size_t length =
        std::min<std::size_t>(std::size_t{2} + byteAt(bytes, at + 1), bytes.size() - at);
    const auto found = bytes.subspan(at, length);
    data.page.assign(found.begin(), found.end());
    return data;
}

std::vector<std::byte> encodeMode10(const ModeData& data) {
    std::vector<std::byte> bytes(8 + data.page.size());
    putBigEndian(bytes, 0, 2, 6 + data.page.size());
    bytes[3] = static_cast<std::byte>((data.writeProtected ? 0x80U : 0U) | (data.forcesAccess ? 0x10U : 0U));
    std::copy(data.page.begin(), data.page.end(), bytes.begin() + 8);
    return bytes;
}

std::vector<std::byte> modeSelectList(std::span<const std::byte> page) {
    std::vector<std::byte> bytes(8 + page.size());
    std::copy(page.begin(), page.end(), bytes.begin() + 8);
    if (!page.empty())
        bytes[8] &= std::byte{0x3F}; // PS is reserved in MODE SELECT
    return bytes;
}

std::optional<std::uint16_t> recoveryTimeLimit(std::span<const std::byte> page01) {
    if (page01.size() < 12)
        return std::nullopt;
    return static_cast<std::uint16_t>(bigEndian(page01, 10, 2));
}

Result<DefectList> decodeDefects12(std::span<const std::byte> bytes) {
    if (bytes.size() < 8)
        return tl::unexpected(tooShort("the drive's list of defects", bytes.size()));
    const unsigned format = byteAt(bytes, 1) & 7U;
    const auto length = static_cast<std::size_t>(bigEndian(bytes, 4, 4));
    // 0: short block (4 bytes), 3: long block (8), 4 and 5: by track (8).
    const std::size_t each = format == 0 ? 4 : 8;
    DefectList list;
    list.count = static_cast<std::uint32_t>(length / each);
    if (format != 0 && format != 3)
        return list;
    const std::size_t end = std::min(bytes.size(), 8 + length);
    for (std::size_t at = 8; at + each <= end; at += each)
        list.listed.push_back({bigEndian(bytes, at, each)});
    return list;
}

std::vector<std::byte> encodeDefects12(std::span<const Lba> grown) {
    std::vector<std::byte> bytes(8 + 8 * grown.size());
    bytes[1] = std::byte{0x08 | 3};
    putBigEndian(bytes, 4, 4, 8 * grown.size());
    for (std::size_t i = 0; i < grown.size(); ++i)
        putBigEndian(bytes, 8 + 8 * i, 8, grown[i].value);
    return bytes;
}

} // namespace orbita::scsi
