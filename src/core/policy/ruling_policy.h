// SPDX-License-Identifier: GPL-3.0-or-later
// The part of a house policy that rulings go by. docs/judging.md says what each number means, docs/formats.md
// how it is written.
#pragma once

#include <array>
#include <cstdint>
#include <map>
#include <optional>
#include <string_view>

namespace orbita {

// What becomes of a drive, the worst last. Kept by name.
enum class Fate : std::uint8_t {
    keep,
    watch,     // keep, and look again at a date
    spareDuty, // only for what may be lost
    retire,
};
std::string_view fateName(Fate fate);
std::optional<Fate> fateFromName(std::string_view name);

// What becomes of the data on it, the gravest last. Kept by name.
enum class DataFate : std::uint8_t { safe, saveSoon, saveNow, specialist };
std::string_view dataFateName(DataFate fate);
std::optional<DataFate> dataFateFromName(std::string_view name);

// What is counted or measured of a drive and has limits, in the order in which it is told. More of it is
// never better.
enum class Measured : std::uint8_t {
    newPatches, // since the visit before
    grownPatches,
    unreadablePatches,
    unreadableSectors, // physical ones
    healedPatches,     // treated, and read well since
    vainPatches,       // written to, and unreadable all the same
    readSecondTry,     // places that failed once
    stalledPlaces,
    strainingPlaces,
    labouredPlaces,
    latePercent, // of the blocks graded
    froze,       // places
    dropped,     // places where it went away
    frozeBefore, // places where it did either, and that have been read well since
    paceLossPercent,
    slowZonePercent,
    unevenness, // solid state: units of lateness that the latest block in a thousand has
    wear,       // doublings from an unworn drive, those that counting leaves no doubt of; see wear.h
    wearGrowth, // likewise, from its own first visit
};
constexpr std::size_t measuredCount = 19;
std::string_view measuredName(Measured measured);
std::optional<Measured> measuredFromName(std::string_view name);
bool isPercent(Measured measured);
bool isCount(Measured measured);

// From this on; absent: never.
struct FateLimits {
    std::optional<double> watch;
    std::optional<double> spareDuty;
    std::optional<double> retire;
    friend bool operator==(const FateLimits&, const FateLimits&) = default;
};

// When the drive is to have been asked of its own health.
enum class NeedsVitals : std::uint8_t { always, whereOffered, never };
std::string_view needsVitalsName(NeedsVitals needs);
std::optional<NeedsVitals> needsVitalsFromName(std::string_view name);

struct RulingPolicy {
    std::map<Measured, FateLimits> limits;
    Fate readingWarning = Fate::watch;   // of a reading beyond the limit for a warning, or that has grown
    Fate readingCritical = Fate::retire; // beyond the gravest limit, or the drive's own
    Fate selfTestFailed = Fate::spareDuty;
    Fate badFirmware = Fate::watch;
    Fate regularShape = Fate::retire; // damage that suggests one head or surface
    Fate allOverShape = Fate::retire;
    Fate growingShape = Fate::retire;
    // Without these, nothing is ruled but what needs no more.
    NeedsVitals needsVitals = NeedsVitals::whereOffered;
    bool needsSelfTest = false;   // one that came to an end in the last 168 hours of running
    double leastReadPercent = 95; // of the drive, within the days below
    std::int64_t freshDays = 30;  // a scan older than that vouches for nothing any more
    // A sample that allows no more than so many percent of defective blocks, and shows none, stands for the
    // rest.
    std::optional<double> sampleVouches;
    std::int64_t watchDays = 90; // when to look again
    friend bool operator==(const RulingPolicy&, const RulingPolicy&) = default;
};

RulingPolicy defaultRulingPolicy();

} // namespace orbita
