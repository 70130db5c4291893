// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/results.h"
#include "store/casebook.h"

#include <cstdint>
#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace orbita::cli {

struct CasebookOptions {
    enum class What {
        drives,
        search,
        visits,
        compare,
        scans,
        show,
        exportScan,
        exportCase,
        takeIn,
        check,
        backup,
        restore,
        forget
    };
    What what = What::drives;
    std::int64_t number = 0;          // of the drive (scans, 0: all), or of the scan (show, exportScan)
    std::vector<std::int64_t> visits; // compare: none, or two
    bool json = false;                // the list, or the scan's document, as JSON
    ResultPlaces results;             // exportScan
    std::string file;                 // exportCase, takeIn, backup, restore
    // search
    std::vector<std::string> words;
    std::string ruling;
    std::string complaint;
    std::string from;
    std::string until;
    // forget
    std::uint64_t olderThanDays = 0;
    std::string customer;
    bool yes = false;
};

void addCasebookCommands(CLI::App& command, CasebookOptions& options);

// Looks into the casebook: what is in it, and what a scan in it can be written to; and looks after it.
int casebook(const CasebookOptions& options);

// What the casebook is looked after with, from exportCase on. Errors: as the casebook's.
Result<int> lookAfter(Casebook& casebook, const CasebookOptions& options);
// Of a casebook that need not be one, or be there.
Result<int> restoreFrom(const CasebookOptions& options);

} // namespace orbita::cli
