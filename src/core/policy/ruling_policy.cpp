// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/policy/ruling_policy.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, 4> fateNames = {"keep", "watch", "spare-duty", "retire"};
constexpr std::array<std::string_view, 4> dataFateNames = {"safe", "save-soon", "save-now", "specialist"};
constexpr std::array<std::string_view, 3> needsNames = {"always", "where-offered", "never"};
constexpr std::array<std::string_view, measuredCount> measuredNames = {"new-patches",
                                                                       "grown-patches",
                                                                       "unreadable-patches",
                                                                       "unreadable-sectors",
                                                                       "healed-patches",
                                                                       "vain-patches",
                                                                       "read-second-try",
                                                                       "stalled-places",
                                                                       "straining-places",
                                                                       "laboured-places",
                                                                       "late-percent",
                                                                       "froze",
                                                                       "dropped",
                                                                       "froze-before",
                                                                       "pace-loss-percent",
                                                                       "slow-zone-percent",
                                                                       "unevenness",
                                                                       "wear",
                                                                       "wear-growth"};

} // namespace

std::string_view fateName(Fate fate) {
    return fateNames[static_cast<std::size_t>(fate)];
}

std::optional<Fate> fateFromName(std::string_view name) {
    return enumFromName<Fate>(fateNames, name);
}

std::string_view dataFateName(DataFate fate) {
    return dataFateNames[static_cast<std::size_t>(fate)];
}

std::optional<DataFate> dataFateFromName(std::string_view name) {
    return enumFromName<DataFate>(dataFateNames, name);
}

std::string_view needsVitalsName(NeedsVitals needs) {
    return needsNames[static_cast<std::size_t>(needs)];
}

std::optional<NeedsVitals> needsVitalsFromName(std::string_view name) {
    return enumFromName<NeedsVitals>(needsNames, name);
}

std::string_view measuredName(Measured measured) {
    return measuredNames[static_cast<std::size_t>(measured)];
}

std::optional<Measured> measuredFromName(std::string_view name) {
    return enumFromName<Measured>(measuredNames, name);
}

bool isPercent(Measured measured) {
    return measured == Measured::latePercent || measured == Measured::paceLossPercent ||
           measured == Measured::slowZonePercent;
}

bool isCount(Measured measured) {
    return !isPercent(measured) && measured != Measured::unevenness && measured != Measured::wear &&
           measured != Measured::wearGrowth;
}

// One old patch that does not grow is another thing than three new spots: patches and growth weigh before
// sectors.
RulingPolicy defaultRulingPolicy() {
    RulingPolicy policy;
    using enum Measured;
    constexpr auto never = std::nullopt;
    policy.limits = {{unreadablePatches, {1, 2, 8}},     {unreadableSectors, {1, 40, 400}},
                     {newPatches, {never, 1, 4}},        {grownPatches, {never, 1, 3}},
                     {healedPatches, {1, 9, never}},     {vainPatches, {never, 1, 4}},
                     {readSecondTry, {1, 12, never}},    {stalledPlaces, {1, 4, 12}},
                     {strainingPlaces, {2, 30, never}},  {labouredPlaces, {24, 1500, never}},
                     {latePercent, {2, 15, never}},      {froze, {never, never, 1}},
                     {dropped, {never, 1, 2}},           {frozeBefore, {1, 3, never}},
                     {paceLossPercent, {12, 35, never}}, {slowZonePercent, {30, 80, never}},
                     {unevenness, {64, never, never}},   {wear, {5, never, never}},
                     {wearGrowth, {2, never, never}}};
    return policy;
}

} // namespace orbita
