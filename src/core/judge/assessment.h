// SPDX-License-Identifier: GPL-3.0-or-later
// The visit that runs itself: which step is next, gentle ones first, and when no further one is wise. Pure
// decisions; whoever runs the steps reports what each came to.
#pragma once

#include "core/judge/findings.h"
#include "core/scan/record.h"

#include <optional>
#include <set>
#include <string_view>

namespace orbita {

// In their order. Kept by name.
enum class AssessStep : std::uint8_t {
    vitals,
    selfTest,    // a short one, as long as the drive announces
    sample,      // spread blocks, for a first impression at little cost
    scan,        // all of it
    secondLooks, // what the scan found, and what lies around it, once more
    ruling,
    report,
};
constexpr std::size_t assessSteps = 7;
std::string_view assessStepName(AssessStep step);
std::optional<AssessStep> assessStepFromName(std::string_view name);
// Asks anything of the drive's medium.
bool touchesDrive(AssessStep step);

// Why nothing more is asked of the drive. Kept by name.
enum class AssessHalt : std::uint8_t {
    none,
    saveFirst, // its own word, or the complaint: save the data
    selfTestFailed,
    unreadable, // the sample met places that cannot be read, and the data exists nowhere else
    froze,      // likewise, where it froze or went away
    locked,
    noAnswer,
    stopRule, // a rule of the scan ended it
    cutShort, // a step was not run to its end, for another reason
    byHand,
};
std::string_view assessHaltName(AssessHalt halt);

// What a reading of the surface came to.
struct SurfaceRead {
    EndReason ended = EndReason::running;
    std::uint64_t unreadableSectors = 0;
    std::uint64_t stalled = 0;     // places without an answer in time
    std::uint64_t standstills = 0; // where it froze or went away
    std::vector<LbaSpan> damage;   // to be looked at again; ascending
};
SurfaceRead surfaceReadOf(const ScanRecord& record);

// What is known by now; absent: that step has not been run.
struct AssessFacts {
    DataElsewhere data = DataElsewhere::notAsked;
    std::optional<EntryGate> entry;
    bool offersShortTest = false;
    // Of a short test that was run now. Done without one: it could not be run to its end.
    bool selfTestRun = false;
    std::optional<SelfTestResult> selfTest;
    std::optional<SurfaceRead> sample;
    std::optional<SurfaceRead> scan;
    std::optional<SurfaceRead> secondLooks;
    bool ruled = false;
    bool reported = false;
    bool stoppedByHand = false;
};

struct AssessNext {
    std::optional<AssessStep> step; // absent: it is done
    // Why steps that touch the drive have been left out.
    AssessHalt halt = AssessHalt::none;
};

// `skip`: what a person leaves out. Ruling and report are reached in any case: they ask nothing of the drive.
AssessNext nextAssessStep(const AssessFacts& facts, const std::set<AssessStep>& skip);

// So much on either side of what was found belongs to the second looks.
constexpr std::uint64_t secondLookMarginBytes = 4U << 20U;
// The spans of the second looks, ascending and apart from each other; at most so many, the first ones.
std::vector<LbaSpan> secondLookSpans(const SurfaceRead& scan, const DriveIdentity& drive,
                                     std::size_t most = 64);

} // namespace orbita
