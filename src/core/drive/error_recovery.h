// SPDX-License-Identifier: GPL-3.0-or-later
// How long a drive tries to read a sector before it gives up, where that can be set: by SCT error recovery
// control (ATA), the read-write error recovery mode page (SCSI), or the error recovery feature (NVMe).
#pragma once

#include "core/drive/enquiry.h"

namespace orbita {

struct ErrorRecovery {
    Family by = Family::ata; // whose means of setting it
    Nanoseconds limit{};     // 0: as long as it likes
};

// By the first means that the drive has. Errors: it has no such setting, or does not tell it.
Result<ErrorRecovery> readErrorRecovery(Enquiry& enquiry);
// Until power is cut; the drive may round it, so what came of it is read back and returned. Rounded up to
// tenths of a second where the means knows no finer. The link must admit changes of state.
Result<ErrorRecovery> writeErrorRecovery(Enquiry& enquiry, const ErrorRecovery& setting);

// For the families' own parts of it: why the setting cannot be had.
Error noErrorRecovery(const char* why);
Error noErrorRecovery(const Error& cause);
// `limit` in whole units, rounded up, as many as 16 bits hold.
std::uint64_t unitsOf(Nanoseconds limit, Nanoseconds unit);

} // namespace orbita
