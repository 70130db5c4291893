// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/known_surface.h"

#include "core/base/span_set.h"

#include <algorithm>

namespace orbita {

namespace {

// The same place in sectors of another size; whole ones.
LbaSpan inSectorsOf(const LbaSpan& span, std::uint32_t from, std::uint32_t to) {
    if (from == to || to == 0)
        return span;
    const std::uint64_t first = span.first.value * from / to;
    const std::uint64_t end = (span.end().value * from + to - 1) / to;
    return {Lba{first}, SectorCount{end - first}};
}

std::uint64_t patchesWithUnreadable(const std::vector<LedgerEntry>& entries, std::uint32_t logicalBytes) {
    std::uint64_t count = 0;
    for (const Patch& patch : patchesOf(entries, logicalBytes))
        count += patch.unreadable.value > 0 ? 1 : 0;
    return count;
}

// A drive that keeps a sector unreadable although it was given something to write there has nothing left to
// put in its place.
bool wasWrittenInVain(const Patch& patch, const TreatmentLayer& treatments) {
    return std::any_of(treatments.all().begin(), treatments.all().end(), [&](const Treatment& one) {
        return one.step != TreatmentStep::readAgain && one.result >= TreatmentResult::stillUnreadable &&
               one.span.first < patch.span.end() && patch.span.first < one.span.end();
    });
}

} // namespace

KnownSurface surfaceKnownFrom(const std::vector<const ScanDigest*>& scans) {
    KnownSurface known;
    known.share.assign(scans.size(), 0);
    if (scans.empty())
        return known;
    const std::uint32_t logicalBytes = std::max<std::uint32_t>(1, scans.back()->drive.logicalBytes);
    known.state.logicalBytes = logicalBytes;
    Ledger ledger(logicalBytes);
    for (const ScanDigest* scan : scans) {
        const auto here = [&](const LbaSpan& span) {
            return inSectorsOf(span, scan->drive.logicalBytes, logicalBytes);
        };
        for (const LbaSpan& span : scan->covered)
            ledger.remove(here(span));
        for (LedgerEntry entry : scan->ledger) {
            entry.span = here(entry.span);
            ledger.add(entry);
        }
        const std::uint64_t before = patchesWithUnreadable(ledger.entries(), logicalBytes);
        for (Treatment treatment : scan->treatments.all()) {
            treatment.span = here(treatment.span);
            if (isHealed(treatment.result))
                ledger.remove(treatment.span);
            known.state.treatments.add(treatment);
        }
        const std::uint64_t after = patchesWithUnreadable(ledger.entries(), logicalBytes);
        known.healedPatches += before > after ? before - after : 0;
    }
    // The last to read a place is the first that has, going back.
    SpanSet read;
    const double capacity = static_cast<double>(scans.back()->drive.capacity.value);
    for (std::size_t i = scans.size(); i-- > 0;) {
        const SectorCount before = read.total();
        for (const LbaSpan& span : scans[i]->covered)
            read.add(inSectorsOf(span, scans[i]->drive.logicalBytes, logicalBytes));
        known.share[i] =
            capacity <= 0 ? 0 : std::min(1.0, static_cast<double>((read.total() - before).value) / capacity);
    }
    known.state.read = read.spans();
    known.state.ledger = ledger.entries();
    for (const Patch& patch : patchesOf(known.state.ledger, logicalBytes))
        known.vainPatches +=
            patch.unreadable.value > 0 && wasWrittenInVain(patch, known.state.treatments) ? 1 : 0;
    return known;
}

} // namespace orbita
