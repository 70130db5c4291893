// SPDX-License-Identifier: GPL-3.0-or-later
// Whole numbers from documents that others may have written. The library's own get() makes anything of
// anything: 1e99, -1 and 4294967297 would become numbers that nobody wrote.
#pragma once

#include <concepts>
#include <nlohmann/json.hpp>
#include <stdexcept>
#include <utility>

namespace orbita {

// Throws std::out_of_range where it is no whole number, or none that T holds.
template <std::integral T>
T whole(const nlohmann::json& value) {
    if (value.is_number_unsigned() && std::in_range<T>(value.get<std::uint64_t>()))
        return static_cast<T>(value.get<std::uint64_t>());
    if (value.is_number_integer() && !value.is_number_unsigned() &&
        std::in_range<T>(value.get<std::int64_t>()))
        return static_cast<T>(value.get<std::int64_t>());
    throw std::out_of_range("it holds " +
                            value.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace) +
                            " where a whole number belongs, or one that is too large");
}

// What stands at `key` of an object, or `otherwise` where nothing does.
template <std::integral T>
T wholeOr(const nlohmann::json& object, const char* key, T otherwise) {
    const auto found = object.find(key);
    return found == object.end() ? otherwise : whole<T>(*found);
}

} // namespace orbita
