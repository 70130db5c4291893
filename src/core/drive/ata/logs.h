// SPDX-License-Identifier: GPL-3.0-or-later
// General purpose logs and SCT data of an ATA drive: 512-byte pages, little-endian (ACS, general purpose
// logging and SCT command transport; Serial ATA for the phy event counters).
#pragma once

#include "core/drive/ata/smart.h"

namespace orbita::ata {

// Device statistics (log 04h). Each statistic is 8 bytes: flags in the last, of them bit 7 supported and bit
// 6 valid.
enum class Statistic : std::uint16_t {
    // page number in the high byte, byte offset in the low one
    powerOnResets = 0x0108,
    powerOnHours = 0x0110,
    sectorsWritten = 0x0118,
    sectorsRead = 0x0128,
    headFlyingHours = 0x0310,
    headLoads = 0x0318,
    reallocatedSectors = 0x0320,
    readRecoveryAttempts = 0x0328,
    mechanicalStartFailures = 0x0330,
    reallocationCandidates = 0x0338,
    reportedUncorrectable = 0x0408,
    temperature = 0x0508, // signed byte
    highestTemperature = 0x0520,
    hottestAllowed = 0x0558,
    interfaceCrcErrors = 0x0618,
    percentageUsed = 0x0708
};

// Empty where the page is another, the statistic not supported, or its value not valid.
std::optional<std::int64_t> statistic(std::span<const std::byte> page, Statistic what);
void putStatistic(Page& page, Statistic what, std::int64_t value);
// An empty page of that number.
Page statisticsPage(std::uint8_t number);
// The page numbers that the log's page 0 lists.
std::vector<std::uint8_t> statisticsPages(std::span<const std::byte> page0);
Page encodeStatisticsPages(std::span<const std::uint8_t> numbers);

// Pending defects (log 0Ch): sectors that the drive wants to replace and cannot read.
struct PendingDefect {
    Lba lba;
    std::uint32_t hours = 0; // of power-on when found
};
// `bytes`: all pages of the log that were read. Entries beyond them are left out; `total` is what the drive
// says.
struct PendingDefects {
    std::uint32_t total = 0;
    std::vector<PendingDefect> listed;
};
Result<PendingDefects> decodePendingDefects(std::span<const std::byte> bytes);
std::vector<std::byte> encodePendingDefects(const PendingDefects& defects); // whole pages

// Phy event counters (log 11h): damage on the cable as the drive counts it, since it was last asked to
// forget.
struct PhyCounter {
    std::uint16_t id = 0; // 1: commands that failed with interface CRC errors
    std::uint64_t value = 0;
};
Result<std::vector<PhyCounter>> decodePhyCounters(std::span<const std::byte> bytes);
Page encodePhyCounters(std::span<const PhyCounter> counters);

// SCT status (log E0h read). Temperatures in degrees Celsius, absent where the drive does not tell.
struct SctStatus {
    std::uint16_t extendedStatus = 0; // FFFFh: a command is running
    std::optional<int> temperature;
    std::optional<int> highestThisCycle;
    std::optional<int> highestEver;
    std::optional<int> lowestEver;
};
Result<SctStatus> decodeSctStatus(std::span<const std::byte> bytes);
Page encodeSctStatus(const SctStatus& status);

// SCT error recovery control: how long the drive may try to read (or write) before it gives up.
// Written to log E0h. `tenths` of a second; 0: as long as it likes.
Page sctSetRecoveryTime(bool ofReading, std::uint16_t tenths);
Page sctAskRecoveryTime(bool ofReading);
// In the answer to sctAskRecoveryTime: count 7:0 and LBA 7:0.
std::uint16_t recoveryTenths(std::uint16_t count, Lba lba);

} // namespace orbita::ata
