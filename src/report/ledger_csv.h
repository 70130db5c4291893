// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/record.h"

#include <string>

namespace orbita {

// The ledger as CSV (RFC 4180, decimal points, one heading line). Columns in docs/formats.md.
std::string ledgerCsv(const ScanRecord& record);

} // namespace orbita
