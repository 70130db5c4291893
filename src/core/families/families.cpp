// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/families.h"

#include <array>

namespace orbita {

namespace {

// One row each, in the order of Family.
constexpr std::array families = {&plainFamily, &ataFamily, &scsiFamily, &nvmeFamily};

} // namespace

const DriveFamily& familyOf(Family family) {
    return *families.at(static_cast<std::size_t>(family));
}

const DriveFamily& familyOf(Protocol protocol) {
    for (const DriveFamily* const family : families)
        if (family->protocols.contains(protocol))
            return *family;
    return plainFamily; // which takes nothing that is not its own
}

std::optional<Family> familyFromName(std::string_view name) {
    for (const DriveFamily* const family : families)
        if (family->name == name)
            return family->family;
    return std::nullopt;
}

std::span<const DriveFamily* const> allFamilies() {
    return families;
}

} // namespace orbita
