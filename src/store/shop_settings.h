// SPDX-License-Identifier: GPL-3.0-or-later
// What stands at the head of reports: $XDG_CONFIG_HOME/orbita/shop.json (docs/formats.md).
#pragma once

#include "core/base/error.h"

#include <string>

namespace orbita {

struct ShopSettings {
    std::string name;
    std::string address; // in lines
    std::string logo;    // the path of a picture; empty: none
};

std::string shopSettingsPath();
// What is not there is empty. Errors: it is no such document.
Result<ShopSettings> loadShop(const std::string& path = shopSettingsPath());
Result<void> saveShop(const ShopSettings& shop, const std::string& path = shopSettingsPath());

} // namespace orbita
