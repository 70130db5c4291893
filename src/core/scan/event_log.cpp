// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/event_log.h"

#include "core/base/names.h"

#include <array>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 14> endedNames = {
    "running",     "complete", "stopped", "stop-rule",   "drive-gone",     "no-answer",   "shrunk",
    "link-faults", "refused",  "locked",  "reader-lost", "verify-doubted", "other-drive", "barred"};

constexpr std::array<std::string_view, 54> kindNames = {"started",
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
                                                        "ungraded",
                                                        "treated",
                                                        "treated-in-vain",
                                                        "treating-over"};
static_assert(kindNames.size() == static_cast<std::size_t>(ScanEventKind::treatingOver) + 1 &&
              !kindNames.back().empty());
static_assert(endedNames.size() == static_cast<std::size_t>(EndReason::barred) + 1 &&
              !endedNames.back().empty());

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
std::string_view endReasonName(EndReason ended) {
    return endedNames[static_cast<std::size_t>(ended)];
}
std::optional<EndReason> endReasonFromName(std::string_view name) {
    return enumFromName<EndReason>(endedNames, name);
}
std::string_view scanEventName(ScanEventKind kind) {
    return kindNames[static_cast<std::size_t>(kind)];
}
std::optional<ScanEventKind> scanEventFromName(std::string_view name) {
    return enumFromName<ScanEventKind>(kindNames, name);
}

void EventLog::append(ScanEvent event) {
    // A drive that is dying everywhere must not fill this computer's memory with words.
    constexpr std::size_t most = 100'000;
    const MutexLock lock(m_mutex);
    const bool always = event.kind == ScanEventKind::ended || event.kind == ScanEventKind::stopRule ||
                        event.kind == ScanEventKind::ruleAsks || event.kind == ScanEventKind::continued;
    if (m_events.size() == most && !always)
        event.kind = ScanEventKind::tooMany;
    if (m_events.size() <= most || always)
        m_events.push_back(event);
}

void EventLog::restore(std::vector<ScanEvent> events) {
    const MutexLock lock(m_mutex);
    m_events = std::move(events);
}

std::size_t EventLog::size() const {
    const MutexLock lock(m_mutex);
    return m_events.size();
}

std::vector<ScanEvent> EventLog::since(std::size_t from) const {
    const MutexLock lock(m_mutex);
    if (from >= m_events.size())
        return {};
    return {m_events.begin() + static_cast<std::ptrdiff_t>(from), m_events.end()};
}

} // namespace orbita
