// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/drive/identity.h"
#include "core/plate/ledger.h"

#include <string>
#include <vector>

namespace orbita {

// The places of the defects in a scan file or a ledger (CSV), as sectors of `drive`: by their bytes, so that
// the sectors it was written with may have been of another size. Errors: neither of these, damaged; the scan
// of another drive (a ledger does not say); a place beyond the end; none.
Result<std::vector<LbaSpan>> defectsIn(const std::string& path, const DriveIdentity& drive);

// The same with what is wrong there; of a ledger (CSV), grade and standing as it has them.
Result<std::vector<LedgerEntry>> defectEntriesIn(const std::string& path, const DriveIdentity& drive);

} // namespace orbita
