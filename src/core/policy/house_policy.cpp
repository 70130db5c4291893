// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/policy/house_policy.h"

#include "core/base/read_file.h"
#include "core/policy/policy_reading.h"

#include <cstdlib>
#include <filesystem>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Json = nlohmann::json;

Error badPolicy(const std::string& origin, Phrase why) {
    return {
        Error::Kind::badCall, "reading the house policy", origin, std::move(why),
        "docs/formats.md describes house policies. Until it is mended, Orbita's own limits are in force."};
}

std::optional<std::int64_t> limit(const Json& json, const std::string& where, const char* key) {
    const auto it = json.find(key);
    if (it == json.end() || it->is_null())
        return std::nullopt;
    if (!it->is_number_integer())
        throw BadPolicy{{"{}.{} must be a whole number, or null for never", {where, key}}};
    return whole<std::int64_t>(*it);
}

std::string text(const Json& json, const std::string& where, const char* key) {
    const auto it = json.find(key);
    if (it == json.end() || !it->is_string())
        throw BadPolicy{{"{}.{} must be a text", {where, key}}};
    return it->get<std::string>();
}

// What is there of it in its place; a whole number from `least` to `most`.
template <class Number>
void takeNumber(const Json& json, const char* key, std::int64_t least, std::int64_t most, Number& into) {
    const auto it = json.find(key);
    if (it == json.end())
        return;
    if (!it->is_number_integer())
        throw BadPolicy{{"policy.treatment.{} must be a whole number", {key}}};
    const auto value = whole<std::int64_t>(*it);
    if (value < least || value > most)
        throw BadPolicy{{"policy.treatment.{} must be from {} to {}",
                         {key, std::to_string(least), std::to_string(most)}}};
    into = static_cast<Number>(value);
}

void takeFlag(const Json& json, const char* key, bool& into) {
    const auto it = json.find(key);
    if (it == json.end())
        return;
    if (!it->is_boolean())
        throw BadPolicy{{"policy.treatment.{} must be true or false", {key}}};
    into = it->get<bool>();
}

TreatmentPolicy readTreatment(const Json& json, TreatmentPolicy t) {
    only(json, "policy.treatment",
         {"allowed", "destroying", "most_unreadable", "most_patches", "most_spread_percent", "most_new",
          "hottest_c", "least_spare_percent", "new_defects", "most_remapped", "keep_saved_days"});
    constexpr std::int64_t many = 1'000'000'000;
    takeFlag(json, "allowed", t.allowed);
    takeFlag(json, "destroying", t.destroying);
    takeNumber(json, "most_unreadable", 0, many, t.mostUnreadable);
    takeNumber(json, "most_patches", 0, many, t.mostPatches);
    takeNumber(json, "most_spread_percent", 0, 100, t.mostSpread);
    takeNumber(json, "most_new", 0, many, t.mostNew);
    takeNumber(json, "hottest_c", 20, 100, t.hottest);
    takeNumber(json, "least_spare_percent", 0, 100, t.leastSpare);
    takeNumber(json, "new_defects", 1, many, t.newDefects);
    takeNumber(json, "most_remapped", 1, many, t.mostRemapped);
    takeNumber(json, "keep_saved_days", 0, 36'500, t.keepSavedDays);
    return t;
}

HousePolicy readPolicy(const Json& json) {
    only(json, "policy",
         {"format", "version", "name", "about", "limits", "bad_firmware", "plans", "treatment", "ruling"});
    if (json.value("format", "") != "orbita-policy")
        throw BadPolicy{"policy.format must be \"orbita-policy\""};
    if (wholeOr(json, "version", 0) != 1)
        throw BadPolicy{"policy.version is one that this Orbita does not know; it reads version 1"};
    HousePolicy policy = defaultPolicy();
    policy.name = text(json, "policy", "name");
    if (json.contains("about"))
        policy.about = text(json, "policy", "about");
    if (const auto limits = json.find("limits"); limits != json.end()) {
        if (!limits->is_object())
            throw BadPolicy{"policy.limits must be an object"};
        for (const auto& item : limits->items()) {
            const std::string where = "policy.limits." + item.key();
            const auto kind = readingKindFromName(item.key());
            if (!kind || *kind == ReadingKind::vendorSpecific)
                throw BadPolicy{{"{}: there is no such reading", {where}}};
            only(item.value(), where, {"note", "warning", "damning"});
            policy.limits[*kind] = {limit(item.value(), where, "note"), limit(item.value(), where, "warning"),
                                    limit(item.value(), where, "damning")};
        }
    }
    if (const auto bad = json.find("bad_firmware"); bad != json.end()) {
        if (!bad->is_array())
            throw BadPolicy{"policy.bad_firmware must be a list"};
        for (std::size_t i = 0; i < bad->size(); ++i) {
            const std::string where = "policy.bad_firmware[" + std::to_string(i) + "]";
            only((*bad)[i], where, {"model", "firmware", "why"});
            policy.badFirmware.push_back({text((*bad)[i], where, "model"), text((*bad)[i], where, "firmware"),
                                          text((*bad)[i], where, "why")});
        }
    }
    if (const auto treatment = json.find("treatment"); treatment != json.end())
        policy.treatment = readTreatment(*treatment, policy.treatment);
    if (const auto ruling = json.find("ruling"); ruling != json.end())
        policy.ruling = readRulingPolicy(*ruling, policy.ruling);
    if (const auto plans = json.find("plans"); plans != json.end()) {
        if (!plans->is_array() || plans->empty())
            throw BadPolicy{"policy.plans must be a list of at least one"};
        policy.plans.clear();
        for (std::size_t i = 0; i < plans->size(); ++i) {
            auto plan = parseNamedPlan((*plans)[i].dump());
            if (!plan)
                throw BadPolicy{{"policy.plans[{}] {}", {std::to_string(i), plan.error()}}};
            policy.plans.push_back(std::move(*plan));
        }
    }
    return policy;
}

Json orNever(const std::optional<std::int64_t>& limit) {
    return limit ? Json(*limit) : Json();
}

} // namespace

