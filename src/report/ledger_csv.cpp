// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/ledger_csv.h"

#include <fmt/format.h>
#include <iterator>

namespace orbita {

namespace {

std::string_view causeOf(const LedgerEntry& entry) {
    if (entry.grade != Grade::unreadable)
        return "";
    if (!entry.exact)
        return entry.causeGiven ? "given for one of these" : "none given for one of these";
    return entry.causeGiven ? "given" : "none given";
}

} // namespace

std::string ledgerCsv(const ScanRecord& record) {
    std::string csv = "lba,sectors,byte_offset,percent,grade,latency_ms,standing,cause\r\n";
    for (const LedgerEntry& entry : record.ledger)
        fmt::format_to(std::back_inserter(csv), "{},{},{},{:.4f},{},{:.3f},{},{}\r\n", entry.span.first.value,
                       entry.span.count.value, entry.span.first.value * record.drive.logicalBytes,
                       static_cast<double>(entry.span.first.value) * 100 /
                           static_cast<double>(record.drive.capacity.value),
                       gradeName(entry.grade), toMilliseconds(entry.latency), standingName(entry.standing),
                       causeOf(entry));
    return csv;
}

} // namespace orbita
