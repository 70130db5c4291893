// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/life_json.h"

#include <QDateTime>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using LifeJson = nlohmann::ordered_json;

LifeJson wearJson(const WearFigure& wear) {
    return {{"doublings", wear.doublings},
            {"least", wear.least},
            {"most", wear.most},
            {"late_blocks", wear.late}};
}

LifeJson sideJson(const ComparedSide& side, const std::array<double, zoneCount>& nsPerByte) {
    LifeJson zones = LifeJson::array();
    for (std::size_t z = 0; z < zoneCount; ++z)
        zones.push_back({{"worst", gradeName(side.zones[z].worst)}, {"ns_per_byte", nsPerByte[z]}});
    return {{"began", QDateTime::fromSecsSinceEpoch(side.at, Qt::UTC).toString(Qt::ISODate).toStdString()},
            {"read", side.read},
            {"zones", std::move(zones)}};
}

} // namespace

std::string comparisonJson(const DriveIdentity& drive, const VisitComparison& found) {
    LifeJson json{{"format", "orbita-comparison"},
                  {"version", 1},
                  {"model", drive.model},
                  {"serial", drive.serial},
                  {"before", sideJson(found.before, found.nsPerByteBefore)},
                  {"now", sideJson(found.now, found.nsPerByteNow)},
                  {"compared_percent", found.comparedPercent},
                  {"contradicts", found.contradicts}};
    LifeJson counts = LifeJson::object();
    for (std::size_t change = 0; change < placeChanges; ++change)
        counts[std::string(placeChangeName(static_cast<PlaceChange>(change)))] = found.counts[change];
    json["counts"] = std::move(counts);
    LifeJson places = LifeJson::array();
    for (const ChangedPlace& place : found.places)
        places.push_back({{"first_byte", place.where.first},
                          {"bytes", place.where.count},
                          {"before", gradeName(place.before)},
                          {"now", gradeName(place.now)},
                          {"change", placeChangeName(place.change)}});
    json["places"] = std::move(places);
    json["patches"] = {{"new", found.patches.fresh},     {"grown", found.patches.grown},
                       {"same", found.patches.same},     {"gone", found.patches.gone},
                       {"healed", found.patches.healed}, {"not_compared", found.patches.notCompared}};
    if (found.pace)
        json["pace"] = {{"typical", found.pace->typical},
                        {"worst", found.pace->worst},
                        {"worst_zone", found.pace->worstZone},
                        {"zones", found.pace->zones}};
    if (found.wear)
        json["wear"] = wearJson(*found.wear);
    if (found.hoursBetween)
        json["hours_between"] = *found.hoursBetween;
    LifeJson counters = LifeJson::array();
    for (const CounterChange& change : found.counters) {
        LifeJson one{{"reading", readingKindName(change.kind)},
                     {"unit", readingUnitName(change.unit)},
                     {"before", change.before},
                     {"now", change.now}};
        if (change.perThousandHours)
            one["per_thousand_hours"] = *change.perThousandHours;
        counters.push_back(std::move(one));
    }
    json["counters"] = std::move(counters);
    return json.dump(1, ' ', false, LifeJson::error_handler_t::replace) + "\n";
}

} // namespace orbita
