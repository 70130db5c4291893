// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/plan.h"
#include "core/scan/scan_services.h"

#include <stop_token>

namespace orbita {

// The block size to verify by, in sectors: verifying goes one command at a time, so the size rises from
// `least` by doubling for as long as that makes it faster, by short verifies inside what `plan` asks for.
// Never more than one command of the drive holds. `least` where the drive gives no clear answer. Places that
// fail are left to the scan, which finds them again. `silentAt`: where the drive did not answer within
// plan.asked.giveUp.
struct VerifyBlock {
    std::uint32_t sectors = 0;
    std::optional<LbaSpan> silentAt;
    std::vector<MetBefore> met; // places that failed
};
VerifyBlock chooseVerifyBlock(Drive& drive, const SettledPlan& plan, const std::stop_token& stop);

} // namespace orbita
