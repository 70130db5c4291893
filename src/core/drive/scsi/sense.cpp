// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/sense.h"

#include "core/base/bytes.h"

namespace orbita::scsi {

namespace {

constexpr unsigned valid = 0x80;
constexpr std::byte descriptorInformation{0x00};
constexpr std::byte descriptorKeySpecific{0x02};
constexpr std::byte descriptorAtaReturn{0x09};

// Sense key specific bytes 0..2: bit 7 of the first says whether they hold anything.
std::optional<double> progressOf(std::span<const std::byte> specific, const Sense& sense) {
    const bool mayTell = sense.key == senseKey::notReady || sense.key == senseKey::noSense;
    if (!mayTell || (byteAt(specific, 0) & valid) == 0)
        return std::nullopt;
    return static_cast<double>(bigEndian(specific, 1, 2)) / 65536.0;
}

// ATA registers in fixed format, under 00/1D "ATA pass-through information available": SAT puts error,
// status, device and count into the information field (3..6) and the LBA behind the flags of the command
// specific one (9..11). The Linux kernel's own translation (drivers/ata/libata-scsi.c) has written them from
// byte 8 on instead, with the LBA in 17..19. A status always has its ready bit set; that tells the two apart.
std::vector<std::byte> registersOfFixed(std::span<const std::byte> bytes) {
    constexpr unsigned ready = 0x40;
    std::size_t at = 3;
    std::size_t atLba = 9;
    if ((byteAt(bytes, 4) & ready) == 0 && (byteAt(bytes, 9) & ready) != 0) {
        at = 8;
        atLba = 17;
    }
    if (bytes.size() < atLba + 3)
        return {};
    std::vector<std::byte> d(14);
    d[0] = descriptorAtaReturn;
    d[1] = std::byte{12};
    d[3] = bytes[at];
    d[5] = bytes[at + 3];
    d[7] = bytes[atLba];
    d[9] = bytes[atLba + 1];
    d[11] = bytes[atLba + 2];
    d[12] = bytes[at + 2];
    d[13] = bytes[at + 1];
    return d;
}

Sense decodeFixed(std::span<const std::byte> bytes) {
    Sense sense;
    sense.key = static_cast<std::uint8_t>(byteAt(bytes, 2) & 0x0FU);
    if ((byteAt(bytes, 0) & valid) != 0)
        sense.information = Lba{bigEndian(bytes, 3, 4)};
    // Additional bytes are counted from byte 8 on.
    const std::size_t end = std::min<std::size_t>(bytes.size(), std::size_t{8} + byteAt(bytes, 7));
    if (end > 12)
        sense.asc = static_cast<std::uint8_t>(byteAt(bytes, 12));
    if (end > 13)
        sense.ascq = static_cast<std::uint8_t>(byteAt(bytes, 13));
    if (end > 17)
        sense.progress = progressOf(bytes.subspan(15, 3), sense);
    if (sense.asc == 0x00 && sense.ascq == 0x1D) {
        sense.ataReturn = registersOfFixed(bytes);
        sense.information.reset(); // those bytes are registers
    }
    return sense;
}

Sense decodeDescriptors(std::span<const std::byte> bytes) {
    Sense sense;
    sense.key = static_cast<std::uint8_t>(byteAt(bytes, 1) & 0x0FU);
    sense.asc = static_cast<std::uint8_t>(byteAt(bytes, 2));
    sense.ascq = static_cast<std::uint8_t>(byteAt(bytes, 3));
    const std::size_t end = std::min<std::size_t>(bytes.size(), std::size_t{8} + byteAt(bytes, 7));
    for (std::size_t at = 8; at + 2 <= end;) {
        const std::size_t length = std::size_t{2} + byteAt(bytes, at + 1);
        if (at + length > end)
            break;
        const auto one = bytes.subspan(at, length);
        if (one[0] == descriptorInformation && length >= 12 && (byteAt(one, 2) & valid) != 0)
            sense.information = Lba{bigEndian(one, 4, 8)};
        else if (one[0] == descriptorKeySpecific && length >= 8)
            sense.progress = progressOf(one.subspan(4, 3), sense);
        else if (one[0] == descriptorAtaReturn && length >= 14)
            sense.ataReturn.assign(one.begin(), one.begin() + 14);
        at += length;
    }
    return sense;
}

} // namespace

std::optional<Sense> decodeSense(std::span<const std::byte> bytes) {
    if (bytes.size() < 8)
        return std::nullopt;
    // Response codes: 70h and 71h fixed, 72h and 73h descriptors; the odd ones are about an earlier command.
    const unsigned response = byteAt(bytes, 0) & 0x7FU;
    if (response < 0x70 || response > 0x73)
        return std::nullopt;
    Sense sense = response >= 0x72 ? decodeDescriptors(bytes) : decodeFixed(bytes);
    sense.deferred = (response & 1U) != 0;
    return sense;
}

std::vector<std::byte> encodeSense(const Sense& sense, bool descriptors) {
    const std::uint64_t progress =
        sense.progress ? static_cast<std::uint64_t>(std::min(*sense.progress, 0.9999) * 65536.0) : 0;
    if (!descriptors) {
        std::vector<std::byte> bytes(18);
        bytes[0] = std::byte{sense.deferred ? std::uint8_t{0x71} : std::uint8_t{0x70}};
        if (sense.information && sense.information->value <= UINT32_MAX) {
            bytes[0] |= std::byte{valid};
            putBigEndian(bytes, 3, 4, sense.information->value);
        }
        bytes[2] = std::byte{sense.key};
        bytes[7] = std::byte{10};
        bytes[12] = std::byte{sense.asc};
        bytes[13] = std::byte{sense.ascq};
        if (sense.progress) {
            bytes[15] = std::byte{valid};
            putBigEndian(bytes, 16, 2, progress);
        }
        return bytes;
    }
    std::vector<std::byte> bytes(8);
    bytes[0] = std::byte{sense.deferred ? std::uint8_t{0x73} : std::uint8_t{0x72}};
    bytes[1] = std::byte{sense.key};
    bytes[2] = std::byte{sense.asc};
    bytes[3] = std::byte{sense.ascq};
    const auto append = [&](std::byte type, std::size_t length) {
        const std::size_t at = bytes.size();
        bytes.resize(at + length);
        bytes[at] = type;
        bytes[at + 1] = static_cast<std::byte>(length - 2);
        return std::span(bytes).subspan(at);
    };
    if (sense.information) {
        auto one = append(descriptorInformation, 12);
        one[2] = std::byte{valid};
        putBigEndian(one, 4, 8, sense.information->value);
    }
    if (sense.progress) {
        auto one = append(descriptorKeySpecific, 8);
        one[4] = std::byte{valid};
        putBigEndian(one, 5, 2, progress);
    }
    if (sense.ataReturn.size() == 14)
        bytes.insert(bytes.end(), sense.ataReturn.begin(), sense.ataReturn.end());
    bytes[7] = static_cast<std::byte>(bytes.size() - 8);
    return bytes;
}

} // namespace orbita::scsi
