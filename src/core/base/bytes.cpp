// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/bytes.h"

#include <algorithm>
#include <cstring>

namespace orbita {

bool isSame(std::span<const std::byte> a, std::span<const std::byte> b) {
    return a.size() == b.size() && (a.empty() || std::memcmp(a.data(), b.data(), a.size()) == 0);
}

bool allZero(std::span<const std::byte> bytes) {
    // Each is as the one before it, and the first is zero: by whole words, and it ends at the first that
    // differs.
    return bytes.empty() || (bytes.front() == std::byte{0} &&
                             std::memcmp(bytes.data(), bytes.data() + 1, bytes.size() - 1) == 0);
}

std::string trimmedText(std::span<const std::byte> bytes, std::size_t at, std::size_t characters) {
    std::string text;
    for (const std::byte b : bytes.subspan(at, characters)) {
        const auto c = std::to_integer<char>(b);
        text += c >= 0x20 && c < 0x7F ? c : ' ';
    }
    const auto first = text.find_first_not_of(' ');
    if (first == std::string::npos)
        return {};
    return text.substr(first, text.find_last_not_of(' ') - first + 1);
}

void putText(std::span<std::byte> bytes, std::size_t at, std::size_t characters, const std::string& text) {
    for (std::size_t i = 0; i < characters; ++i)
        bytes[at + i] = static_cast<std::byte>(i < text.size() ? text[i] : ' ');
}

} // namespace orbita
