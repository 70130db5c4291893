// SPDX-License-Identifier: GPL-3.0-or-later
// IDENTIFY DEVICE data: 512 bytes, 256 little-endian words (ACS, IDENTIFY DEVICE data).
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <array>
#include <cstddef>
#include <optional>
#include <span>
#include <string>

namespace orbita::ata {

struct IdentifyData {
    std::string model;    // at most 40 characters
    std::string serial;   // at most 20
    std::string firmware; // at most 8
    SectorCount capacity;
    std::uint32_t logicalBytes = 512;
    std::uint32_t physicalBytes = 512;
    // Revolutions a minute; 1 says "not rotating"; absent where the drive does not tell.
    std::optional<std::uint32_t> rotationRate;

    std::uint64_t worldWideName = 0; // 0: not told
    bool smartSupported = false;
    bool smartEnabled = false;
    bool selfTestSupported = false;
    bool logsSupported = false; // general purpose logging: READ LOG EXT
    bool sctSupported = false;
    bool recoveryTimeSupported = false; // SCT error recovery control
    bool writeCacheSupported = false;
    bool writeCacheEnabled = false;
    bool fuaSupported = false;   // takes WRITE DMA FUA EXT
    bool flushSupported = false; // takes FLUSH CACHE EXT
    bool trimSupported = false;
    bool trustedSupported = false; // takes TRUSTED RECEIVE: may encrypt itself
    // Security (word 128): a password is set, it keeps the data locked, its state cannot be changed now.
    bool passwordSet = false;
    bool locked = false;
    bool frozen = false;
    // Logical sector 0 is so many logical sectors into its physical sector; 0: aligned, or not told.
    std::uint32_t alignmentOffset = 0;
    enum class Zoned : std::uint8_t { notTold, hostAware, deviceManaged } zoned = Zoned::notTold;
    std::uint16_t sataSpeeds = 0; // word 76: bits 1..3: 1.5, 3.0, 6.0 Gb/s
    // What it says besides, for whoever wants to know the drive.
    unsigned sataSpeedNow = 0;      // word 77, as negotiated: 1 to 3 of the above; 0: not told
    unsigned queueDepth = 0;        // commands it takes at once; 0: it does not queue
    unsigned formFactor = 0;        // word 168; 0: not told
    unsigned standard = 0;          // the latest major version it follows, word 80; 0: not told
    std::uint32_t bufferBytes = 0;  // word 21; 0: not told
    bool securitySupported = false; // takes a password
    bool lookAheadSupported = false;
    bool lookAheadEnabled = false;
    std::optional<unsigned> powerLevel =
        std::nullopt; // of advanced power management where that is on: 1 to 254
    bool powerLevelSupported = false;
    bool sanitizeSupported = false;
    bool trimReadsZeros = false; // what was trimmed
};

constexpr std::size_t identifyBytes = 512;

std::array<std::byte, identifyBytes> encodeIdentify(const IdentifyData& data);

// In hexadecimal digits; empty where not told.
std::string worldWideNameText(const IdentifyData& data);
// Fails on a reply of another length, or one whose capacity is 0 or beyond 48 bits. Values that the
// standard reserves or that make no sense are read as "not told".
Result<IdentifyData> decodeIdentify(std::span<const std::byte> bytes);

} // namespace orbita::ata
