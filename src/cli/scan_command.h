// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/scan_options.h"

namespace orbita::cli {

// Scans and reports; returns an ExitStatus.
int scan(const ScanOptions& options);

} // namespace orbita::cli
