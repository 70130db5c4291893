// SPDX-License-Identifier: GPL-3.0-or-later
// What a drive's readings mean, in plain sentences: what was counted, by whom, and what it does not prove.
#pragma once

#include "core/judge/findings.h"

#include <QString>

namespace orbita::words {

QString readingName(const Reading& reading);
// "16 sectors", "41 °C", "2.3 TB".
QString readingValue(const Reading& reading);
// What it means, one sentence.
QString readingMeaning(ReadingKind kind);
// Who counted it and what it does not prove.
QString readingProof(ReadingKind kind);
// "normalised 100, worst 100, threshold 10 · raw 00 00 00 00 00 10 · SMART attribute 5"
QString readingDetail(const Reading& reading);

QString findingLevel(FindingLevel level);
// Why: "from 24 on, the house policy warns".
QString findingReason(const Reading& reading, const Finding& finding);

QString vitalsNote(VitalsNote note);
// Health reporting can be switched on, the bridge can be changed, ...; empty where there is nothing to do.
QString vitalsNoteStep(VitalsNote note);

QString complaint(ComplaintMark mark);
QString entryTitle(Entry entry); // "Go on", "Go gently", "Stop: save the data first"
QString entryAdvice(Entry entry);
QString entryReason(const EntryReason& reason, const Vitals& vitals, const std::vector<Finding>& findings);

QString selfTestKind(SelfTestKind kind);
QString selfTestResult(SelfTestResult result);
QString suspectSource(SuspectSource source);
QString family(Family family);

} // namespace orbita::words
