// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/findings.h"

#include <string>

namespace orbita {

// Vitals with their findings as documented in docs/formats.md ("orbita-vitals"); indented, ends with a
// newline.
std::string vitalsJson(const Vitals& vitals, const std::vector<Finding>& findings, const EntryGate& gate);

} // namespace orbita
