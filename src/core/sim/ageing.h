// SPDX-License-Identifier: GPL-3.0-or-later
// How a simulated drive wears: docs/ageing.md says from what. It was settled before anything that is to
// measure wear, so that neither was bent to suit the other.
#pragma once

#include "core/sim/scenario.h"

namespace orbita::sim {

// A life is looked at in so many steps.
constexpr unsigned ageingSteps = 12;
// How far a drive's own age is from its calendar's, as a standard deviation in shares of a life: one step and
// a quarter. Drives differ more from each other than one does from itself a step later.
constexpr double driveSpread = 1.25 / ageingSteps;

// `young`, with `life` (0 new, 1 at the end of what drives of its kind live) behind it. `drive`: which one of
// its kind; the same one grows older, it does not become another. Reading behaviour and what it counts of
// itself, alike.
Scenario aged(const Scenario& young, double life, std::uint64_t drive);

// The age that this drive really has: `life` by its own pace.
double ownAge(double life, std::uint64_t drive);

} // namespace orbita::sim
