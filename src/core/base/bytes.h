// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and texts in byte sequences, whatever this machine's byte order.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>

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

// The same with the most significant byte first.
constexpr std::uint64_t bigEndian(std::span<const std::byte> bytes, std::size_t at, std::size_t width) {
    std::uint64_t value = 0;
    for (std::size_t i = 0; i < width; ++i)
        value = value << 8U | std::to_integer<std::uint64_t>(bytes[at + i]);
    return value;
}
constexpr void putBigEndian(std::span<std::byte> bytes, std::size_t at, std::size_t width,
                            std::uint64_t value) {
    for (std::size_t i = 0; i < width; ++i)
        bytes[at + width - 1 - i] = static_cast<std::byte>(value >> (8 * i) & 0xFFU);
}

constexpr unsigned byteAt(std::span<const std::byte> bytes, std::size_t at) {
    return std::to_integer<unsigned>(bytes[at]);
}

// True where no byte but 0 is found.
bool allZero(std::span<const std::byte> bytes);
// As many, and the same; quicker than comparing containers.
bool isSame(std::span<const std::byte> a, std::span<const std::byte> b);

// The characters at `at`, unprintable ones read as blanks, without blanks at either end.
// Requires them inside `bytes`.
std::string trimmedText(std::span<const std::byte> bytes, std::size_t at, std::size_t characters);
// Stores `text` cut or filled with blanks to `characters`.
void putText(std::span<std::byte> bytes, std::size_t at, std::size_t characters, const std::string& text);

} // namespace orbita
