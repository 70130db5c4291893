// SPDX-License-Identifier: GPL-3.0-or-later
// What a ruling is made from, out of the casebook.
#pragma once

#include "core/judge/evidence/evidence.h"
#include "store/casebook.h"

namespace orbita {

// So many of a drive's scans are looked at: the first, and the latest; those between say nothing that these
// do not.
constexpr std::size_t scansForRuling = 8;

// Of a drive without a serial number of its own, which is known by its place alone, no more counts than was
// found within so many seconds: earlier, another may have been there.
constexpr std::int64_t aSitting = 86'400;

// Of that page. Scans that found nothing out are left out; one that is damaged is, too: what it would have
// vouched for is then missing.
Result<CaseFile> caseFileOf(Casebook& casebook, std::int64_t drive, std::int64_t now);

// Of scans alone, as they lie in files, all of one drive. Errors: they are of several.
Result<CaseFile> caseFileOf(const std::vector<ScanRecord>& scans, std::int64_t now);

} // namespace orbita
