// SPDX-License-Identifier: GPL-3.0-or-later
// The files that a scan can be written to.
#pragma once

#include "core/scan/record.h"
#include "core/target/target.h"

namespace orbita::cli {

// Where to; empty: not wanted. "-" is standard output.
struct ResultPlaces {
    std::string json;
    std::string csv;
    std::string report;
    std::string plate;

    [[nodiscard]] bool toStandardOutput() const;
};

// Known before hours are spent: may each be written where it is wanted, and is none the other's, or the
// image's
// (`save`, empty: none)? Nothing is changed.
Result<void> checkPlaces(const ResultPlaces& places, const std::string& save, const PlaceRules& rules);

// Writes all that is wanted; `json` too where it is a file. What fails does not keep the others from being
// written. Returns what failed.
std::vector<Error> writeResults(const ResultPlaces& places, const ScanRecord& record,
                                const PlaceRules& rules);

} // namespace orbita::cli
