// SPDX-License-Identifier: GPL-3.0-or-later
// What would be treated of the scan in view, whether that is wise, and what may come of it.
#pragma once

#include "app/rack/drive_controller.h"
#include "core/judge/treatment_advice.h"
#include "core/treat/treatment_plan.h"

namespace orbita::app {

// Neighbouring places, taken as one.
struct TreatmentCase {
    std::vector<Spot> spots;
    LbaSpan span;                     // from the first to the last
    std::optional<Standing> standing; // the weakest of its defects; absent: none is known there
    bool chosen = true;
};

struct TreatmentProposal {
    TreatmentAdvised advised;
    std::vector<TreatmentCase> cases; // by place
    TreatmentPlan plan;               // of those that are chosen
    std::uint64_t healedBefore = 0;   // places that were left out because they read well since
};

// By the drive's choice(). Nothing of it is asked of the drive.
TreatmentProposal proposeTreatment(const DriveController& controller);

// Whether it would be wise to have a scan treat what it finds, as far as that can be told before.
TreatmentAdvised adviseAlong(const DriveController& controller);

// Refreshing the drive, or what the scan in view found late, with what either costs.
struct RefreshProposal {
    TreatmentAdvised advised;
    RefreshPlan whole;
    RefreshCost wholeCost;
    RefreshPlan late; // of no spans where nothing is known to be late
    RefreshCost lateCost;
};
RefreshProposal proposeRefresh(const DriveController& controller);
// Its advice alone.
TreatmentAdvised adviseRefresh(const DriveController& controller);

// The cases of a plan that is in force.
std::vector<TreatmentCase> casesOfPlan(const TreatmentPlan& plan, const ScanView* scan,
                                       std::uint32_t logicalBytes);

} // namespace orbita::app
