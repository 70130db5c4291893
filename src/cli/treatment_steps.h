// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/policy/house_policy.h"
#include "core/treat/ladder.h"

#include <string>

namespace orbita::cli {

// "refresh,pieced": the steps that may be taken after reading again. Errors: there is no such step; the house
// policy forbids it.
Result<AllowedSteps> stepsOf(const std::string& text, const TreatmentPolicy& policy);

} // namespace orbita::cli
