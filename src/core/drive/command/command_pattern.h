// SPDX-License-Identifier: GPL-3.0-or-later
// A command written down byte by byte, as the gate compares it.
#pragma once

#include "core/drive/command/command_block.h"

#include <algorithm>
#include <string_view>

namespace orbita {

// From a text of one word for each byte:
//   88    exactly that
//   ..    any
//   ~08   only these bits may be set
//   08~07 exactly that, but for these bits
// Bytes behind the last word must be 0.
class CommandPattern {
public:
    constexpr explicit CommandPattern(std::string_view text) {
        std::size_t at = 0;
        for (std::size_t i = 0; i < text.size() && at < commandBytes; ++at) {
            const std::size_t end = std::min(text.find(' ', i), text.size());
            const std::string_view word = text.substr(i, end - i);
            if (word == "..")
                m_free[at] = 0xFF;
            else if (word[0] == '~')
                m_free[at] = number(word.substr(1));
            else
                m_value[at] = number(word);
            if (word.size() == 5)
                m_free[at] = number(word.substr(3));
            i = end + 1;
        }
    }

    [[nodiscard]] constexpr bool matches(const std::array<std::byte, commandBytes>& bytes) const {
        for (std::size_t i = 0; i < commandBytes; ++i)
            if ((std::to_integer<unsigned>(bytes[i]) & ~unsigned{m_free[i]} & 0xFFU) != m_value[i])
                return false;
        return true;
    }

private:
    static constexpr std::uint8_t digit(char c) {
        return static_cast<std::uint8_t>(c <= '9' ? c - '0' : c - 'A' + 10);
    }
    static constexpr std::uint8_t number(std::string_view two) {
        return static_cast<std::uint8_t>(digit(two[0]) * 16 + digit(two[1]));
    }

    std::array<std::uint8_t, commandBytes> m_value{};
    std::array<std::uint8_t, commandBytes> m_free{};
};

} // namespace orbita
