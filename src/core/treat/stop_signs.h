// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer of the drive, or none, says to whoever treats it: that nothing more is to be sent.
#pragma once

#include "core/base/error.h"
#include "core/drive/command/outcome.h"
#include "core/plate/treatment.h"

#include <optional>

namespace orbita {

// Nothing where the drive can be gone on with. `stopAsked`: what was withdrawn was withdrawn by somebody.
std::optional<TreatmentStop> stopSign(Outcome outcome, bool stopAsked);
// Of a write that never left, or of which nothing came back.
TreatmentStop stopSign(const Error& notWritten);

} // namespace orbita
