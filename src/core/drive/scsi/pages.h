// SPDX-License-Identifier: GPL-3.0-or-later
// What a SCSI drive says of itself: inquiry data, vital product data pages, capacity, mode pages (SPC, SBC,
// SAT). Decoders are given the bytes that arrived, which may be fewer than the page says of itself.
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <array>
#include <cstddef>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace orbita::scsi {

struct InquiryData {
    std::uint8_t peripheral = 0; // device type: 0 direct access, 14h host-managed zoned
    bool present = true;         // peripheral qualifier 0
    bool removable = false;
    std::string vendor;   // at most 8 characters
    std::string product;  // at most 16
    std::string revision; // at most 4
    bool protectionPossible = false;
    bool queues = false;       // several commands at once
    std::uint8_t standard = 0; // SPC: 5 is SPC-3, 6 SPC-4, 7 SPC-5; 0: none
};
Result<InquiryData> decodeInquiry(std::span<const std::byte> bytes); // fails below 36 bytes
std::vector<std::byte> encodeInquiry(const InquiryData& data);
// As on the label: a vendor of "ATA" says only what stands behind the translation (SAT).
std::string modelOf(const InquiryData& data);

namespace vpd {
constexpr std::uint8_t supported = 0x00;
constexpr std::uint8_t serialNumber = 0x80;
constexpr std::uint8_t identification = 0x83;
constexpr std::uint8_t ataInformation = 0x89;
constexpr std::uint8_t blockLimits = 0xB0;
constexpr std::uint8_t characteristics = 0xB1;
} // namespace vpd

// The bytes after the header of VPD page `page`; empty where it is another page.
std::span<const std::byte> vpdBody(std::span<const std::byte> bytes, std::uint8_t page);
std::vector<std::byte> makeVpd(std::uint8_t page, std::span<const std::byte> body);

std::string decodeSerialNumber(std::span<const std::byte> vpd80);
// The NAA designator of the logical unit, as hexadecimal digits without prefix; empty where there is none.
std::string decodeWorldWideName(std::span<const std::byte> vpd83);
std::vector<std::byte> encodeWorldWideName(std::uint64_t name);
// IDENTIFY DEVICE data inside VPD page 89h; empty where the page is not there or too short.
std::span<const std::byte> identifyInside(std::span<const std::byte> vpd89);
std::vector<std::byte> encodeAtaInformation(std::span<const std::byte> identify);
// The longest transfer, in blocks; 0: not told.
std::uint32_t decodeMaxTransfer(std::span<const std::byte> vpdB0);
std::vector<std::byte> encodeMaxTransfer(std::uint32_t blocks);

struct Characteristics {
    std::optional<std::uint32_t> rotationRate; // 1: not rotating; absent: not told
    std::uint8_t zoned = 0;                    // 1 host aware, 2 device managed
    std::uint8_t formFactor = 0;               // as of ATA, 1 to 5; 0: not told
};
Characteristics decodeCharacteristics(std::span<const std::byte> vpdB1);
std::vector<std::byte> encodeCharacteristics(const Characteristics& data);

struct Capacity {
    SectorCount sectors;
    std::uint32_t logicalBytes = 512;
    std::uint32_t physicalBytes = 512;
    std::uint32_t firstAligned = 0;  // the lowest LBA at the start of a physical sector
    std::uint8_t protectionType = 0; // 0: none, else 1 to 3
    bool supportsUnmap = false;      // can be told to (LBPME)
};
// Fails on a size of a logical sector that cannot be. Zero sectors come back as such.
Result<Capacity> decodeCapacity10(std::span<const std::byte> bytes);
Result<Capacity> decodeCapacity16(std::span<const std::byte> bytes);
std::array<std::byte, 8> encodeCapacity10(const Capacity& capacity); // FFFFFFFFh where it does not fit
std::array<std::byte, 32> encodeCapacity16(const Capacity& capacity);

struct ModeData {
    bool writeProtected = false;
    bool forcesAccess = false;   // heeds FUA (DPOFUA)
    std::vector<std::byte> page; // page code and length included; empty where another came
};
// Of MODE SENSE(10) for `page`.
Result<ModeData> decodeMode10(std::span<const std::byte> bytes, std::uint8_t page);
std::vector<std::byte> encodeMode10(const ModeData& data);
// Parameter list for MODE SELECT(10) with this one page.
std::vector<std::byte> modeSelectList(std::span<const std::byte> page);

// Read-write error recovery page 01h: how long the drive may try to read, in milliseconds; 0: as it likes.
std::optional<std::uint16_t> recoveryTimeLimit(std::span<const std::byte> page01);

// The grown list of READ DEFECT DATA(12): how many, and where it is given by LBA which (short and long block
// formats).
struct DefectList {
    std::uint32_t count = 0;
    std::vector<Lba> listed;
};
Result<DefectList> decodeDefects12(std::span<const std::byte> bytes);
std::vector<std::byte> encodeDefects12(std::span<const Lba> grown); // long block format

} // namespace orbita::scsi
