// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/keeping.h"
#include "cli/results.h"

#include <cstdint>
#include <string>
#include <vector>

namespace orbita::cli {

// As given on the command line; empty texts were not given.
struct ScanOptions {
    std::string target;
    std::string mode = "read";
    std::string span;
    std::string plan; // by name, from the house policy
    std::string order = "forward";
    double sweepPercent = 50;
    std::uint64_t samples = 20'000;
    std::uint64_t seed = 1;
    std::vector<std::string> stops; // as parseStopRule() takes them, or a number of unreadable sectors
    std::string partition;
    std::int64_t resume = 0; // the kept scan to go on with; below 0: the latest of this drive
    std::uint32_t blockSectors = 0;
    std::uint32_t depth = 0; // 0: chosen
    double limitMs = 8000;
    double giveUpMs = 60'000;
    std::string data = "not-asked";
    std::string save;         // the image file that what is read is saved in
    double recoveryMs = 1000; // careful: how long the drive may try; 0: as long as it likes
    ResultPlaces results;
    Who who;
    bool placeIsElsewhere = false; // files also where the devices behind a place cannot be told
};

// Scans and reports; returns an ExitStatus.
int scan(const ScanOptions& options);

} // namespace orbita::cli
