// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/record.h"

#include <QString>
#include <optional>

namespace orbita::cli {

// What is known of a drive's defects, and how much of it that speaks for.
struct KnownDefects {
    std::vector<LedgerEntry> entries;
    double scanned = 1;
    std::optional<std::uint64_t> newPatches; // since an earlier scan
    std::int64_t scan = 0;                   // in the casebook, 0: none
    QString from;
    std::optional<ScanRecord> record; // of that scan
};

// As the latest scan of the drive in the casebook found them. Errors: there is none.
Result<KnownDefects> fromCasebook(const DriveIdentity& drive);

} // namespace orbita::cli
