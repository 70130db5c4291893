// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/zones_text.h"

#include <cmath>
#include <nlohmann/json.hpp>

namespace orbita {

std::string zonesText(const Zones& zones) {
    nlohmann::json all = nlohmann::json::array();
    for (const Zone& zone : zones)
        all.push_back({{"ns_per_byte", zone.nsPerByte},
                       {"graded", zone.graded},
                       {"late_by_itself", zone.lateByItself},
                       {"blocks", zone.blocks}});
    return all.dump();
}

std::optional<Zones> zonesFromText(const std::string& text) {
    const auto json = nlohmann::json::parse(text, nullptr, false);
    if (!json.is_array() || json.size() != zoneCount)
        return std::nullopt;
    try {
        Zones zones;
        for (std::size_t z = 0; z < zoneCount; ++z) {
            const auto count = [&](const nlohmann::json& number) {
                return number.is_number_unsigned() ? number.get<std::uint64_t>()
                                                   : throw std::invalid_argument("no count");
            };
            zones[z].nsPerByte = json[z].at("ns_per_byte").get<double>();
            zones[z].graded = count(json[z].at("graded"));
            zones[z].lateByItself = count(json[z].at("late_by_itself"));
            const auto& blocks = json[z].at("blocks");
            if (blocks.size() != gradeCount || !std::isfinite(zones[z].nsPerByte) || zones[z].nsPerByte < 0 ||
                zones[z].lateByItself > zones[z].graded)
                return std::nullopt;
            for (std::size_t g = 0; g < gradeCount; ++g)
                zones[z].blocks[g] = count(blocks.at(g));
        }
        return zones;
    } catch (const std::exception&) {
        return std::nullopt;
    }
}

} // namespace orbita
