// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/data_elsewhere.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, 4> dataNames = {"not-asked", "saved", "not-saved", "unknown"};

} // namespace

std::string_view dataElsewhereName(DataElsewhere answer) {
    return dataNames[static_cast<std::size_t>(answer)];
}

std::optional<DataElsewhere> dataElsewhereFromName(std::string_view name) {
    return enumFromName<DataElsewhere>(dataNames, name);
}

} // namespace orbita
