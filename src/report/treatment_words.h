// SPDX-License-Identifier: GPL-3.0-or-later
// Treatment in sentences: what is advised and why, what will be done, what came of it.
#pragma once

#include "core/judge/treatment_advice.h"
#include "core/treat/treater.h"

#include <QString>

namespace orbita::words {

// "Treat it.", "Save the data first.", ...
QString advice(TreatmentAdvice advice);
// A sentence. `vitals`: those that were judged by; null: none.
QString adviceReason(const AdviceReason& reason, const Vitals* vitals);
QString adviceNote(AdviceNote note);

// "reading again", "refresh", ...: in a list of steps.
QString treatmentStep(TreatmentStep step);
// What is proposed for such a spot, and what it costs: "read again; if it gives its contents, they are
// written back; else it is left as it is".
QString proposal(SpotOrigin origin, const AllowedSteps& allowed);
// What may be lost of such spots: "nothing", "4 sectors (2 KiB) that cannot be read now, for good".
QString likelyLoss(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes);
// The whole risk, in one sentence.
QString treatmentRisk(const TreatmentPlan& plan, const TreatmentAdvised& advised, const DriveIdentity& drive);
// What will be written where, with the drive in the same sentence: for consent.
QString consent(const TreatmentPlan& plan, const DriveIdentity& drive);
// What has to be typed, and where it is to be read.
QString confirmationAsked(const DriveId& drive, bool serialOnLabel);

// Why it ended, with what to do next.
QString treatmentStop(TreatmentStop stop);
// "LBA 656 408 512 – 656 408 519: moved to a spare sector, reads well now; 8 sectors of contents lost".
QString spotResult(const SpotResult& result);
// "12 of 14 places read well now: 3 as they are, 6 rewritten in place, 3 moved to spares. 2 are still
// unreadable."
QString treatmentSummary(const std::vector<SpotResult>& results);
// One step and its reply.
QString stepTaken(const TreatmentStepTaken& step);

} // namespace orbita::words
