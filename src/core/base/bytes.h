// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers in byte sequences, whatever this machine's byte order.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>

namespace orbita {

// The `width` bytes (at most 8) at `at` as a little-endian number. Requires them inside `bytes`.
constexpr std::uint64_t littleEndian(std::span<const std::byte> bytes, std::size_t at, std::size_t width) {
    std::uint64_t value = 0;
    for (std::size_t i = width; i-- > 0;)
        value = value << 8U | std::to_integer<std::uint64_t>(bytes[at + i]);
    return value;
}

// Stores the low `width` bytes of `value` at `at`, little-endian.
constexpr void putLittleEndian(std::span<std::byte> bytes, std::size_t at, std::size_t width,
                               std::uint64_t value) {
    for (std::size_t i = 0; i < width; ++i)
        bytes[at + i] = static_cast<std::byte>(value >> (8 * i) & 0xFFU);
}

} // namespace orbita
