// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/session/session_host.h"
#include "core/target/target.h"

namespace orbita {

// How a simulated drive is taken for writing: by one session at a time, as the kernel has it with devices.
std::shared_ptr<WritingAccess> simulatedAccess(const Target& target);

} // namespace orbita
