// SPDX-License-Identifier: GPL-3.0-or-later
// A scan as it happens, for programs: one JSON object a line; the format is in docs/formats.md.
#pragma once

#include "core/plate/ledger.h"
#include "core/scan/feed.h"

#include <string>

namespace orbita {

std::string beginEvent(const DriveIdentity& drive, const SettledPlan& plan);
std::string logEvent(const ScanEvent& entry);
std::string progressEvent(const ScanStatus& status);
std::string endEvent(const ScanStatus& status, const std::vector<LedgerEntry>& ledger);

} // namespace orbita
