// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/treat_command.h"

#include <string>

namespace orbita::cli {

struct RefreshOptions {
    std::string target;
    bool lateOnly = false;          // what the latest scan in the casebook found late
    std::string data = "not-asked"; // whether the data exists elsewhere
    std::string confirm;            // empty: nothing is done, only told
    std::string resume;             // a journal, or "latest"
    std::string policy;
    std::string reason;
    std::string json; // "-": events
    bool overrule = false;
    Who who;
};

// Exit status: 0 refreshed, and all of it reads in time; or, where nothing was to be done yet, nothing speaks
// against it; 1 refreshed, and some of it does not, or it is advised against; 2 the call is wrong, or it was
// refused; 3 not to the end.
int refresh(const RefreshOptions& options);

// As journal(), of a refresh.
int refreshJournal(const JournalOptions& options);

} // namespace orbita::cli
