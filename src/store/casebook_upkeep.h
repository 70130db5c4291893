// SPDX-License-Identifier: GPL-3.0-or-later
// Looking after a casebook: copies of it, putting two together, and forgetting whose a drive was.
#pragma once

#include "core/base/error.h"

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace orbita {

// What was taken in of another casebook.
struct MergeReport {
    std::uint64_t newDrives = 0;
    std::uint64_t knownDrives = 0;
    std::uint64_t visits = 0; // that were not known here
    std::uint64_t vitals = 0;
    std::uint64_t scans = 0;
    std::uint64_t rulings = 0;
    std::uint64_t actions = 0;
    std::uint64_t damagedScans = 0; // left out
    // What both say differently of one drive. Both are kept; a person has to tell which is right.
    std::vector<Phrase> contradictions;

    [[nodiscard]] std::uint64_t added() const {
        return newDrives + visits + vitals + scans + rulings + actions;
    }
};

struct CustomersToForget {
    std::optional<std::int64_t> before = std::nullopt;  // visits that began before; seconds since 1970
    std::optional<std::string> customer = std::nullopt; // of this name, whatever its case
};

// Puts a backup in the place of the casebook at `path`. What was there is not thrown away: it is moved beside
// it, and its new name is returned; empty where there was none. Errors: the backup is damaged or no casebook;
// the casebook is open in another program.
Result<std::string> restoreCasebook(const std::string& backup, const std::string& path, std::int64_t now);

} // namespace orbita
