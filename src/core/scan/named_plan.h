// SPDX-License-Identifier: GPL-3.0-or-later
// Plans that a shop uses again and again, by a name of its own.
#pragma once

#include "core/scan/plan.h"

#include <string>
#include <vector>

namespace orbita {

struct NamedPlan {
    std::string name;
    std::string span; // as parseSpans() takes it; empty: the whole drive
    ScanPlan plan;    // but for where
};

// Those that Orbita brings along: the whole surface, a first look by sampling, heads at work, a sick drive.
std::vector<NamedPlan> defaultPlans();

// One entry of a house policy's "plans", as JSON text (docs/formats.md). The error names the key that is
// wrong.
tl::expected<NamedPlan, std::string> parseNamedPlan(const std::string& json);

} // namespace orbita
