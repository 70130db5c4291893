// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/vitals.h"

#include "core/base/names.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 24> notes = {"no-commands",     "bridge-hides",
                                                    "health-off",      "health-not-offered",
                                                    "checksum-broken", "thresholds-refused",
                                                    "logs-refused",    "password-set",
                                                    "locked",          "frozen",
                                                    "hidden-area",     "protected-format",
                                                    "host-managed",    "misaligned",
                                                    "write-cache-on",  "read-only",
                                                    "zero-capacity",   "bridge-disagrees",
                                                    "not-ready",       "no-answer",
                                                    "locking-on",      "ranges-locked",
                                                    "erasing",         "erasure-failed"};
constexpr std::array<std::string_view, 5> sources = {"pending-defects", "background-scan", "error-log",
                                                     "grown-list", "self-test"};
constexpr std::array<std::string_view, 5> kinds = {"short", "extended", "conveyance", "selective", "other"};
constexpr std::array<std::string_view, 6> results = {"passed", "aborted",     "interrupted",
                                                     "failed", "failed-read", "unfinished"};

} // namespace

std::string_view vitalsNoteName(VitalsNote note) {
    return notes[static_cast<std::size_t>(note)];
}
NoteWeight weightOf(VitalsNote note) {
    switch (note) {
    case VitalsNote::zeroCapacity:
    case VitalsNote::notReady:
    case VitalsNote::checkedNoAnswer:
    case VitalsNote::locked:
    case VitalsNote::rangesLocked:
    case VitalsNote::erasing:
    case VitalsNote::erasureFailed:
    case VitalsNote::protectedFormat:
        return NoteWeight::outOfReach;
    case VitalsNote::noCommands:
    case VitalsNote::bridgeHides:
    case VitalsNote::bridgeDisagrees:
    case VitalsNote::healthOff:
    case VitalsNote::healthNotOffered:
    case VitalsNote::checksumBroken:
    case VitalsNote::thresholdsRefused:
    case VitalsNote::logsRefused:
        return NoteWeight::unknown;
    default:
        return NoteWeight::setup;
    }
}
std::string_view suspectSourceName(SuspectSource source) {
    return sources[static_cast<std::size_t>(source)];
}
std::string_view selfTestKindName(SelfTestKind kind) {
    return kinds[static_cast<std::size_t>(kind)];
}
std::optional<SelfTestKind> selfTestKindFromName(std::string_view name) {
    return enumFromName<SelfTestKind>(kinds, name);
}
std::optional<SuspectSource> suspectSourceFromName(std::string_view name) {
    return enumFromName<SuspectSource>(sources, name);
}
std::optional<SelfTestResult> selfTestResultFromName(std::string_view name) {
    return enumFromName<SelfTestResult>(results, name);
}
std::string_view selfTestResultName(SelfTestResult result) {
    return results[static_cast<std::size_t>(result)];
}

const Reading* Vitals::find(ReadingKind kind) const {
    const auto it =
        std::find_if(readings.begin(), readings.end(), [&](const Reading& r) { return r.kind == kind; });
    return it == readings.end() ? nullptr : &*it;
}

const Reading* Vitals::same(const Reading& reading) const {
    const auto it = std::find_if(readings.begin(), readings.end(), [&](const Reading& r) {
        return r.kind == reading.kind && r.attribute == reading.attribute;
    });
    return it == readings.end() ? nullptr : &*it;
}

bool Vitals::has(VitalsNote note) const {
    return std::find(this->notes.begin(), this->notes.end(), note) != this->notes.end();
}

} // namespace orbita
