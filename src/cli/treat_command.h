// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/keeping.h"

#include <string>

namespace orbita::cli {

struct TreatOptions {
    std::string target;
    std::string ledger; // a scan file or a ledger (CSV); empty: the latest scan of the drive in the casebook
    std::string span;   // only these sectors; where no ledger is known, all of them
    std::string only = "all";             // "unreadable", "slow"
    std::string steps = "refresh,pieced"; // that may be taken
    std::string data = "not-asked";       // whether the data exists elsewhere
    std::string confirm;                  // empty: nothing is done, only told
    std::string margin;
    std::string resume;    // a journal, or "latest"
    std::string writeBack; // a journal: what is saved in it is put back, and nothing else is done
    std::string policy;
    std::string reason;
    std::string json; // "-": events
    bool overrule = false;
    Who who;
};

// Exit status: 0 all of it reads well now, or, where nothing was to be done yet, treating it is worth a try;
// 1 some of it does not, or it is advised against; 2 the call is wrong, or it was refused; 3 not treated to
// the end.
int treat(const TreatOptions& options);

struct JournalOptions {
    std::string journal;
    std::string exportTo; // a folder: what is saved of each place, as a file
    bool purge = false;
    bool json = false;
};

// Looks into the journal of a treatment, takes out what was saved, or has it forgotten.
int journal(const JournalOptions& options);

} // namespace orbita::cli
