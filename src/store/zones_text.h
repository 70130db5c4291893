// SPDX-License-Identifier: GPL-3.0-or-later
// The zones of a scan's digest as the casebook keeps them beside the scan, so that its map need not be read
// to judge by it (docs/formats.md).
#pragma once

#include "core/judge/evidence/scan_digest.h"

#include <optional>
#include <string>

namespace orbita {

using Zones = std::array<Zone, zoneCount>;
std::string zonesText(const Zones& zones);
// Absent where it is none: the map has to be read then.
std::optional<Zones> zonesFromText(const std::string& text);

} // namespace orbita
