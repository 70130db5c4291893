// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan means so far. A pure function from evidence to findings; the words are made where they are
// shown.
#pragma once

#include "core/plate/ledger.h"
#include "core/scan/feed.h"

namespace orbita {

enum class Meaning : std::uint8_t {
    nothingYet,     // too little read to say anything
    even,           // read without a defect
    slowOnly,       // readable throughout, but some places answer laboured or worse
    fewUnreadable,  // a few patches with unreadable sectors
    manyUnreadable, // more patches than treatment should be tried on
    silentNow,      // a command is past its limit and the scan waits
    notAnswering,   // the drive froze or went away
    linkSuspect     // damaged transfers, no unreadable sector: suspect cable and adapter first
};

enum class NextStep : std::uint8_t {
    goOn,          // what is read is fine; the rest is unknown
    readAgain,     // slow places were seen once: read them again
    saveData,      // unreadable sectors and data that exists nowhere else
    saveDataFirst, // the same, urgently: stop testing
    changeCable,
    checkPower,
    wait, // for the answer; nothing more is sent meanwhile
    none  // the whole span is vouched for
};

struct RunningJudgement {
    Meaning meaning = Meaning::nothingYet;
    NextStep next = NextStep::goOn;
    double vouchedShare = 0;      // of the whole drive, 0 to 1
    std::uint64_t unreadable = 0; // sectors
    std::size_t patches = 0;      // with unreadable sectors
    std::uint64_t slowBlocks = 0; // laboured or straining, by the drive's own doing and not only once
    std::uint64_t stalledBlocks = 0;
    std::uint64_t linkFaults = 0;
    std::optional<double>
        firstPatchPercent; // where the first patch with unreadable sectors begins, of the drive
    Nanoseconds waited{};  // silent now: for how long
    EndReason ended = EndReason::running;
    // Of a sample: how many blocks were drawn, and the largest share of defective blocks that what they
    // showed allows, with 95 % confidence. 0 samples: no sample.
    std::uint64_t samples = 0;
    std::uint64_t defectiveSamples = 0;
    double mostDefectiveShare = 1;
    std::uint64_t failedBlocks = 0; // failed as a whole; which of their sectors, is still to be found out
    double unmappedShare = 0;       // of the whole drive: answered without the medium; not vouched for
    double ungradedShare = 0;       // read well, with nothing to compare its time with; not vouched for
    std::uint64_t disturbed = 0;    // blocks late or worse while something else used the drive
};

RunningJudgement judgeSoFar(const ScanStatus& status, const std::vector<LedgerEntry>& ledger,
                            const DriveIdentity& identity, DataElsewhere data);

} // namespace orbita
