// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/results.h"

#include <cstdint>
#include <string>

namespace orbita::cli {

struct CasebookOptions {
    enum class What { drives, visits, scans, show, exportScan };
    What what = What::drives;
    std::int64_t number = 0; // of the drive (visits, scans; 0: all), or of the scan (show, exportScan)
    bool json = false;       // the list, or the scan's document, as JSON
    ResultPlaces results;    // exportScan
};

// Looks into the casebook: what is in it, and what a scan in it can be written to.
int casebook(const CasebookOptions& options);

} // namespace orbita::cli
