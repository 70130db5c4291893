// SPDX-License-Identifier: GPL-3.0-or-later
// All drives on a bench on one sheet: what to do with each.
#pragma once

#include "core/judge/ruling.h"
#include "report/case_report.h"

#include <vector>

namespace orbita {

struct BatchDrive {
    DriveIdentity drive;
    std::string customer;
    std::string job;
    std::optional<Ruling> ruling; // absent: nothing is known of it yet
    Evidence evidence;            // where there is a ruling
    std::optional<OwnRuling> own;
};

// The most urgent first.
document::Document batchSheet(std::vector<BatchDrive> drives, const Shop& shop, const std::string& version,
                              std::int64_t now, bool maskSerials);

} // namespace orbita
