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
};

constexpr std::size_t identifyBytes = 512;

std::array<std::byte, identifyBytes> encodeIdentify(const IdentifyData& data);

// Fails on a reply of another length, or one whose capacity is 0 or beyond 48 bits. Values that the
// standard reserves or that make no sense are read as "not told".
Result<IdentifyData> decodeIdentify(std::span<const std::byte> bytes);

} // namespace orbita::ata
