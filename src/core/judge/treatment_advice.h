// SPDX-License-Identifier: GPL-3.0-or-later
// Whether treating a drive is wise, and what it can and cannot do there: a pure function of what is known of
// it and of the house policy. Whoever goes on against it says so, and that is written down.
#pragma once

#include "core/drive/data_elsewhere.h"
#include "core/judge/findings.h"
#include "core/plate/ledger.h"

#include <optional>

namespace orbita {

enum class TreatmentAdvice : std::uint8_t {
    treat,
    saveFirst, // then treat
    replace,   // do not treat it
    refused,   // it takes no writing, or must not be given any: not offered
};
std::string_view treatmentAdviceName(TreatmentAdvice advice);

enum class AdviceReasonKind : std::uint8_t {
    fewAndStill, // few, and no new ones
    nothingToTreat,
    policyForbids,
    readOnly, // it went read-only by itself
    locked,
    hostManaged, // zones that are written in order, never in place
    noAnswer,
    damningVitals, // what it says of itself: see AdviceReason::reading
    selfTestFailed,
    manyUnreadable, // number of physical sectors, limit
    manyPatches,    // number, limit
    spread,         // hundredths of the drive, limit
    growing,        // new patches since an earlier visit, limit
    sparesLow,      // percent, limit
    tooHot,         // degrees, limit
    dataNotAnswered,
    dataOnlyHere,     // not saved elsewhere, or nobody knows
    partlyScanned,    // so many percent of the drive: what else there is, nobody knows
    readsThroughout,  // of a refresh: nothing is lost by it
    leavesUnreadable, // of a refresh: number of physical sectors that it leaves alone
};

std::string_view adviceReasonName(AdviceReasonKind kind);

struct AdviceReason {
    AdviceReasonKind kind = AdviceReasonKind::fewAndStill;
    TreatmentAdvice weight = TreatmentAdvice::treat;
    std::uint64_t number = 0;
    std::uint64_t limit = 0;
    std::size_t reading = 0; // index into Vitals::readings
    friend bool operator==(const AdviceReason&, const AdviceReason&) = default;
};

// What a rewrite can and cannot do on such a drive.
enum class AdviceNote : std::uint8_t {
    solidState, // what is written lands in other cells: a rewrite moves data, and wears
    bridge,     // a bridge hides the counters: what the drive did will not be known
    noCounters, // likewise, without a bridge
    blockLayer, // a stick, a card or a virtual disk: errors come without the drive's words
};

struct TreatmentFacts {
    const Vitals* vitals = nullptr; // null: not to be had
    DriveIdentity drive;
    std::vector<LedgerEntry> ledger;
    double scanned = 1;                      // share of the drive that the ledger speaks for
    std::optional<std::uint64_t> newPatches; // since an earlier visit; absent: no such scan
    DataElsewhere data = DataElsewhere::notAsked;
    bool takesCommands = true;
    bool refresh = false; // it is about refreshing what reads, not about its defects
};

struct TreatmentAdvised {
    TreatmentAdvice advice = TreatmentAdvice::treat;
    std::vector<AdviceReason> reasons; // the weightiest first; never empty
    std::vector<AdviceNote> notes;
    std::uint64_t unreadable = 0; // physical sectors
    std::uint64_t slow = 0;       // entries of the ledger that read, but too late
    std::uint64_t patches = 0;    // of unreadable ones
};

TreatmentAdvised adviseTreatment(const TreatmentFacts& facts, const HousePolicy& policy);

// How many patches with unreadable sectors hold none of those that were known before.
std::uint64_t newPatchesIn(const std::vector<LedgerEntry>& now, const std::vector<LedgerEntry>& before,
                           std::uint32_t logicalBytes);

} // namespace orbita
