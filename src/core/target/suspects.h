// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/target/target.h"

namespace orbita {

// The sectors that the drive itself lists as doubtful, asked for now; empty where it lists none. Errors: it
// takes no commands here, or does not answer.
Result<std::vector<LbaSpan>> suspectsToldBy(const Target& target, const std::stop_token& stop = {});

} // namespace orbita
