// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/proposed_plan.h"

namespace orbita {

ProposedPlan proposePlan(const PlanEvidence& evidence) {
    ProposedPlan proposed;
    const bool saved = evidence.data == DataElsewhere::saved;
    // A drive that is failing is read as if each hour were its last, also where the data are safe; one that
    // may be is read so where they are not.
    if (evidence.entry == Entry::saveFirst)
        proposed.reason = PlanReason::saveFirst;
    else if (evidence.frozeBefore)
        proposed.reason = PlanReason::frozeBefore;
    else if (evidence.unreadableBefore && !saved)
        proposed.reason = PlanReason::unreadableOnce;
    else if (evidence.entry == Entry::gently && !saved)
        proposed.reason = PlanReason::gently;
    else if (!evidence.suspects.empty())
        proposed.reason = PlanReason::suspects;

    if (proposed.reason == PlanReason::suspects) {
        proposed.plan.order = ScanOrder::suspectsFirst;
        proposed.plan.suspects = evidence.suspects;
    } else if (proposed.reason != PlanReason::plain) {
        proposed.plan.order = ScanOrder::careful;
        proposed.shouldSave = !saved;
    }
    return proposed;
}

} // namespace orbita
