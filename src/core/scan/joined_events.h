// SPDX-License-Identifier: GPL-3.0-or-later
// The tape as it is told: neighbouring places that came to the same are one.
#pragma once

#include "core/scan/event_log.h"

#include <optional>

namespace orbita {

// Both as one entry, at the time of the first, with the longer latency; nothing where they are no neighbours
// (in either direction), or did not come to the same. Only what is told of every place of a damaged region is
// joined: what cannot be read, what was read the second time, and what is put off.
std::optional<ScanEvent> joined(const ScanEvent& first, const ScanEvent& next);

} // namespace orbita
