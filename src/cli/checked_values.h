// SPDX-License-Identifier: GPL-3.0-or-later
// Values of options, refused in words that say what would do.
#pragma once

#include <CLI/CLI.hpp>
#include <cstdint>

namespace orbita::cli {

// An empty value is a variable that was not set, not a wish for the default.
CLI::Validator notEmpty();
CLI::Validator wholeNumber(std::uint64_t least, std::uint64_t most);
// `unit` is said with the limits.
CLI::Validator number(double least, double most, const std::string& unit);

} // namespace orbita::cli
