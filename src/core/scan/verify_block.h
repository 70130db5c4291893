// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/plan.h"

#include <stop_token>

namespace orbita {

// The block size to verify by, in sectors: verifying goes one command at a time, so the size rises from
// `least` by doubling for as long as that makes it faster, by short verifies inside `span`. Never more than
// one command of the drive holds. Returns `least` where the drive gives no clear answer.
std::uint32_t chooseVerifyBlock(Drive& drive, const LbaSpan& span, std::uint32_t least,
                                const std::stop_token& stop);

} // namespace orbita
