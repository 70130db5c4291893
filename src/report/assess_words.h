// SPDX-License-Identifier: GPL-3.0-or-later
// The visit that runs itself, in words.
#pragma once

#include "core/judge/assessment.h"

#include <QString>

namespace orbita::words {

// "Vitals", "Short self-test", "Sample", ...
QString assessStep(AssessStep step);
// Why nothing more is asked of the drive, and what to do; empty for none.
QString assessHalt(AssessHalt halt);
// What reading the surface came to, one sentence.
QString surfaceRead(const SurfaceRead& read);

} // namespace orbita::words
