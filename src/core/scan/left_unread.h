// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan was to read and has not: where, and why.
#pragma once

#include "core/scan/record.h"

namespace orbita {

enum class UnreadReason : std::uint8_t {
    notReached,  // the scan ended before
    nearDamage,  // put off, because what lies beside it failed; the scan ended before it was its turn
    failedWhole, // was tried and failed as a block; which of its sectors are readable was not found out
    noAnswer,    // the drive stopped answering there
    berth,       // near where the drive came to a standstill; the scan ended before it was its turn
};
// The words of files and scripts: "not-reached", ...
std::string_view unreadReasonName(UnreadReason reason);

struct LeftUnread {
    LbaSpan span;
    UnreadReason reason = UnreadReason::notReached;

    friend bool operator==(const LeftUnread&, const LeftUnread&) = default;
};

// In ascending order; neighbours of one reason are joined. Blocks that a sample did not draw are not listed:
// they were not to be read.
std::vector<LeftUnread> leftUnread(const ScanRecord& record);

} // namespace orbita