std::string policyDocument(const HousePolicy& policy, const std::string& base) {
    Json json = base.empty() ? Json() : Json::parse(base, nullptr, false);
    if (!json.is_object())
        json = Json::object();
    json["format"] = "orbita-policy";
    json["version"] = 1;
    json["name"] = policy.name;
    if (!policy.about.empty())
        json["about"] = policy.about;
    Json limits = Json::object();
    for (const auto& [kind, limit] : policy.limits)
        limits[std::string(readingKindName(kind))] = {{"note", orNever(limit.note)},
                                                      {"warning", orNever(limit.warning)},
                                                      {"damning", orNever(limit.critical)}};
    json["limits"] = std::move(limits);
    Json bad = Json::array();
    for (const BadFirmware& one : policy.badFirmware)
        bad.push_back({{"model", one.model}, {"firmware", one.firmware}, {"why", one.why}});
    json["bad_firmware"] = std::move(bad);
    json["ruling"] = rulingPolicyJson(policy.ruling);
    return json.dump(1, ' ', false, Json::error_handler_t::replace);
}

const ReadingLimits* HousePolicy::limitsOf(ReadingKind kind) const {
    const auto it = limits.find(kind);
    return it == limits.end() ? nullptr : &it->second;
}

HousePolicy defaultPolicy() {
    HousePolicy policy;
    policy.plans = defaultPlans();
    policy.ruling = defaultRulingPolicy();
    using enum ReadingKind;
    // A drive carries spares for a few early defects; hundreds say that a surface is giving way. Sectors that
    // cannot be read at all weigh more than those already replaced.
    policy.limits = {{pendingSectors, {std::nullopt, 1, 200}},
                     {offlineUncorrectable, {std::nullopt, 1, 200}},
                     {reallocatedSectors, {1, 24, 800}},
                     {reallocationEvents, {1, 24, 800}},
                     {grownDefects, {1, 24, 800}},
                     {reportedUncorrectable, {1, 12, 400}},
                     {uncorrectedReads, {1, 12, 400}},
                     {uncorrectedWrites, {std::nullopt, 1, 40}},
                     {uncorrectedVerifies, {1, 12, 400}},
                     {mediaErrors, {std::nullopt, 1, 200}},
                     {spareLeft, {60, 25, 5}},
                     {wearUsed, {70, 90, std::nullopt}},
                     {spinRetries, {std::nullopt, 1, 24}},
                     {startFailures, {std::nullopt, 1, 24}},
                     {commandTimeouts, {1, 60, std::nullopt}},
                     {linkErrors, {1, 300, std::nullopt}},
                     {nonMediumErrors, {60, 3000, std::nullopt}},
                     {endToEndErrors, {std::nullopt, 1, 24}},
                     {temperature, {50, 60, 75}},
                     {highestTemperature, {60, std::nullopt, std::nullopt}},
                     {hotMinutes, {60, std::nullopt, std::nullopt}},
                     {powerOnHours, {45'000, std::nullopt, std::nullopt}}};
    return policy;
}

Result<HousePolicy> parsePolicy(const std::string& text, const std::string& origin) {
    try {
        return readPolicy(Json::parse(text));
    } catch (const BadPolicy& bad) {
        return tl::unexpected(badPolicy(origin, bad.why));
    } catch (const std::exception& e) {
        return tl::unexpected(badPolicy(origin, {"it is no valid JSON: {}", {e.what()}}));
    }
}

Result<HousePolicy> loadPolicy(const std::string& path) {
    constexpr std::uint64_t mostBytes = 4U << 20U;
    const auto text = readWholeFile(path, "the house policy", mostBytes);
    return text ? parsePolicy(*text, path) : tl::unexpected(text.error());
}

std::string housePolicyPath() {
    const auto variable = [](const char* name) {
        const char* value = std::getenv(name);
        return std::filesystem::path(value != nullptr ? value : "");
    };
    const std::filesystem::path config = variable("XDG_CONFIG_HOME");
    return ((config.empty() ? variable("HOME") / ".config" : config) / "orbita/house-policy.json").string();
}

Result<HousePolicy> housePolicy(const std::string& file) {
    for (const ShippedPolicy& shipped : shippedPolicies())
        if (file == shipped.shortName)
            return parsePolicy(std::string(shipped.document), file);
    if (!file.empty())
        return loadPolicy(file);
    const std::string own = housePolicyPath();
    std::error_code error;
    return std::filesystem::exists(own, error) ? loadPolicy(own) : Result<HousePolicy>(defaultPolicy());
}

} // namespace orbita
