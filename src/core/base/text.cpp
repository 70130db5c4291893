// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"

#include <cstdint>
#include <optional>

namespace orbita {

namespace {

// The character that begins at `at`, and how many bytes it takes; nothing where they are no UTF-8 (RFC 3629).
struct Character {
    std::uint32_t code = 0;
    std::size_t bytes = 1;
};
std::optional<Character> characterAt(std::string_view text, std::size_t at) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    const unsigned first = byte(at);
    if (first < 0x80)
        return Character{first, 1};
    const std::size_t bytes = first >= 0xF0 ? 4 : first >= 0xE0 ? 3 : 2;
    if (first < 0xC2 || first > 0xF4 || at + bytes > text.size())
        return std::nullopt;
    std::uint32_t code = first & (0x7FU >> bytes);
    for (std::size_t i = 1; i < bytes; ++i) {
        if ((byte(at + i) & 0xC0U) != 0x80U)
            return std::nullopt;
        code = code << 6U | (byte(at + i) & 0x3FU);
    }
    constexpr std::uint32_t least[] = {0, 0, 0x80, 0x800, 0x10000};
    const bool surrogate = code >= 0xD800 && code <= 0xDFFF;
    return code < least[bytes] || surrogate || code > 0x10FFFF ? std::nullopt
                                                               : std::optional(Character{code, bytes});
}

// Controls, and what a reader does not see but what changes what he sees (Unicode: Cc, Cf, line separators,
// byte order mark, tags).
bool isHidden(std::uint32_t code) {
    return code < 0x20 || (code >= 0x7F && code < 0xA0) || code == 0xAD || code == 0x61C ||
           (code >= 0x200B && code <= 0x200F) || (code >= 0x2028 && code <= 0x202E) ||
           (code >= 0x2060 && code <= 0x206F) || code == 0xFEFF || (code >= 0xFFF9 && code <= 0xFFFB) ||
           (code >= 0x600 && code <= 0x605) || code == 0x6DD || code == 0x70F || code == 0x8E2 ||
           (code >= 0x890 && code <= 0x891) || code == 0x180E || code == 0x110BD || code == 0x110CD ||
           (code >= 0x13430 && code <= 0x1343F) || (code >= 0x1BCA0 && code <= 0x1BCA3) ||
           (code >= 0x1D173 && code <= 0x1D17A) || (code >= 0xE0000 && code <= 0xE0FFF);
}

std::string clean(std::string_view text, std::size_t mostBytes, bool lines) {
    std::string plain;
    for (std::size_t at = 0; at < text.size();) {
        const auto character = characterAt(text, at);
        if (!character) {
            plain += '?';
            ++at;
        } else if (lines && character->code == '\n') {
            plain += '\n';
            ++at;
        } else {
            const bool blank = character->code == ' ' || isHidden(character->code);
            if (!blank)
                plain.append(text.substr(at, character->bytes));
            else if (!plain.empty() && plain.back() != ' ')
                plain += ' ';
            at += character->bytes;
        }
        if (plain.size() > mostBytes) {
            // Never half a character.
            std::size_t end = mostBytes;
            while (end > 0 && (static_cast<unsigned char>(plain[end]) & 0xC0U) == 0x80U)
                --end;
            plain.resize(end);
            break;
        }
    }
    while (!plain.empty() && plain.back() == ' ')
        plain.pop_back();
    return plain;
}

} // namespace

std::string cleanText(std::string_view text, std::size_t mostBytes) {
    return clean(text, mostBytes, false);
}

std::string cleanLines(std::string_view text, std::size_t mostBytes) {
    return clean(text, mostBytes, true);
}

} // namespace orbita
