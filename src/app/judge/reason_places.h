// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/ruling.h"
#include "core/scan/record.h"

namespace orbita::app {

// The places that a reason is about, as that scan has them, in ascending order; empty where it is about none.
std::vector<LbaSpan> placesOf(const RulingReason& reason, const Evidence& evidence, const ScanRecord& scan);

} // namespace orbita::app
