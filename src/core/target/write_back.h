// SPDX-License-Identifier: GPL-3.0-or-later
// Puts back what an earlier treatment or refresh of a drive has saved, where the drive does not give it any
// more.
#pragma once

#include "core/treat/treated_drive.h"
#include "core/treat/treatment_plan.h"

#include <functional>
#include <stop_token>

namespace orbita {

struct SavedPiece {
    LbaSpan span;
    bool whole = true; // false: of some logical sectors nothing is known, and zeros stand there
    // Of what the drive reads otherwise than it was written: that is no reason to leave it alone.
    bool over = false;
    std::function<Result<std::vector<std::byte>>()> load;
};

// What a journal of either kind has saved, and of which drive. Of what was overwritten with zeros nothing is.
struct SavedInJournal {
    DriveIdentity drive;
    std::vector<SavedPiece> pieces; // ascending, the latest of each place
};
Result<SavedInJournal> savedIn(const std::string& journal);
// What leave is asked for.
TreatmentPlan planToWriteBack(const SavedInJournal& saved);

enum class PutBack : std::uint8_t {
    isThere,         // it reads as it is saved
    written,         // and reads so since
    leftAlone,       // it reads, and holds something else
    notTaken,        // the drive did not take it
    stillUnreadable, // written, and reads as little as before
};
struct PutBackResult {
    LbaSpan span;
    PutBack result = PutBack::isThere;
    std::string words; // the drive's, where it did not take it
};

// One after the other, each checked from the medium. What is saved stays in its journal. Errors: it cannot be
// loaded, leave has ended, the drive is gone or does not answer; what came before is told.
struct WrittenBack {
    std::vector<PutBackResult> results;
    std::optional<Error> error;
};
WrittenBack writeBack(TreatedDrive& drive, const SavedInJournal& saved, const std::stop_token& stop,
                      const std::function<void(const PutBackResult&)>& tell);

} // namespace orbita
