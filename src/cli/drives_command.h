// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <string>

namespace orbita::cli {

// Lists what can be scanned: drives attached, then the demonstration rack. Each is opened once, by a process
// of its own, to see what is on it; one that does not answer within `patience` is listed as silent. `json`:
// as documented in docs/formats.md ("orbita-drives").
int listTargets(bool json, std::chrono::milliseconds patience, const std::string& systemRoot = {});

} // namespace orbita::cli
