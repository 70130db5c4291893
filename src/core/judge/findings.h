// SPDX-License-Identifier: GPL-3.0-or-later
// What the readings come to: pure functions of vitals, complaint and policy.
#pragma once

#include "core/case/complaint.h"
#include "core/policy/house_policy.h"
#include "core/vitals/vitals.h"

namespace orbita {

// `before`: the same reading at an earlier visit, where there is one.
Finding assess(const Reading& reading, const HousePolicy& policy, const Reading* before = nullptr);

// May the surface be read?
enum class Entry : std::uint8_t {
    goOn,
    gently,   // shorter, at most once, and save the data if it matters
    saveFirst // stop; more testing may finish the drive off
};
std::string_view entryName(Entry entry);

enum class EntryReasonKind : std::uint8_t {
    reading,   // see EntryReason::reading
    complaint, // see EntryReason::complaint
    selfTestFailed,
    badFirmware, // see EntryReason::text
    noVitals,    // the drive's own word is not to be had
    locked,      // there is nothing to be read
    noAnswer,    // it stopped answering while it was asked
    zeroCapacity,
    nothingAgainst // all that could be read is fine
};

struct EntryReason {
    EntryReasonKind kind = EntryReasonKind::nothingAgainst;
    Entry weight = Entry::goOn;
    std::size_t reading = 0; // index into Vitals::readings
    ComplaintMark complaint = ComplaintMark::slow;
    std::string text;
};

struct EntryGate {
    Entry entry = Entry::goOn;
    std::vector<EntryReason> reasons; // the weightiest first; never empty
};

// `findings` belong to vitals.readings, one each.
EntryGate judgeEntry(const Vitals& vitals, const std::vector<Finding>& findings,
                     const std::vector<Complaint>& complaints, const HousePolicy& policy);

// One finding for each reading; `before`: the vitals of an earlier visit, where there are any.
std::vector<Finding> assessAll(const Vitals& vitals, const HousePolicy& policy,
                               const Vitals* before = nullptr);

} // namespace orbita
