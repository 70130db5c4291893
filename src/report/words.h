// SPDX-License-Identifier: GPL-3.0-or-later
// The sentences of the screen, the command line and the reports: one place, all translatable.
#pragma once

#include "core/inventory/inventory.h"
#include "core/judge/running_judgement.h"
#include "core/scan/left_unread.h"

#include <QString>

namespace orbita::words {

// What the core says, in the language of whoever reads it where it is known there; else in English.
QString phrase(const Phrase& phrase);
// One line: what was tried, on what, what came back, what to do.
QString error(const Error& error);
QString grade(Grade grade);
QString standing(Standing standing);
QString treatmentResult(TreatmentResult result);
QString dataElsewhere(DataElsewhere answer);
// "excess of 2 to 8 turns (16.7 to 66.7 ms)": what a grade means on this drive.
QString gradeMeaning(Grade grade, const GradeLimits& limits, Nanoseconds unit, bool rotating);
// The unit lateness is counted in: "turns" of a rotating drive, "units" of solid state.
QString unitName(bool rotating);

// What disturbed a measurement; empty for none.
QString disturbance(Disturbance disturbance);
// "sweeping over 50 % of the span": how a plan goes through the drive.
QString standstill(const Standstill& standstill);
QString order(const ScanPlan& plan);
// Why something was not read, to go behind "because".
QString unreadReason(UnreadReason reason);
// "ends at 50 unreadable sectors", and what it was reached with.
QString rule(const StopRule& rule);
QString ruleReached(RuleKind kind, std::uint64_t value);

// One entry of the tape: what, and the circumstances.
QString eventTitle(const ScanEvent& entry);
QString eventDetail(const ScanEvent& entry, const DriveIdentity& drive);

// How a scan ended, as a sentence, with what to do next where that is not plain.
QString ended(EndReason ended);
QString judgement(const RunningJudgement& judgement);
QString nextStep(NextStep next);
QString accessNote(AccessNote note);
// "mounted at /home": what uses a drive.
QString use(const DriveUse& use);
// What is out of the ordinary, as a sentence with its consequence.
QString remark(const Remark& remark);
// In two or three words, for the rack; empty for remarks that can wait.
QString remarkShort(RemarkKind kind);
// "7 s", "as long as it likes"
QString errorRecoveryLimit(Nanoseconds limit);
// "12.3 GB saved in PATH, 4.56 % of the drive"; what hinders it, where something does.
QString saving(const SavingStatus& status, const DriveIdentity& drive);
// "LBA 656 408 512 – 656 410 559".
QString span(const LbaSpan& span);
// "336.1 GB in, 8.40 % of the drive": the other two ways to say where.
QString place(Lba lba, const DriveIdentity& drive);
QString placeInShort(Lba lba, const DriveIdentity& drive); // "336.1 GB in, 8.40 %"
// "4.00 TB · 7200 rpm · SATA"
QString driveLine(const DriveIdentity& drive);
// What a person calls it: the model, else the path.
QString driveName(const DriveIdentity& drive);

} // namespace orbita::words
