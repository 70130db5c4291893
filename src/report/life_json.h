// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/life/visit_comparison.h"

#include <string>

namespace orbita {

// Two visits of a drive compared, as documented in docs/formats.md ("orbita-comparison"); indented, ends with
// a newline.
std::string comparisonJson(const DriveIdentity& drive, const VisitComparison& found);

} // namespace orbita
