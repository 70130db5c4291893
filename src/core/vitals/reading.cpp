// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/reading.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, 37> readingNames = {
    "own-verdict",         "critical-warning",    "pending-sectors",      "offline-uncorrectable",
    "reallocated-sectors", "reallocation-events", "grown-defects",        "reported-uncorrectable",
    "uncorrected-reads",   "uncorrected-writes",  "uncorrected-verifies", "media-errors",
    "spare-left",          "wear-used",           "spin-retries",         "start-failures",
    "command-timeouts",    "link-errors",         "non-medium-errors",    "logged-errors",
    "end-to-end-errors",   "corrected-late",      "temperature",          "highest-temperature",
    "hot-minutes",         "power-on-hours",      "power-cycles",         "start-stops",
    "load-cycles",         "unsafe-shutdowns",    "head-flying-hours",    "spin-up-time",
    "bytes-read",          "bytes-written",       "read-error-rate",      "seek-error-rate",
    "makers-own"};
constexpr std::array<std::string_view, 9> unitNames = {
    "none", "count", "sectors", "percent", "hours", "minutes", "celsius", "bytes", "milliseconds"};
constexpr std::array<std::string_view, 4> findingNames = {"fine", "note", "warning", "damning"};
constexpr std::array<std::string_view, 8> reasonNames = {
    "nothing-to-say",      "within-limits", "above-limit",           "below-own-threshold",
    "was-below-threshold", "own-verdict",   "grew-since-last-visit", "cannot-be"};

} // namespace

std::string readingId(const Reading& reading) {
    if (reading.kind == ReadingKind::vendorSpecific)
        return "attribute-" + std::to_string(reading.attribute);
    return std::string(readingKindName(reading.kind));
}

std::string_view readingKindName(ReadingKind kind) {
    return readingNames[static_cast<std::size_t>(kind)];
}

std::optional<ReadingKind> readingKindFromName(std::string_view name) {
    if (name.rfind("attribute-", 0) == 0)
        return ReadingKind::vendorSpecific;
    return enumFromName<ReadingKind>(readingNames, name);
}

bool growthMatters(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::pendingSectors:
    case ReadingKind::offlineUncorrectable:
    case ReadingKind::reallocatedSectors:
    case ReadingKind::reallocationEvents:
    case ReadingKind::grownDefects:
    case ReadingKind::reportedUncorrectable:
    case ReadingKind::uncorrectedReads:
    case ReadingKind::uncorrectedWrites:
    case ReadingKind::uncorrectedVerifies:
    case ReadingKind::mediaErrors:
    case ReadingKind::spinRetries:
    case ReadingKind::startFailures:
    case ReadingKind::linkErrors:
    case ReadingKind::endToEndErrors:
        return true;
    default:
        return false;
    }
}

std::string_view findingName(FindingLevel level) {
    return findingNames[static_cast<std::size_t>(level)];
}

std::string_view readingUnitName(ReadingUnit unit) {
    return unitNames[static_cast<std::size_t>(unit)];
}

std::optional<ReadingUnit> readingUnitFromName(std::string_view name) {
    return enumFromName<ReadingUnit>(unitNames, name);
}

std::string_view findingReasonName(FindingReason reason) {
    return reasonNames[static_cast<std::size_t>(reason)];
}

} // namespace orbita
