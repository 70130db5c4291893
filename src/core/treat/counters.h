// SPDX-License-Identifier: GPL-3.0-or-later
// What a drive counts of its own sectors, and what a change of that says became of one.
#pragma once

#include "core/plate/treatment.h"
#include "core/vitals/vitals.h"

#include <optional>
#include <set>

namespace orbita {

struct SectorCounters {
    std::optional<std::int64_t> pending;     // sectors that wait to be replaced
    std::optional<std::int64_t> reallocated; // replaced; of SCSI, the grown list
    std::optional<std::int64_t> spare;       // percent
    std::optional<std::int64_t> mediaErrors;
    std::set<Lba> pendingList; // where it names them; at most as many as it lists
    std::set<Lba> grownList;
    friend bool operator==(const SectorCounters&, const SectorCounters&) = default;
};
SectorCounters countersOf(const Vitals& vitals);

// How the drive healed `spot`, as far as the counters tell. Requires that nothing else was written between
// `before` and `now`, and that no earlier change is still to be told. Nothing where they do not tell, or not
// yet.
std::optional<TreatmentResult> toldOf(const LbaSpan& spot, const SectorCounters& before,
                                      const SectorCounters& now);

// Whether the drive names a sector of it as waiting to be replaced.
bool listsPending(const SectorCounters& counters, const LbaSpan& spot);

// The same of several spots together, of which nobody knows which change was whose: only where all fared
// alike. `unreadable`: how many logical sectors they have, where all of them were unreadable, and so counted
// as pending; else 0.
std::optional<TreatmentResult> toldOfAll(std::uint64_t spots, SectorCount unreadable,
                                         const SectorCounters& before, const SectorCounters& now);

} // namespace orbita
