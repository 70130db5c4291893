// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <string_view>

namespace orbita {

// What was said when asked whether the data on the drive exists elsewhere.
enum class DataElsewhere : std::uint8_t { notAsked, saved, notSaved, unknown };
std::string_view dataElsewhereName(DataElsewhere answer);
std::optional<DataElsewhere> dataElsewhereFromName(std::string_view name);

} // namespace orbita
