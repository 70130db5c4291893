// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/record.h"

#include <QString>

namespace orbita {

// A scan as plain text for a customer's file or a terminal: drive, plan, judgement, totals with the limits in
// force, patches and ledger.
QString textReport(const ScanRecord& record);

} // namespace orbita
