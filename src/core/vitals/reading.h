// SPDX-License-Identifier: GPL-3.0-or-later
// One thing that a drive says of its own health, in one form for ATA, SCSI and NVMe.
#pragma once

#include "core/base/units.h"

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace orbita {

// In the order in which they are shown: what this trade decides by stands first.
enum class ReadingKind : std::uint8_t {
    overallHealth,   // the drive's own overall answer: 0 good, 1 it expects to fail
    criticalWarning, // NVMe: bits of the drive's own warnings
    pendingSectors,  // unreadable now, wait to be replaced
    offlineUncorrectable,
    reallocatedSectors,
    reallocationEvents,
    grownDefects, // SCSI grown list
    reportedUncorrectable,
    uncorrectedReads, // SCSI: gave up on so many reads
    uncorrectedWrites,
    uncorrectedVerifies,
    mediaErrors, // NVMe: data could not be given back whole
    spareLeft,   // percent
    wearUsed,    // percent of the maker's estimate
    spinRetries,
    startFailures,
    commandTimeouts,
    linkErrors, // accuse the cable
    nonMediumErrors,
    loggedErrors,   // entries in the drive's error log
    endToEndErrors, // damaged inside the drive's own electronics
    correctedLate,  // SCSI: read after delay
    temperature,
    highestTemperature,
    hotMinutes,
    powerOnHours,
    powerCycles,
    startStops,
    loadCycles,
    unsafeShutdowns,
    headFlyingHours,
    spinUpTime,
    bytesRead,
    bytesWritten,
    readErrorRate, // the maker's own unit
    seekErrorRate,
    vendorSpecific // an attribute whose meaning only the maker knows
};

enum class ReadingUnit : std::uint8_t {
    none,
    count,
    sectors,
    percent,
    hours,
    minutes,
    celsius,
    bytes,
    milliseconds
};

std::string_view readingUnitName(ReadingUnit unit);
std::optional<ReadingUnit> readingUnitFromName(std::string_view name);

struct Reading {
    ReadingKind kind = ReadingKind::vendorSpecific;
    ReadingUnit unit = ReadingUnit::count;
    std::int64_t value = 0;
    // Of the ATA attribute table; `attribute` 0 elsewhere.
    std::uint8_t attribute = 0;
    std::optional<std::uint8_t> normalised;
    std::optional<std::uint8_t> worst;
    std::optional<std::uint8_t> threshold;
    std::array<std::uint8_t, 6> raw{};
    // The limit the drive itself names, in the reading's unit (spare threshold, warning temperature).
    std::optional<std::int64_t> ownLimit;
    std::string source; // "SMART attribute 197", "log page 03h"

    friend bool operator==(const Reading&, const Reading&) = default;
};

// The words of files and scripts: "pending-sectors"; "makers-own" ones carry their attribute number:
// "attribute-22".
std::string readingId(const Reading& reading);
std::string_view readingKindName(ReadingKind kind);
std::optional<ReadingKind> readingKindFromName(std::string_view name);

// True where more of it since the last visit means that something goes on.
bool growthMatters(ReadingKind kind);

enum class FindingLevel : std::uint8_t { fine, note, warning, critical };
std::string_view findingName(FindingLevel level);

// Why a reading was found to be so.
enum class FindingReason : std::uint8_t {
    nothingToSay,
    withinLimits,
    aboveLimit,        // of the house policy
    belowOwnThreshold, // the drive's own: normalised at or below threshold now
    wasBelowThreshold, // it once was
    overallHealth,     // the drive says so itself
    grewSinceLastVisit,
    cannotBe, // no such value exists: not believed
};
std::string_view findingReasonName(FindingReason reason);

struct Finding {
    FindingLevel level = FindingLevel::fine;
    FindingReason reason = FindingReason::nothingToSay;
    std::optional<std::int64_t> limit; // of the house policy, where that decided

    friend bool operator==(const Finding&, const Finding&) = default;
};

} // namespace orbita
