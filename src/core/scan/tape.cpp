// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/tape.h"

#include "core/base/names.h"

#include <array>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 14> endedNames = {
    "running",     "complete", "stopped", "stop-rule",   "drive-gone",     "no-answer",   "shrunk",
    "link-faults", "refused",  "locked",  "reader-lost", "verify-doubted", "other-drive", "barred"};

constexpr std::array<std::string_view, 51> kindNames = {"started",
                                                        "pace-measured",
                                                        "paused",
                                                        "resumed",
                                                        "slow",
                                                        "stalled",
                                                        "answered-late",
                                                        "unreadable",
                                                        "recovered",
                                                        "link-fault",
                                                        "probing",
                                                        "came-back",
                                                        "withdrawn",
                                                        "kernel-splits",
                                                        "through-page-cache",
                                                        "partial-last-sector",
                                                        "block-layer-only",
                                                        "interrupted",
                                                        "not-ready",
                                                        "in-use",
                                                        "stop-rule",
                                                        "rule-asks",
                                                        "too-many",
                                                        "ended",
                                                        "again-confirmed",
                                                        "again-passing",
                                                        "disturbed",
                                                        "not-again",
                                                        "put-off",
                                                        "cooling",
                                                        "cooled",
                                                        "continued",
                                                        "verify-checked",
                                                        "verify-doubted",
                                                        "recovery-short",
                                                        "recovery-kept",
                                                        "recovery-back",
                                                        "recovery-owed",
                                                        "elsewhere",
                                                        "not-stored",
                                                        "saving-halts",
                                                        "saving-goes-on",
                                                        "image-compared",
                                                        "saved",
                                                        "incomplete-image",
                                                        "medium-changed",
                                                        "nothing-to-compare",
                                                        "at-once",
                                                        "kept-for-last",
                                                        "not-asked",
                                                        "ungraded"};
static_assert(kindNames.size() == static_cast<std::size_t>(TapeKind::ungraded) + 1 &&
              !kindNames.back().empty());
static_assert(endedNames.size() == static_cast<std::size_t>(Ended::barred) + 1 && !endedNames.back().empty());

constexpr std::array<std::string_view, 7> disturbanceNames = {
    "none", "other-load", "starved", "suspended", "shared-way", "beside", "head-away"};
static_assert(disturbanceNames.size() == static_cast<std::size_t>(Disturbance::headAway) + 1 &&
              !disturbanceNames.back().empty());

} // namespace

std::string_view disturbanceName(Disturbance disturbance) {
    return disturbanceNames[static_cast<std::size_t>(disturbance)];
}
std::optional<Disturbance> disturbanceFromName(std::string_view name) {
    return enumFromName<Disturbance>(disturbanceNames, name);
}
std::string_view endedName(Ended ended) {
    return endedNames[static_cast<std::size_t>(ended)];
}
std::optional<Ended> endedFromName(std::string_view name) {
    return enumFromName<Ended>(endedNames, name);
}
std::string_view tapeKindName(TapeKind kind) {
    return kindNames[static_cast<std::size_t>(kind)];
}
std::optional<TapeKind> tapeKindFromName(std::string_view name) {
    return enumFromName<TapeKind>(kindNames, name);
}

} // namespace orbita
