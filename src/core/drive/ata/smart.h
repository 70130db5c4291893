// SPDX-License-Identifier: GPL-3.0-or-later
// SMART data, thresholds, error and self-test logs of an ATA drive: 512-byte pages, little-endian (ACS, SMART
// feature set; older ATA/ATAPI standards for the attribute table, whose contents are the maker's).
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <array>
#include <cstddef>
#include <optional>
#include <span>
#include <vector>

namespace orbita::ata {

constexpr std::size_t pageBytes = 512;
using Page = std::array<std::byte, pageBytes>;

struct Attribute {
    std::uint8_t id = 0;
    std::uint16_t flags = 0;
    std::uint8_t normalised = 0;
    std::uint8_t worst = 0;
    std::array<std::uint8_t, 6> raw{}; // least significant first
    std::optional<std::uint8_t> threshold;

    // The drive calls this a sign of coming failure, not of age.
    // The low `bytes` bytes of raw as a number.
    [[nodiscard]] std::uint64_t rawValue(std::size_t bytes = 6) const;
};

// What ran last, in the high half of the self-test execution status; also in the self-test logs.
enum class SelfTestStatus : std::uint8_t {
    completed = 0,
    aborted = 1,
    interrupted = 2, // by a reset
    fatalError = 3,
    failedUnknown = 4,
    failedElectrical = 5,
    failedServo = 6,
    failedRead = 7,
    failedHandling = 8,
    running = 15
};

struct SmartData {
    std::vector<Attribute> attributes; // at most 30
    SelfTestStatus selfTest = SelfTestStatus::completed;
    std::uint8_t tenthsLeft = 0; // of the running self-test
    std::uint8_t offlineCapability = 0;
    std::uint16_t shortMinutes = 0; // 0: not told
    std::uint16_t extendedMinutes = 0;
    std::uint16_t conveyanceMinutes = 0;
    bool checksumGood = true; // some bridges break it

    [[nodiscard]] bool canSelfTest() const { return (offlineCapability & 0x10U) != 0; }
    [[nodiscard]] bool canConveyance() const { return (offlineCapability & 0x20U) != 0; }
    [[nodiscard]] bool canSelective() const { return (offlineCapability & 0x40U) != 0; }
};

// Fails on another length, or where nothing but zeroes came.
Result<SmartData> decodeSmartData(std::span<const std::byte> bytes);
Page encodeSmartData(const SmartData& data);
// Puts the thresholds beside the attributes they belong to. Fails as above.
Result<void> addThresholds(SmartData& data, std::span<const std::byte> bytes);
Page encodeThresholds(const SmartData& data);

struct LoggedError {
    std::uint8_t error = 0;  // error register
    std::uint8_t status = 0; // status register
    Lba lba;
    std::uint16_t hours = 0; // of power-on, modulo 65536
};

struct ErrorLog {
    std::uint32_t count = 0;         // over the drive's life, modulo 65536
    std::vector<LoggedError> latest; // latest first
};

Result<ErrorLog> decodeSummaryErrors(std::span<const std::byte> bytes);  // log 01h
Result<ErrorLog> decodeExtendedErrors(std::span<const std::byte> bytes); // log 03h, its first page
Page encodeExtendedErrors(const ErrorLog& log);                          // at most 4
Page encodeSummaryErrors(const ErrorLog& log);                           // at most 5

struct LoggedSelfTest {
    std::uint8_t number = 0; // the self-test's code: 1 short, 2 extended, 3 conveyance, 4 selective
    SelfTestStatus status = SelfTestStatus::completed;
    std::uint16_t hours = 0;
    std::optional<Lba> failingLba;
};

Result<std::vector<LoggedSelfTest>> decodeSelfTests(std::span<const std::byte> bytes);         // log 06h
Result<std::vector<LoggedSelfTest>> decodeExtendedSelfTests(std::span<const std::byte> bytes); // log 07h
Page encodeSelfTests(std::span<const LoggedSelfTest> latestFirst);                             // at most 21
Page encodeExtendedSelfTests(std::span<const LoggedSelfTest> latestFirst);                     // at most 19

// Selective self-test log (09h): what is to be tested, and where it is.
struct SelectiveSelfTest {
    std::array<LbaSpan, 5> spans{}; // empty ones are not tested
    Lba current;
    std::uint16_t currentSpan = 0; // from 1; 0: none
};

Result<SelectiveSelfTest> decodeSelective(std::span<const std::byte> bytes);
// To be written to start one: no scan of the rest afterwards.
Page encodeSelective(const SelectiveSelfTest& test);

// The sum of all 512 bytes is 0 modulo 256 where the page has a checksum.
bool checksumGood(std::span<const std::byte> bytes);
void putChecksum(Page& page);

} // namespace orbita::ata
