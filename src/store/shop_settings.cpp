// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/shop_settings.h"

#include "core/base/ownership.h"
#include "core/base/read_file.h"
#include "core/base/text.h"
#include "store/scan_file.h"

#include <QFile>
#include <QStandardPaths>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

constexpr std::uint64_t mostShopBytes = 64U << 10U;

Error badShop(const std::string& path, Phrase why) {
    return {Error::Kind::badCall, "reading whose reports these are from", path, std::move(why),
            "docs/formats.md describes it. Mend it, or take it away."};
}

} // namespace

std::string shopSettingsPath() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericConfigLocation) + "/orbita/shop.json")
        .toStdString();
}

Result<ShopSettings> loadShop(const std::string& path) {
    ShopSettings shop;
    if (!QFile::exists(QFile::decodeName(path.c_str())))
        return shop;
    const auto text = readWholeFile(path, "whose reports these are", mostShopBytes);
    if (!text)
        return tl::unexpected(text.error());
    const auto json = nlohmann::json::parse(*text, nullptr, false);
    if (!json.is_object() || json.value("format", nlohmann::json()) != "orbita-shop" ||
        json.value("version", nlohmann::json()) != 1)
        return tl::unexpected(badShop(path, "it is no \"orbita-shop\" of version 1"));
    for (const auto& item : json.items()) {
        const bool known = item.key() == "name" || item.key() == "address" || item.key() == "logo";
        if (item.key() == "format" || item.key() == "version")
            continue;
        if (!known || !item.value().is_string())
            return tl::unexpected(
                badShop(path, {"\"{}\" is none of name, address and logo, or no text", {item.key()}}));
    }
    shop.name = cleanText(json.value("name", ""));
    shop.address = cleanLines(json.value("address", ""), 1024);
    shop.logo = json.value("logo", "");
    return shop;
}

Result<void> saveShop(const ShopSettings& shop, const std::string& path) {
    const nlohmann::ordered_json json{{"format", "orbita-shop"},
                                      {"version", 1},
                                      {"name", shop.name},
                                      {"address", shop.address},
                                      {"logo", shop.logo}};
    if (auto made = makePrivateFolders(std::filesystem::path(path).parent_path().string()); !made)
        return made;
    return saveFile(path, json.dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n");
}

} // namespace orbita
