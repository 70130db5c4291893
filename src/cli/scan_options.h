// SPDX-License-Identifier: GPL-3.0-or-later
// What "orbita-cli scan" takes, and which of it goes together.
#pragma once

#include "cli/keeping.h"
#include "cli/results.h"

#include <cstdint>
#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace orbita::cli {

// As given on the command line; empty texts were not given.
struct ScanOptions {
    std::string target;
    std::string mode = "read";
    std::string span;
    std::string around;     // LBA[:MARGIN]
    std::string fromLedger; // a scan file or a ledger, whose defects are read again
    std::string margin;     // on either side of those
    std::string plan;       // by name, from the house policy
    std::string order = "forward";
    double sweepPercent = 50;
    std::uint64_t samples = 20'000;
    std::uint64_t seed = 1;
    std::vector<std::string> stops; // as parseStopRule() takes them, or a number of unreadable sectors
    std::string partition;
    std::string resume; // the number of the kept scan to go on with, or "latest": of this drive
    std::uint32_t blockSectors = 0;
    std::uint32_t depth = 0; // 0: chosen
    double limitMs = 8000;
    double giveUpMs = 60'000;
    std::string data = "not-asked";
    bool anyway = false;     // although the vitals say: save the data first
    std::string save;        // the image file that what is read is saved in
    double recoveryMs = 300; // careful: how long the drive may try; 0: as long as it likes
    std::string berth;       // kept off where the drive came to a standstill: sectors, or bytes with a unit
    std::string treat; // steps by which what is found is treated as the scan goes; empty: nothing is written
    std::string confirm; // what was typed for that
    ResultPlaces results;
    Who who;
    bool placeIsElsewhere = false; // files also where the devices behind a place cannot be told
};

void addScanOptions(CLI::App& command, ScanOptions& options);
// Once the command line has been read: what was given and would be passed over in silence is an error.
Result<void> checkScanOptions(const CLI::App& command, const ScanOptions& options);

} // namespace orbita::cli
