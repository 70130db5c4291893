// SPDX-License-Identifier: GPL-3.0-or-later
// What is to be treated, how far, and what came of it, as plain data.
#pragma once

#include "core/drive/data_elsewhere.h"
#include "core/drive/identity.h"
#include "core/plate/ledger.h"
#include "core/policy/house_policy.h"
#include "core/treat/counters.h"
#include "core/treat/ladder.h"

#include <string>
#include <vector>

namespace orbita {

// What is treated as one: a physical sector that cannot be read, or a run of them that reads too slowly.
struct Spot {
    LbaSpan span; // whole physical sectors
    SpotOrigin origin = SpotOrigin::unreadable;
    friend bool operator==(const Spot&, const Spot&) = default;
};

// When a treatment stops by itself.
struct TreatmentLimits {
    int hottest = 60;             // degrees Celsius
    unsigned leastSpare = 10;     // percent
    std::uint64_t newDefects = 3; // so many, and more than were healed
    std::uint64_t mostRemapped = 100;
    unsigned refusals = 3; // spots in a row that the medium does not take
    friend bool operator==(const TreatmentLimits&, const TreatmentLimits&) = default;
};
TreatmentLimits limitsOf(const TreatmentPolicy& policy);

struct TreatmentPlan {
    std::vector<Spot> spots; // ascending, never overlapping
    LadderRules rules;
    TreatmentLimits limits;
    std::vector<LbaSpan> known; // defects that were known before, and are not treated
    SectorCount margin;         // around each patch, read again afterwards
    DataElsewhere data = DataElsewhere::notAsked;
    bool againstAdvice = false;
    std::string reason;
};

// Which spots a list of defects comes to: unreadable ones by the physical sector, slow ones in runs of at
// most `mostSlowBytes`. Link faults, and what was never graded, are none. `within`: only what reaches into
// one of these spans; empty: all.
constexpr std::uint64_t mostSlowBytes = 1U << 20U;
std::vector<Spot> spotsOf(const std::vector<LedgerEntry>& ledger, const DriveIdentity& drive, bool slowToo,
                          const std::vector<LbaSpan>& within = {});
// All of those sectors, whatever is known of them: unreadable by the physical sector, or runs.
std::vector<Spot> spotsIn(const LbaSpan& span, const DriveIdentity& drive, SpotOrigin origin);

// Neighbouring spots, as one case each: what lies less than a patch's gap (patchGapBytes) apart.
std::vector<std::vector<Spot>> casesOf(const std::vector<Spot>& spots, std::uint32_t logicalBytes);

// The ways of writing that those steps come to.
std::vector<WriteKind> kindsFor(const AllowedSteps& allowed);

struct SpotResult {
    Spot spot;
    TreatmentStep step = TreatmentStep::readAgain; // the last that was taken
    TreatmentResult result = TreatmentResult::readsWell;
    SectorCount lost;     // logical sectors whose contents are gone
    bool proven = true;   // read from the medium since; false: it may have come from the drive's cache
    Nanoseconds before{}; // what reading took; 0: it never answered with data
    Nanoseconds after{};
    std::string words;   // the drive's, where it refused
    std::int64_t at = 0; // seconds since 1970
    friend bool operator==(const SpotResult&, const SpotResult&) = default;
};

} // namespace orbita
