// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/known_defects.h"

#include "core/judge/treatment_advice.h"
#include "report/words.h"
#include "store/treatments.h"

namespace orbita::cli {

Result<KnownDefects> fromCasebook(const DriveIdentity& drive) {
    const auto casebook = Casebook::open(casebookPath());
    if (!casebook)
        return tl::unexpected(casebook.error());
    auto kept = latestScans(**casebook, drive);
    if (!kept)
        return tl::unexpected(kept.error());
    if (kept->empty())
        return tl::unexpected(Error{Error::Kind::notFound, "looking for a scan of the drive in",
                                    casebookPath(), "there is none",
                                    "Scan the drive first, or name a ledger or a span."});
    KnownDefects known;
    const NumberedScan& latest = kept->front();
    known.entries = latest.record.ledger;
    known.scanned = latest.record.coveredShare();
    known.scan = latest.number;
    known.from = QStringLiteral("scan %1 in the casebook, of %2")
                     .arg(latest.number)
                     .arg(QString::fromStdString(isoTime(latest.record.startedAt)));
    if (kept->size() > 1)
        known.newPatches = newPatchesIn(known.entries, (*kept)[1].record.ledger, drive.logicalBytes);
    known.record = std::move(kept->front().record);
    return known;
}

} // namespace orbita::cli
