// SPDX-License-Identifier: GPL-3.0-or-later
// Treatment in sentences: what is advised and why, what will be done, what came of it.
#pragma once

#include "core/judge/treatment_advice.h"
#include "core/treat/treater.h"

#include <QString>

namespace orbita::words {

// "Treat it.", "Save the data first.", ...
QString advice(const TreatmentAdvised& advised);
// A sentence. `vitals`: those that were judged by; null: none.
QString adviceReason(const AdviceReason& reason, const Vitals* vitals);
QString adviceNote(AdviceNote note);

// "reading again", "refresh", ...: in a list of steps.
QString treatmentStep(TreatmentStep step);
// "refresh › piece together › zeros": the steps such spots may come to after reading again, in short.
QString ladderOf(const std::vector<Spot>& spots, const AllowedSteps& allowed);
// "3 unreadable, 1 slow"
QString whatTheyAre(const std::vector<Spot>& spots);
// What is proposed for such a spot, and what it costs: "read again; if it gives its contents, they are
// written back; else it is left as it is".
QString proposal(SpotOrigin origin, const AllowedSteps& allowed);
// What may be lost of such spots: "nothing", "4 sectors (2 KiB) that cannot be read now, for good".
QString likelyLoss(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes);
// The same in short: "nothing", "4 sectors (2 kB)" at most.
QString lossInShort(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes);
// The whole risk, in one sentence.
QString treatmentRisk(const TreatmentPlan& plan, const TreatmentAdvised& advised, const DriveIdentity& drive);
// "%1, serial number %2, 4.00 TB": which drive it is, for a sentence about writing to it.
QString whichDrive(const DriveIdentity& drive);
// What will be written where, with the drive in the same sentence: for consent.
QString consent(const TreatmentPlan& plan, const DriveIdentity& drive);
// The same for what a scan treats as it goes, of which nobody knows yet what it is; and what may be lost by
// it.
QString consentAlong(const AllowedSteps& allowed, const DriveIdentity& drive);
QString lossAlong(const AllowedSteps& allowed);
// What has to be typed, and where it is to be read.
QString confirmationAsked(const DriveId& drive, bool serialOnLabel);

// "Place 3 of 14, LBA 656 408 512: read after a seek: failed": what it is doing.
QString treatmentRunning(const TreatmentProgress& progress, const TreatmentPlan& plan);
// Why it ended, with what to do next.
QString treatmentStop(TreatmentStop stop);
// "LBA 656 408 512 – 656 408 519: moved to a spare sector, reads well now; 8 sectors of contents lost".
QString spotResult(const SpotResult& result);
// "12 of 14 places read well now: 3 as they are, 6 rewritten in place, 3 moved to spares. 2 are still
// unreadable."
QString treatmentSummary(const std::vector<SpotResult>& results);
// The same on two lines at most: the first what came of all, the second how many of each.
QString treatmentSummaryInShort(const std::vector<SpotResult>& results);
// "2 of 4 places that were treated read well now.": of a scan's map; empty where nothing was treated.
QString treatedSince(const TreatmentLayer& treatments);
// "27 Nov 2026: 2 of 4 places read well now.": one that was made earlier, with why it ended where it was cut
// short.
QString treatedOn(const JournalTold& told);
// What to do about places that were not healed; empty where all were.
QString afterTreatment(const std::vector<SpotResult>& results, const AllowedSteps& allowed);
// One step and its reply; the second without where, the third with where and how long on a line of its own.
QString stepTaken(const TreatmentStepTaken& step);
QString stepAlone(const TreatmentStepTaken& step);
QString stepOnTwoLines(const TreatmentStepTaken& step);
// What a drive counts of its sectors, as it was and as it is: "waiting to be replaced 12 -> 3, replaced 0 ->
// 9". Empty where it counts nothing.
QString countersChange(const SectorCounters& before, const SectorCounters& now);

// A treatment as a whole, to be understood when nobody remembers it: which drive, when, what was allowed,
// what came of each place, and where its journal is. Plain text.
QString treatmentReport(const DriveIdentity& drive, std::int64_t startedAt, const TreatmentPlan& plan,
                        const TreatmentProgress& progress, const std::string& journal);

} // namespace orbita::words
