// SPDX-License-Identifier: GPL-3.0-or-later
// A refresh as it happens, for programs: one JSON object a line; the format is in docs/formats.md.
#pragma once

#include "core/judge/treatment_advice.h"
#include "core/treat/refresh/refresher.h"

#include <string>

namespace orbita {

// What is advised, what would be done and what that costs, before anything is.
std::string refreshProposalEvent(const DriveIdentity& drive, const RefreshPlan& plan, const RefreshCost& cost,
                                 const TreatmentAdvised& advised, const DriveId& answers, bool serialOnLabel);
std::string refreshBeginEvent(const DriveIdentity& drive, const RefreshPlan& plan,
                              const std::string& journal);
std::string refreshProgressEvent(const RefreshProgress& progress, const RefreshPlan& plan);
std::string refreshFindingEvent(const RefreshFinding& finding);
std::string refreshEndEvent(const RefreshProgress& progress);

} // namespace orbita
