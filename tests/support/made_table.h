// SPDX-License-Identifier: GPL-3.0-or-later
// A GUID partition table without partitions, written out by the numbers of UEFI 2.10, section 5.3, and not by
// what reads it.
#pragma once

#include <QtGlobal>
#include <algorithm>
#include <cstddef>
#include <cstdint>
#include <span>
#include <string_view>
#include <vector>
#include <zlib.h>

namespace orbita::test {

struct MadeTable {
    std::vector<std::byte> head; // the protective sector, the header, the entries
    std::vector<std::byte> tail; // the entries, then the header in the drive's last sector
};

inline void putNumber(std::span<std::byte> bytes, std::size_t at, std::size_t count, std::uint64_t value) {
    for (std::size_t i = 0; i < count; ++i)
        bytes[at + i] = static_cast<std::byte>(value >> (8 * i));
}

inline std::uint32_t crcOf(std::span<const std::byte> bytes) {
    return static_cast<std::uint32_t>(
        crc32(0, reinterpret_cast<const Bytef*>(bytes.data()), static_cast<uInt>(bytes.size())));
}

// Requires at least 70 sectors.
inline MadeTable makeTable(std::uint32_t logicalBytes, std::uint64_t sectors) {
    const std::vector<std::byte> entries(std::size_t{128} * 128);
    const std::uint64_t entrySectors = entries.size() / logicalBytes;
    MadeTable made;
    made.head.resize(2 * logicalBytes + entries.size());
    made.tail.resize(entries.size() + logicalBytes);
    made.head[450] = std::byte{0xEE};
    putNumber(made.head, 454, 4, 1);
    putNumber(made.head, 458, 4, std::min<std::uint64_t>(sectors - 1, 0xFFFFFFFF));
    putNumber(made.head, 510, 2, 0xAA55);
    const auto header = [&](std::span<std::byte> sector, std::uint64_t own, std::uint64_t other,
                            std::uint64_t firstEntry) {
        constexpr std::string_view signature = "EFI PART";
        std::transform(signature.begin(), signature.end(), sector.begin(),
                       [](char c) { return static_cast<std::byte>(c); });
        putNumber(sector, 8, 4, 0x00010000);
        putNumber(sector, 12, 4, 92);
        putNumber(sector, 24, 8, own);
        putNumber(sector, 32, 8, other);
        putNumber(sector, 40, 8, 2 + entrySectors);
        putNumber(sector, 48, 8, sectors - 2 - entrySectors);
        putNumber(sector, 72, 8, firstEntry);
        putNumber(sector, 80, 4, 128);
        putNumber(sector, 84, 4, 128);
        putNumber(sector, 88, 4, crcOf(entries));
        putNumber(sector, 16, 4, crcOf(sector.first(92)));
    };
    header(std::span(made.head).subspan(logicalBytes, logicalBytes), 1, sectors - 1, 2);
    header(std::span(made.tail).last(logicalBytes), sectors - 1, 1, sectors - 1 - entrySectors);
    return made;
}

} // namespace orbita::test
