// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/named_plan.h"

#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Json = nlohmann::json;
constexpr std::array<std::string_view, 10> planKeys = {"name",  "mode",          "order",   "span",
                                                       "rules", "block_sectors", "samples", "limit_ms",
                                                       "seed",  "sweep_percent"};

tl::unexpected<std::string> wrong(const std::string& why) {
    return tl::unexpected(why);
}

} // namespace

std::vector<NamedPlan> defaultPlans() {
    std::vector<NamedPlan> plans(5);
    plans[0].name = "Whole surface";
    plans[1].name = "First look";
    plans[1].plan.order = ScanOrder::sample;
    plans[2].name = "Suspects, then the rest";
    plans[2].plan.order = ScanOrder::suspectsFirst;
    plans[3].name = "Heads at work";
    plans[3].plan.order = ScanOrder::sweep;
    plans[3].plan.rules = {{RuleKind::unreadable, 50, RuleAction::ask}, {RuleKind::temperature, 58}};
    plans[4].name = "Sick drive";
    plans[4].plan.order = ScanOrder::careful;
    plans[4].plan.rules = {{RuleKind::temperature, 55}};
    return plans;
}

tl::expected<NamedPlan, std::string> parseNamedPlan(const std::string& text) {
    const Json json = Json::parse(text, nullptr, false);
    if (!json.is_object())
        return wrong("must be an object");
    for (const auto& item : json.items())
        if (std::find(planKeys.begin(), planKeys.end(), item.key()) == planKeys.end())
            return wrong("has a key that no plan knows: \"" + item.key() + "\"");
    try {
        NamedPlan named;
        ScanPlan& plan = named.plan;
        named.name = json.at("name").get<std::string>();
        if (named.name.empty())
            return wrong("needs a name");
        named.span = json.value("span", "");
        const std::string mode = json.value("mode", "read");
        const auto way = readWayFromName(mode);
        if (!way || *way == ReadWay::fua)
            return wrong("has the mode \"" + mode + "\"; it must be read or verify");
        plan.way = *way;
        const std::string order = json.value("order", "forward");
        const auto known = scanOrderFromName(order);
        if (!known)
            return wrong("has the order \"" + order + "\", which there is not");
        plan.order = *known;
        plan.blockSectors = json.value("block_sectors", plan.blockSectors);
        plan.samples = json.value("samples", plan.samples);
        plan.seed = json.value("seed", plan.seed);
        plan.sweepDistancePercent = json.value("sweep_percent", plan.sweepDistancePercent);
        plan.limit = fromMilliseconds(json.value("limit_ms", toMilliseconds(plan.limit)));
        plan.giveUp = std::max(plan.giveUp, plan.limit);
        for (const Json& rule : json.value("rules", Json::array())) {
            const auto parsed = parseStopRule(rule.get<std::string>());
            if (!parsed)
                return wrong("has the rule " + rule.dump() + ", which there is not");
            plan.rules.push_back(*parsed);
        }
        return named;
    } catch (const Json::exception& e) {
        return wrong(std::string("is not as it should be: ") + e.what());
    }
}

} // namespace orbita
