// SPDX-License-Identifier: GPL-3.0-or-later
// Starting and aborting the drive's own tests. They run inside the drive, in the background, and read only.
#pragma once

#include "core/drive/enquiry.h"
#include "core/vitals/vitals.h"

namespace orbita {

// The link must admit commands that change the drive's state (Link::admit). Fails where the family or the
// drive has no such test, where one is running already, or where the drive refuses. `span` is of a selective
// test only.
Result<void> startSelfTest(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind,
                           const LbaSpan& span = {});
Result<void> abortSelfTest(Enquiry& enquiry, const Vitals& vitals);

// Looks after a test that runs in the drive.
class SelfTestWatch {
public:
    // Brings progress and log up to date. Fails where the drive went away, or has not told anything for many
    // looks in a row: then nothing is known of a test any more, and none counts as running.
    Result<void> look(Enquiry& enquiry, Vitals& vitals);

private:
    unsigned m_silences = 0; // in a row
};

// Has a drive that does not do so watch its own health from now on. The link must admit it.
Result<void> enableHealth(Enquiry& enquiry, const Vitals& vitals);

// Whether the drive can do it; the reason why not is in the error of startSelfTest.
bool offers(const SelfTestAbility& ability, SelfTestKind kind);

// For the families' own parts of it: why a test was not started, and a command of which only the outcome
// counts.
Error selfTestRefused(const Vitals& vitals, Phrase answer, Phrase advice);
Result<void> runSelfTestCommand(Enquiry& enquiry, const Vitals& vitals, const CommandBlock& block);

} // namespace orbita
