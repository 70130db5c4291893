// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/settings.h"

#include "core/base/ownership.h"
#include "core/base/read_file.h"
#include "store/scan_file.h"

#include <QFile>
#include <QStandardPaths>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using SettingsJson = nlohmann::ordered_json;

constexpr std::uint64_t mostSettingsBytes = 64U << 10U;
constexpr int mostYears = 100;

Error badSettings(const std::string& path, Phrase why) {
    return {Error::Kind::badCall, "reading the settings", path, std::move(why),
            "docs/formats.md describes them. Mend the file, or take it away."};
}

Result<SettingsJson> settingsDocument(const std::string& path) {
    if (!QFile::exists(QFile::decodeName(path.c_str())))
        return SettingsJson{{"format", "orbita-settings"}, {"version", 1}};
    const auto text = readWholeFile(path, "the settings", mostSettingsBytes);
    if (!text)
        return tl::unexpected(text.error());
    auto json = SettingsJson::parse(*text, nullptr, false);
    if (!json.is_object() || json.value("format", SettingsJson()) != "orbita-settings" ||
        json.value("version", SettingsJson()) != 1)
        return tl::unexpected(badSettings(path, "it is no \"orbita-settings\" of version 1"));
    return json;
}

struct SettingsReader {
    const SettingsJson& json;
    std::optional<Phrase> wrong;

    void take(const char* key, std::string& into) {
        const auto it = json.find(key);
        if (it == json.end())
            return;
        if (it->is_string() && it->get<std::string>().size() < 4096)
            into = it->get<std::string>();
        else
            wrong = Phrase{"\"{}\" must be a text", {key}};
    }
    void take(const char* key, bool& into) {
        const auto it = json.find(key);
        if (it == json.end())
            return;
        if (it->is_boolean())
            into = it->get<bool>();
        else
            wrong = Phrase{"\"{}\" must be true or false", {key}};
    }
    // 0, or within these.
    void take(const char* key, int least, int most, int& into) {
        const auto it = json.find(key);
        if (it == json.end())
            return;
        const bool right = it->is_number_integer() && *it >= 0 && *it <= most && (*it == 0 || *it >= least);
        if (right)
            into = it->get<int>();
        else
            wrong = Phrase{"\"{}\" must be 0, or a whole number from {} to {}",
                           {key, std::to_string(least), std::to_string(most)}};
    }
};

} // namespace

std::string settingsPath() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericConfigLocation) + "/orbita/settings.json")
        .toStdString();
}

Result<Settings> loadSettings(const std::string& path) {
    const auto json = settingsDocument(path);
    if (!json)
        return tl::unexpected(json.error());
    Settings settings;
    SettingsReader reader{*json, {}};
    reader.take("policy", settings.policy);
    reader.take("light", settings.light);
    reader.take("utc", settings.utc);
    reader.take("language", settings.language);
    reader.take("scale_percent", 100, 300, settings.scalePercent);
    reader.take("folder", settings.folder);
    reader.take("keep_customers_years", 1, mostYears, settings.keepCustomersYears);
    if (reader.wrong)
        return tl::unexpected(badSettings(path, *reader.wrong));
    return settings;
}

Result<void> saveSettings(const Settings& settings, const std::string& path) {
    auto json = settingsDocument(path);
    if (!json)
        return tl::unexpected(json.error());
    (*json)["policy"] = settings.policy;
    (*json)["light"] = settings.light;
    (*json)["utc"] = settings.utc;
    (*json)["language"] = settings.language;
    (*json)["scale_percent"] = settings.scalePercent;
    (*json)["folder"] = settings.folder;
    (*json)["keep_customers_years"] = settings.keepCustomersYears;
    if (auto made = makePrivateFolders(std::filesystem::path(path).parent_path().string()); !made)
        return made;
    return saveFile(path, json->dump(1, ' ', false, SettingsJson::error_handler_t::replace) + "\n");
}

} // namespace orbita
