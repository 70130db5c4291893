// SPDX-License-Identifier: GPL-3.0-or-later
// A treatment as it happens, for programs: one JSON object a line; the format is in docs/formats.md.
#pragma once

#include "core/judge/treatment_advice.h"
#include "core/treat/treater.h"

#include <string>

namespace orbita {

// What is advised, and what would be done, before anything is.
std::string proposalEvent(const DriveIdentity& drive, const TreatmentPlan& plan,
                          const TreatmentAdvised& advised, const DriveId& answers, bool serialOnLabel);
std::string treatmentBeginEvent(const DriveIdentity& drive, const TreatmentPlan& plan,
                                const std::string& journal);
std::string stepEvent(const TreatmentStepTaken& step);
std::string spotResultEvent(const SpotResult& result);
std::string treatmentEndEvent(const TreatmentProgress& progress);

} // namespace orbita
