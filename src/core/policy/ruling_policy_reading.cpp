// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/policy/policy_reading.h"

#include <algorithm>

namespace orbita {

void only(const PolicyJson& json, const std::string& where, std::initializer_list<const char*> known) {
    if (!json.is_object())
        throw BadPolicy{{"{} must be an object", {where}}};
    for (const auto& item : json.items())
        if (std::find(known.begin(), known.end(), item.key()) == known.end())
            throw BadPolicy{{"{} has a key that no policy knows: \"{}\"", {where, item.key()}}};
}

namespace {

// A limit of a measurement, in its own unit.
std::optional<double> rulingLimit(const PolicyJson& json, const std::string& where, const char* key,
                                  bool whole) {
    const auto it = json.find(key);
    if (it == json.end() || it->is_null())
        return std::nullopt;
    const bool right = whole ? it->is_number_integer() : it->is_number();
    const double value = right ? it->get<double>() : 0;
    if (!right || !(value > 0) || value > 1e9)
        throw BadPolicy{{"{}.{} must be a number above 0, or null for never", {where, key}}};
    return value;
}

FateLimits readFateLimits(const PolicyJson& json, const std::string& where, bool whole) {
    only(json, where, {"watch", "spare-duty", "retire"});
    const FateLimits limits = {rulingLimit(json, where, "watch", whole),
                               rulingLimit(json, where, "spare-duty", whole),
                               rulingLimit(json, where, "retire", whole)};
    // More of it must never come to less.
    std::optional<double> last;
    for (const auto& limit : {limits.watch, limits.spareDuty, limits.retire}) {
        if (limit && last && *limit < *last)
            throw BadPolicy{{"{}: a graver ruling must not begin below a milder one", {where}}};
        last = limit ? limit : last;
    }
    return limits;
}

void takeFate(const PolicyJson& json, const char* key, Fate least, Fate& into) {
    const auto it = json.find(key);
    if (it == json.end())
        return;
    const auto fate = it->is_string() ? fateFromName(it->get<std::string>()) : std::nullopt;
    if (!fate || *fate < least)
        throw BadPolicy{
            {"policy.ruling.{} must be one of watch, spare-duty and retire, and no milder than {}",
             {key, std::string(fateName(least))}}};
    into = *fate;
}

void takePercent(const PolicyJson& json, const char* key, double least, double most, double& into) {
    const auto it = json.find(key);
    if (it == json.end())
        return;
    const double value = it->is_number() ? it->get<double>() : -1;
    if (!(value >= least && value <= most))
        throw BadPolicy{
            {"policy.ruling.needs.{} must be a number from {} to {}",
             {key, std::to_string(static_cast<int>(least)), std::to_string(static_cast<int>(most))}}};
    into = value;
}

void takeDays(const PolicyJson& json, const std::string& where, const char* key, std::int64_t& into) {
    const auto it = json.find(key);
    if (it == json.end())
        return;
    const std::int64_t value = it->is_number_integer() ? whole<std::int64_t>(*it) : 0;
    if (value < 1 || value > 3650)
        throw BadPolicy{{"{}.{} must be a whole number of days from 1 to 3650", {where, key}}};
    into = value;
}

void readNeeds(const PolicyJson& json, RulingPolicy& ruling) {
    only(json, "policy.ruling.needs",
         {"vitals", "self_test", "read_percent", "fresh_days", "sample_vouches_percent"});
    if (const auto it = json.find("vitals"); it != json.end()) {
        const auto needs = it->is_string() ? needsVitalsFromName(it->get<std::string>()) : std::nullopt;
        if (!needs)
            throw BadPolicy{"policy.ruling.needs.vitals must be one of always, where-offered and never"};
        ruling.needsVitals = *needs;
    }
    if (const auto it = json.find("self_test"); it != json.end()) {
        if (!it->is_boolean())
            throw BadPolicy{"policy.ruling.needs.self_test must be true or false"};
        ruling.needsSelfTest = it->get<bool>();
    }
    takePercent(json, "read_percent", 1, 100, ruling.leastReadPercent);
    takeDays(json, "policy.ruling.needs", "fresh_days", ruling.freshDays);
    if (const auto it = json.find("sample_vouches_percent"); it != json.end()) {
        double percent = 0;
        if (it->is_null()) {
            ruling.sampleVouches.reset();
        } else {
            takePercent(json, "sample_vouches_percent", 0, 5, percent);
            ruling.sampleVouches = percent;
        }
    }
}

} // namespace

RulingPolicy readRulingPolicy(const PolicyJson& json, RulingPolicy ruling) {
    only(json, "policy.ruling",
         {"limits", "reading_warning", "reading_critical", "self_test_failed", "bad_firmware",
          "regular_shape", "all_over_shape", "growing_shape", "needs", "watch_days"});
    if (const auto limits = json.find("limits"); limits != json.end()) {
        if (!limits->is_object())
            throw BadPolicy{"policy.ruling.limits must be an object"};
        for (const auto& item : limits->items()) {
            const std::string where = "policy.ruling.limits." + item.key();
            const auto measured = measuredFromName(item.key());
            if (!measured)
                throw BadPolicy{{"{}: nothing of that name is measured", {where}}};
            ruling.limits[*measured] = readFateLimits(item.value(), where, isCount(*measured));
        }
    }
    takeFate(json, "reading_warning", Fate::watch, ruling.readingWarning);
    // What the drive or the policy calls damning is no reason to keep a drive in service.
    takeFate(json, "reading_critical", Fate::spareDuty, ruling.readingCritical);
    takeFate(json, "self_test_failed", Fate::watch, ruling.selfTestFailed);
    takeFate(json, "bad_firmware", Fate::watch, ruling.badFirmware);
    takeFate(json, "regular_shape", Fate::watch, ruling.regularShape);
    takeFate(json, "all_over_shape", Fate::watch, ruling.allOverShape);
    takeFate(json, "growing_shape", Fate::watch, ruling.growingShape);
    if (const auto needs = json.find("needs"); needs != json.end())
        readNeeds(*needs, ruling);
    takeDays(json, "policy.ruling", "watch_days", ruling.watchDays);
    return ruling;
}

PolicyJson rulingPolicyJson(const RulingPolicy& ruling) {
    const auto limitJson = [](Measured measured, const std::optional<double>& limit) -> PolicyJson {
        if (!limit)
            return {};
        return isCount(measured) ? PolicyJson(static_cast<std::int64_t>(*limit)) : PolicyJson(*limit);
    };
    PolicyJson limits = PolicyJson::object();
    for (const auto& [measured, limit] : ruling.limits)
        limits[std::string(measuredName(measured))] = {{"watch", limitJson(measured, limit.watch)},
                                                       {"spare-duty", limitJson(measured, limit.spareDuty)},
                                                       {"retire", limitJson(measured, limit.retire)}};
    return {{"limits", std::move(limits)},
            {"reading_warning", fateName(ruling.readingWarning)},
            {"reading_critical", fateName(ruling.readingCritical)},
            {"self_test_failed", fateName(ruling.selfTestFailed)},
            {"bad_firmware", fateName(ruling.badFirmware)},
            {"regular_shape", fateName(ruling.regularShape)},
            {"all_over_shape", fateName(ruling.allOverShape)},
            {"growing_shape", fateName(ruling.growingShape)},
            {"needs",
             {{"vitals", needsVitalsName(ruling.needsVitals)},
              {"self_test", ruling.needsSelfTest},
              {"read_percent", ruling.leastReadPercent},
              {"fresh_days", ruling.freshDays},
              {"sample_vouches_percent",
               ruling.sampleVouches ? PolicyJson(*ruling.sampleVouches) : PolicyJson()}}},
            {"watch_days", ruling.watchDays}};
}

} // namespace orbita
