// SPDX-License-Identifier: GPL-3.0-or-later
// How a simulated drive wears: docs/ageing.md says from what. It was settled before anything that is to
// measure wear, so that neither was bent to suit the other.
#pragma once

#include "core/sim/scenario.h"

namespace orbita::sim {

// A life is looked at in so many steps.
constexpr unsigned ageingSteps = 12;
// How far what a drive shows is from what drives of its kind show at the same share of their lives, as a
// standard deviation in shares of a life: a little more than one step. Nothing that looks at one drive once
// can tell its age any better.
constexpr double driveSpread = 1.03 / ageingSteps;

// `young`, with `life` (0 new, 1 at the end of its own life, however many hours that is) behind it. `drive`:
// which one of its kind; the same one grows older, it does not become another. Reading behaviour and what it
// counts of itself, alike.
Scenario aged(const Scenario& young, double life, std::uint64_t drive);

// The age that this drive shows at that point of its life.
double ageShown(double life, std::uint64_t drive);

} // namespace orbita::sim
