// SPDX-License-Identifier: GPL-3.0-or-later
// Refreshing a drive in sentences: what it costs, what is written, how it stands, what came of it.
#pragma once

#include "core/treat/refresh/refresher.h"

#include <QString>

namespace orbita::words {

// "Refresh all of it", "Refresh 12 places that read late": what it is about, as a heading.
QString refreshWhat(const RefreshPlan& plan, const DriveIdentity& drive);
// "2.00 TB are read, written back as they are, and read again. By the pace of the last scan that takes some
// 13 h. ..." Sentences.
QString refreshCosts(const RefreshCost& cost, const RefreshPlan& plan, const DriveIdentity& drive);
// The hours alone: "some 13 h", "not known".
QString refreshTakes(const RefreshCost& cost);
// What wears: "some 0.4 % of its life", "0.02 of what was written to it so far"; empty where it does not
// matter.
QString refreshWears(const RefreshCost& cost, const DriveIdentity& drive);
// What will be written where, with the drive in the same sentence: for consent.
QString refreshConsent(const RefreshPlan& plan, const DriveIdentity& drive);

// What it is doing, with how far it has come.
QString refreshRunning(const RefreshProgress& progress, const RefreshPlan& plan);
// Why it ended, with what to do next.
QString refreshStop(TreatmentStop stop);
// What came of it: "3 812 of 3 812 GB read and written back. 14 places were late, 13 of them read in time
// now."
QString refreshSummary(const RefreshTotals& totals, const RefreshPlan& plan, const DriveIdentity& drive);
// Where it is not certain that what was read again came from the medium; empty where it is.
QString refreshProof(const RefreshProgress& progress);
// What to do about what was found; empty where there is nothing to be done.
QString afterRefresh(TreatmentStop stop, const RefreshTotals& totals);
// "LBA 4 096 – 6 143: read late, in time now; 412 ms → 7.10 ms"
QString refreshFinding(const RefreshFinding& finding);
QString refreshFound(RefreshFound found);
// "27 Nov 2026: all of it refreshed. …": one that was made earlier.
QString refreshedOn(const RefreshTold& told);
QString refreshPass(RefreshPass pass);

// A refresh as a whole, to be understood when nobody remembers it. Plain text.
QString refreshReport(const DriveIdentity& drive, std::int64_t startedAt, const RefreshPlan& plan,
                      const RefreshProgress& progress, const std::string& journal);

} // namespace orbita::words
