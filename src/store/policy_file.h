// SPDX-License-Identifier: GPL-3.0-or-later
// A house policy written to its file.
#pragma once

#include "core/inventory/place.h"
#include "core/policy/house_policy.h"

namespace orbita {

// Enters what the policy rules by in the document at `path`, whose other parts (plans, treatment) stay, or
// makes one. Never leaves half of it. Errors: what is there is no policy (it is left alone); the policy is
// absurd; no room.
Result<void> savePolicy(const HousePolicy& policy, const std::string& path = housePolicyPath(),
                        const PlaceRules& rules = {});

} // namespace orbita
