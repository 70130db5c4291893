// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/checked_values.h"

#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace orbita::cli {

CLI::Validator notEmpty() {
    return {[](std::string& value) { return value.empty() ? std::string("it is empty") : std::string(); }, "",
            ""};
}

CLI::Validator wholeNumber(std::uint64_t least, std::uint64_t most) {
    return {[least, most](std::string& value) {
                std::uint64_t n = 0;
                const char* end = value.data() + value.size();
                const auto [at, error] = std::from_chars(value.data(), end, n);
                if (error == std::errc{} && at == end && n >= least && n <= most)
                    return std::string();
                return most == UINT64_MAX
                           ? fmt::format("\"{}\" is no whole number of at least {}", value, least)
                           : fmt::format("\"{}\" is no whole number from {} to {}", value, least, most);
            },
            "", ""};
}

CLI::Validator number(double least, double most, const std::string& unit) {
    return {[least, most, unit](std::string& value) {
                double n = std::nan("");
                const char* end = value.data() + value.size();
                const auto [at, error] = std::from_chars(value.data(), end, n);
                if (error == std::errc{} && at == end && n >= least && n <= most)
                    return std::string();
                return fmt::format("\"{}\" is no number from {} to {} {}", value, least, most, unit);
            },
            "", ""};
}

} // namespace orbita::cli
