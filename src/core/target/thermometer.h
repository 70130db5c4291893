// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/target.h"

namespace orbita {

// Asks the drive over a link of its own, opened with the first question. Says nothing once the drive has left
// a question unanswered, or where it takes no commands.
Thermometer thermometerOf(const Target& target);

} // namespace orbita
