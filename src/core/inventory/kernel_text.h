// SPDX-License-Identifier: GPL-3.0-or-later
// Texts as the kernel writes them in procfs.
#pragma once

#include <charconv>
#include <string>

namespace orbita::kernel {

// /proc escapes blanks and the like in paths as \ooo.
inline std::string unescaped(const std::string& text) {
    std::string plain;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '\\' && i + 3 < text.size()) {
            int value = 0;
            const char* const end = text.data() + i + 4;
            if (const auto read = std::from_chars(text.data() + i + 1, end, value, 8);
                read.ec == std::errc{} && read.ptr == end) {
                plain += static_cast<char>(value);
                i += 3;
                continue;
            }
        }
        plain += text[i];
    }
    return plain;
}

} // namespace orbita::kernel
