// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string_view>

namespace orbita {

// The words of files and scripts for an enumeration whose values count up from 0.
template <class Enum, std::size_t N>
constexpr std::optional<Enum> enumFromName(const std::array<std::string_view, N>& names,
                                           std::string_view name) {
    for (std::size_t i = 0; i < N; ++i)
        if (names[i] == name)
            return static_cast<Enum>(i);
    return std::nullopt;
}

} // namespace orbita
