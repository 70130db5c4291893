// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/provisioning.h"

#include "core/base/bytes.h"

namespace orbita::scsi {

namespace {

// Whether `span` may stand in a list behind those that end at `end`; nothing stands at its begin.
bool follows(const LbaSpan& span, Lba end, bool first) {
    return !span.empty() && span.count.value <= UINT64_MAX - span.first.value && (first || span.first == end);
}

// Zone conditions (ZBC, zone descriptor).
constexpr unsigned conditionEmpty = 0x1;
constexpr unsigned conditionOpen = 0x2;
constexpr unsigned conditionClosed = 0x4;
constexpr unsigned conditionFull = 0xE;
constexpr unsigned typePreferred = 0x3; // sequential write preferred

} // namespace

Result<std::vector<LbaStatus>> decodeLbaStatus(std::span<const std::byte> bytes) {
    if (bytes.size() < lbaStatusHeaderBytes + lbaStatusBytes)
        return tl::unexpected(tooShort("what the drive holds", bytes.size()));
    std::vector<LbaStatus> list;
    for (std::size_t at = lbaStatusHeaderBytes;
         at + lbaStatusBytes <= bytes.size() && at + lbaStatusBytes <= bigEndian(bytes, 0, 4) + 4;
         at += lbaStatusBytes) {
        const LbaSpan span{{bigEndian(bytes, at, 8)}, {bigEndian(bytes, at + 8, 4)}};
        if (!follows(span, list.empty() ? Lba{} : list.back().span.end(), list.empty()))
            break;
        const unsigned status = byteAt(bytes, at + 12) & 0x0FU; // 1: given back, 2: anchored
        list.push_back({span, status != 1 && status != 2});
    }
    if (list.empty())
        return tl::unexpected(tooShort("what the drive holds", bytes.size()));
    return list;
}

std::vector<std::byte> encodeLbaStatus(std::span<const LbaStatus> list) {
    std::vector<std::byte> bytes(lbaStatusHeaderBytes + list.size() * lbaStatusBytes);
    putBigEndian(bytes, 0, 4, bytes.size() - 4);
    std::size_t at = lbaStatusHeaderBytes;
    for (const LbaStatus& status : list) {
        putBigEndian(bytes, at, 8, status.span.first.value);
        putBigEndian(bytes, at + 8, 4, status.span.count.value);
        bytes[at + 12] = status.mapped ? std::byte{0} : std::byte{1};
        at += lbaStatusBytes;
    }
    return bytes;
}

Result<std::vector<Zone>> decodeZones(std::span<const std::byte> bytes) {
    if (bytes.size() < zoneHeaderBytes + zoneBytes)
        return tl::unexpected(tooShort("the drive's zones", bytes.size()));
    std::vector<Zone> list;
    for (std::size_t at = zoneHeaderBytes;
         at + zoneBytes <= bytes.size() && at + zoneBytes <= bigEndian(bytes, 0, 4) + zoneHeaderBytes;
         at += zoneBytes) {
        const LbaSpan span{{bigEndian(bytes, at + 16, 8)}, {bigEndian(bytes, at + 8, 8)}};
        if (!follows(span, list.empty() ? Lba{} : list.back().span.end(), list.empty()))
            break;
        Zone zone{span, span.count};
        const unsigned condition = byteAt(bytes, at + 1) >> 4U;
        // From empty over the open ones to closed there is a write pointer; in all others it says nothing.
        if (condition >= conditionEmpty && condition <= conditionClosed) {
            const std::uint64_t pointer = bigEndian(bytes, at + 24, 8);
            if (condition == conditionEmpty)
                zone.written = {};
            else if (pointer >= span.first.value && pointer < span.end().value)
                zone.written.value = pointer - span.first.value;
        }
        list.push_back(zone);
    }
    if (list.empty())
        return tl::unexpected(tooShort("the drive's zones", bytes.size()));
    return list;
}

std::vector<std::byte> encodeZones(std::span<const Zone> list) {
    std::vector<std::byte> bytes(zoneHeaderBytes + list.size() * zoneBytes);
    putBigEndian(bytes, 0, 4, list.size() * zoneBytes);
    std::size_t at = zoneHeaderBytes;
    for (const Zone& zone : list) {
        const bool pointer = zone.written < zone.span.count;
        const unsigned condition = zone.written.value == 0 ? conditionEmpty
                                   : pointer               ? conditionOpen
                                                           : conditionFull;
        bytes[at] = static_cast<std::byte>(typePreferred);
        bytes[at + 1] = static_cast<std::byte>(condition << 4U);
        putBigEndian(bytes, at + 8, 8, zone.span.count.value);
        putBigEndian(bytes, at + 16, 8, zone.span.first.value);
        putBigEndian(bytes, at + 24, 8, zone.span.first.value + zone.written.value);
        at += zoneBytes;
    }
    return bytes;
}

} // namespace orbita::scsi
