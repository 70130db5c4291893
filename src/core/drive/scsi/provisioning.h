// SPDX-License-Identifier: GPL-3.0-or-later
// What a SCSI drive says it holds: GET LBA STATUS of thinly provisioned ones (SBC), REPORT ZONES of zoned
// ones (ZBC). Decoders are given the bytes that arrived, which may be fewer than the list says of itself.
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <cstddef>
#include <span>
#include <vector>

namespace orbita::scsi {

constexpr std::size_t lbaStatusHeaderBytes = 8;
constexpr std::size_t lbaStatusBytes = 16; // of one descriptor

struct LbaStatus {
    LbaSpan span;
    bool mapped = true; // holds what was written; else it was given back, or was never written
};
// Descriptors in ascending order; what does not follow on from the one before is left out, with all behind
// it. Fails below one descriptor.
Result<std::vector<LbaStatus>> decodeLbaStatus(std::span<const std::byte> bytes);
std::vector<std::byte> encodeLbaStatus(std::span<const LbaStatus> list);

constexpr std::size_t zoneHeaderBytes = 64;
constexpr std::size_t zoneBytes = 64; // of one descriptor

struct Zone {
    LbaSpan span;
    SectorCount written; // from its first sector on; the whole zone where it has no write pointer
};
// As above.
Result<std::vector<Zone>> decodeZones(std::span<const std::byte> bytes);
std::vector<std::byte> encodeZones(std::span<const Zone> list); // sequential write preferred

} // namespace orbita::scsi
