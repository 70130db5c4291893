// SPDX-License-Identifier: GPL-3.0-or-later
// All that a ruling on a drive goes by, in numbers: gathered once from what the drive said, what was found of
// its surface and what was known before; small enough to be kept with the ruling, so that another policy can
// be tried on it. docs/judging.md says what each of it means.
#pragma once

#include "core/case/case.h"
#include "core/judge/evidence/damage_shape.h"
#include "core/judge/evidence/known_surface.h"
#include "core/judge/evidence/pace.h"
#include "core/judge/evidence/wear.h"

#include <optional>

namespace orbita {

// What the drive says of itself.
struct OwnWord {
    std::int64_t readAt = 0;       // seconds since 1970; 0: it was not asked
    std::vector<Reading> readings; // without their raw bytes
    std::vector<VitalsNote> notes;
    // The latest self-test that came to an end, as the drive lists it; and the hours it has run since, where
    // it counts them.
    std::optional<SelfTestEntry> selfTest;
    std::optional<std::uint64_t> hoursSinceTest;
    // The readings of the visit before, and when that was; 0: there was none.
    std::int64_t beforeAt = 0;
    std::vector<Reading> before;

    friend bool operator==(const OwnWord&, const OwnWord&) = default;
};

// What a scan was the last to read of the drive; shares of all of it, 0 to 1.
struct Coverage {
    std::int64_t at = 0; // seconds since 1970
    double graded = 0;
    double unmapped = 0; // answered without the medium: there is nothing in it
    double ungraded = 0; // read, with nothing to compare its time with
    friend bool operator==(const Coverage&, const Coverage&) = default;
};

// A sample of the drive's blocks.
struct SampleTaken {
    std::int64_t at = 0;
    std::uint64_t blocks = 0;
    std::uint64_t defective = 0;
    double mostDefective = 1; // the largest share of defective ones that this allows, with 95 % confidence
    friend bool operator==(const SampleTaken&, const SampleTaken&) = default;
};

// What is wrong with the surface, as it is known now. Of a place that was treated and reads well since,
// nothing but that.
struct Damage {
    std::uint64_t unreadableSectors = 0; // physical ones
    std::uint64_t unreadablePatches = 0;
    std::uint64_t failedBlocks = 0; // failed as a whole; their sectors are still to be found out
    std::uint64_t healedPatches = 0;
    std::uint64_t vainPatches = 0;   // written to, and unreadable all the same
    std::uint64_t readSecondTry = 0; // places that failed once, and read well on every later try
    std::uint64_t stalled = 0;       // places, each a run of sectors
    std::uint64_t straining = 0;
    std::uint64_t laboured = 0;
    std::uint64_t onlyOnce = 0; // of all of these places, seen a single time
    double latePercent = 0;     // of the blocks graded, late or worse by the drive's own doing
    double disturbedPercent = 0;
    double lateUnitsOfThousandth = 0; // see ScanDigest
    std::uint64_t froze = 0;          // places where it froze, and that were not read well since
    std::uint64_t dropped = 0;        // likewise, where it went away
    std::uint64_t frozeBefore = 0;    // places where it did either, that read well now
    ShapeFound shape;
    std::vector<LbaSpan> places; // the worst, at most sixteen, for whoever wants to see them

    friend bool operator==(const Damage&, const Damage&) = default;
};

// Against how it was known before the visit that is ruled on.
struct Change {
    std::int64_t since = 0;     // seconds since 1970; 0: there is nothing to compare with
    double comparedPercent = 0; // of the drive
    PatchChanges patches;
    std::optional<double> paceLossPercent; // typically, over the zones; less than 0: faster
    std::optional<double> worstZoneLossPercent;
    friend bool operator==(const Change&, const Change&) = default;
};

// How its read behaviour has moved, by the latest scan that says something of it.
struct Wear {
    std::optional<WearFigure> figure;     // from an unworn drive of its kind
    std::uint64_t unwornDrives = 0;       // of its model, that are known; 0: by what is usual for any kind
    std::optional<WearFigure> sinceFirst; // from its own first scan, of an earlier visit
    std::int64_t firstAt = 0;             // when that was, seconds since 1970
    friend bool operator==(const Wear&, const Wear&) = default;
};

struct Evidence {
    std::int64_t at = 0; // as of when, seconds since 1970
    std::string model;
    std::string firmware;
    std::uint64_t capacityBytes = 0;
    std::optional<bool> rotating;
    bool takesCommands = true; // of its own, so that it could be asked
    bool behindBridge = false;
    DataElsewhere data = DataElsewhere::notAsked;
    std::vector<Complaint> complaints;
    OwnWord own;
    std::vector<Coverage> coverage; // by scan, the oldest first
    std::optional<SampleTaken> sample;
    Damage damage;
    Change change;
    Wear wear;
    std::optional<double> slowZonePercent; // by how much the slowest zone takes longer than it should
    std::uint64_t linkFaults = 0;          // in scans of this visit
    std::optional<EndReason> lastEnded;    // of the latest scan

    friend bool operator==(const Evidence&, const Evidence&) = default;
};

// What evidence is gathered from; lists in any order.
struct CaseFile {
    DriveIdentity drive;
    bool takesCommands = true;
    bool behindBridge = false;
    std::vector<Visit> visits;
    std::vector<PastVitals> vitals;
    std::vector<ScanDigest> scans;
    UnwornKind unworn;
    std::int64_t now = 0; // seconds since 1970
};

// As of the latest visit.
Evidence gatherEvidence(const CaseFile& file);

} // namespace orbita
