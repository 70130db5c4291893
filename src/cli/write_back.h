// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/treat_command.h"
#include "core/policy/house_policy.h"

namespace orbita::cli {

// Puts back what the journal TreatOptions::writeBack has saved, where the drive does not give it any more;
// without confirmation, tells what is saved. Exit status: as treat().
int writeBackSaved(const TreatOptions& options, const HousePolicy& policy);

} // namespace orbita::cli
