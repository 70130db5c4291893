// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/findings.h"
#include "core/scan/plan.h"

namespace orbita {

// Why a plan is proposed that is not the plain one, the weightiest first.
enum class PlanReason : std::uint8_t {
    plain,
    saveFirst,      // the vitals say that the data are to be saved first
    frozeBefore,    // it came to a standstill while an earlier scan read it
    unreadableOnce, // an earlier scan found sectors unreadable, and nothing is saved
    gently,         // the vitals say that it is to be read gently, and nothing is saved
    suspects        // the drive, or an earlier scan, names places
};

struct PlanEvidence {
    std::optional<Entry> entry{}; // absent: the drive has not been asked
    DataElsewhere data = DataElsewhere::notAsked;
    std::vector<LbaSpan> suspects{}; // what the drive names, and what earlier scans have found
    bool frozeBefore = false;
    bool unreadableBefore = false;
};

struct ProposedPlan {
    ScanPlan plan;
    PlanReason reason = PlanReason::plain;
    bool shouldSave = false; // what is read is to be saved in the same pass; where to, a person says
};

// The plan that suits what is known of a drive.
ProposedPlan proposePlan(const PlanEvidence& evidence);

} // namespace orbita
