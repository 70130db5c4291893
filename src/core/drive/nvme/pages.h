// SPDX-License-Identifier: GPL-3.0-or-later
// What an NVMe drive says of itself: identify data structures and log pages (NVM Express base specification;
// layouts also in the Linux kernel's include/linux/nvme.h). Little-endian.
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <cstddef>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace orbita::nvme {

constexpr std::size_t identifyBytes = 4096;
constexpr std::size_t healthBytes = 512;
constexpr std::size_t errorEntryBytes = 64;
constexpr std::size_t selfTestBytes = 564;
constexpr std::size_t sanitizeBytes = 512;

struct Controller {
    std::string serial;
    std::string model;
    std::string firmware;
    std::uint64_t totalBytes = 0; // of all namespaces; 0: not told
    bool selfTestSupported = false;
    bool securitySupported = false; // takes Security Send and Receive
    bool sanitizeSupported = false;
    bool verifySupported = false;
    bool writeZeroesSupported = false;
    bool writeCachePresent = false;
    bool trimSupported = false;   // Dataset Management: deallocate
    bool formatSupported = false; // Format NVM
    std::uint32_t version = 0;    // of the standard: 00010400h is 1.4; 0: not told
    std::uint16_t extendedTestMinutes = 0;
    std::optional<int> warningTemperature; // degrees Celsius
    std::optional<int> criticalTemperature;
    std::uint8_t maxTransferExponent = 0; // in units of the least page size, 2^n; 0: no limit
    std::uint8_t errorEntries = 0;        // entries of the error log, counted from 0
    std::uint32_t namespaces = 1;
};
Result<Controller> decodeController(std::span<const std::byte> bytes);
std::vector<std::byte> encodeController(const Controller& controller);

struct Namespace {
    SectorCount size;
    SectorCount used;
    std::uint32_t logicalBytes = 512;
    std::uint32_t metadataBytes = 0; // per sector
    bool protectedData = false;      // end-to-end protection is on
    std::string worldWideName;       // NGUID or EUI-64 in hexadecimal digits; empty: not told
};
// Fails on a sector size that cannot be. A namespace that does not exist comes back with size 0.
Result<Namespace> decodeNamespace(std::span<const std::byte> bytes);
std::vector<std::byte> encodeNamespace(const Namespace& ns, std::uint64_t eui64);

// Log 02h. Counters of 16 bytes are held to the 64-bit maximum.
struct Health {
    std::uint8_t criticalWarning = 0; // bits: 0 spare low, 1 temperature, 2 degraded, 3 read-only, 4 backup
    std::optional<int> temperature;   // degrees Celsius
    std::uint8_t spare = 100;         // percent left
    std::uint8_t spareThreshold = 0;
    std::uint8_t used = 0;      // percent of the maker's estimate, 255 at most
    std::uint64_t dataRead = 0; // in units of 512 000 bytes
    std::uint64_t dataWritten = 0;
    std::uint64_t powerCycles = 0;
    std::uint64_t hours = 0;
    std::uint64_t unsafeShutdowns = 0;
    std::uint64_t mediaErrors = 0;
    std::uint64_t errorEntries = 0;
    std::uint32_t warningMinutes = 0; // above the warning temperature
    std::uint32_t criticalMinutes = 0;
};
Result<Health> decodeHealth(std::span<const std::byte> bytes);
std::vector<std::byte> encodeHealth(const Health& health);

// Log 01h, latest first; unused entries are left out.
struct LoggedError {
    std::uint64_t number = 0;
    std::uint8_t statusType = 0;
    std::uint8_t statusCode = 0;
    Lba lba;
    [[nodiscard]] bool ofMedia() const { return statusType == 2; }
};
std::vector<LoggedError> decodeErrors(std::span<const std::byte> bytes);
std::vector<std::byte> encodeErrors(std::span<const LoggedError> latestFirst, std::size_t entries);

// Log 06h.
struct LoggedSelfTest {
    std::uint8_t code = 0;   // 1 short, 2 extended
    std::uint8_t result = 0; // 0 good, 1 to 4, 8 and 9 aborted, 5 to 7 failed; 15 unused
    std::uint64_t hours = 0;
    std::optional<Lba> failingLba;
    [[nodiscard]] bool failed() const { return result >= 5 && result <= 7; }
};
struct SelfTestLog {
    std::uint8_t running = 0; // code of the running one; 0: none
    std::uint8_t percent = 0;
    std::vector<LoggedSelfTest> latestFirst;
};
Result<SelfTestLog> decodeSelfTests(std::span<const std::byte> bytes);
std::vector<std::byte> encodeSelfTests(const SelfTestLog& log);

// Log 81h: the latest erasure of the whole drive.
struct SanitizeStatus {
    enum class Latest : std::uint8_t { never, done, running, failed } latest = Latest::never;
    double progress = 1; // 0 to 1, of one that is running
};
Result<SanitizeStatus> decodeSanitizeStatus(std::span<const std::byte> bytes);
std::vector<std::byte> encodeSanitizeStatus(const SanitizeStatus& status);

} // namespace orbita::nvme
