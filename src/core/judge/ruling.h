// SPDX-License-Identifier: GPL-3.0-or-later
// The ruling on a drive: a pure function of the evidence and the house policy. docs/judging.md tells it in
// words.
#pragma once

#include "core/judge/evidence/evidence.h"
#include "core/judge/findings.h"
#include "core/policy/house_policy.h"

#include <optional>

namespace orbita {

enum class ReasonKind : std::uint8_t {
    // Against it.
    measured,       // see RulingReason::measured: it reaches a limit of the policy
    reading,        // a reading of its own: see RulingReason::index and finding
    selfTestFailed, // the latest that came to an end
    badFirmware,    // RulingReason::text: why
    noAnswer,       // it stopped answering
    zeroCapacity,   // it came up with no capacity
    wentReadOnly,   // it takes no writing any more
    regularShape,   // the damage comes back at a regular distance
    allOverShape,
    growingShape,
    complaint, // one that means stop, as it was told or as it was seen here: see RulingReason::complaint
    // Missing.
    notAsked,     // what it says of itself
    vitalsSilent, // it was asked, and nothing came
    noSelfTest,   // none came to an end lately
    notScanned,
    partlyScanned,  // RulingReason::value percent of it, of RulingReason::limit
    tooOld,         // percent that were read, but too long ago
    onlySampled,    // RulingReason::value percent may be defective all the same
    mostlyUngraded, // percent that was read, with nothing to compare its time with
    failedOpen,     // so many blocks that failed as a whole, and were not looked into
    locked,         // its data cannot be read
    erased,         // it erases itself, or has failed to
    // Somewhere else.
    cable,
    adapter,
    power,
    load,
    fileSystem, // or what else is on it
    computer,
    // Besides.
    noteworthyReading, // see index
    noVitalsOffered,   // such a device says nothing of itself
    shape,             // how the damage lies, where that alone weighs nothing
    unmapped,          // so many percent hold nothing, and were not read from the medium
    notReproduced,     // see RulingReason::complaint
    dataElsewhere,     // as was told, the data exists elsewhere
    sampleStands,      // for what was not read: RulingReason::value percent may be defective all the same
    wear,              // how far it reads from an unworn drive: see Evidence::wear
    // For it.
    nothingAgainst,
    readThroughout, // RulingReason::value percent of it, without a place that counts against it
    vitalsWithin,   // RulingReason::value readings are within their limits
    testPassed,     // the latest self-test that came to an end
    noneNew,        // nothing new is damaged since an earlier visit
};
std::string_view reasonKindName(ReasonKind kind);

enum class ReasonRole : std::uint8_t { against, missing, elsewhere, besides, speaksFor };
std::string_view reasonRoleName(ReasonRole role);
ReasonRole roleOf(ReasonKind kind);

// Where the limit that decided comes from.
enum class LimitSource : std::uint8_t {
    policy,
    drive,   // its own threshold, its own overall answer
    nothing, // no number decides
};
std::string_view limitSourceName(LimitSource source);

struct RulingReason {
    ReasonKind kind = ReasonKind::nothingAgainst;
    Fate weight = Fate::keep; // what it alone would make of the drive
    DataFate data = DataFate::safe;
    double value = 0;            // as measured
    std::optional<double> limit; // that it reaches
    LimitSource source = LimitSource::nothing;
    // Against: from what value on it would weigh more, and as what; absent: it cannot.
    std::optional<double> nextLimit;
    Fate nextWeight = Fate::keep;
    // Against, missing: what the ruling would be, at best, without it.
    Fate without = Fate::keep;
    Measured measured = Measured::unreadablePatches;
    std::size_t index = 0; // into Evidence::own.readings
    Finding finding;       // of that reading
    ComplaintMark complaint = ComplaintMark::slow;
    std::string text;
    friend bool operator==(const RulingReason&, const RulingReason&) = default;
};

struct Ruling {
    // False: not judged yet, as evidence is missing; then `fate` and `data` are what it comes to at best.
    bool settled = false;
    Fate fate = Fate::keep;
    DataFate data = DataFate::safe;
    std::vector<RulingReason> reasons; // against, missing, elsewhere, besides, for it; the weightiest first
    std::optional<std::int64_t> lookAgainAt; // of "watch": seconds since 1970
    double readPercent = 0;                  // of the drive, lately enough to count
    std::string policy;                      // its name

    [[nodiscard]] std::size_t count(ReasonRole role) const;
    // The reason to give where there is room for one: the weightiest against it, else what is missing, else
    // what speaks for it.
    [[nodiscard]] const RulingReason& leading() const;
    friend bool operator==(const Ruling&, const Ruling&) = default;
};

Ruling rule(const Evidence& evidence, const HousePolicy& policy);
// What limits of that name are held against.
double measuredIn(const Evidence& evidence, Measured measured);

// Orders rulings by how much is to be done, the most first: the worst fate, and of the same one what is not
// judged yet. Less: more urgent.
int urgencyOf(Fate fate, bool settled);

} // namespace orbita
