// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/ledger_csv.h"

#include "core/plate/ledger_columns.h"

#include <fmt/format.h>
#include <iterator>

namespace orbita {

namespace {

struct CsvCell {
    std::string& csv;
    unsigned decimals;

    void operator()(std::monostate /*nothing*/) const {}
    void operator()(bool value) const { csv += value ? "true" : "false"; }
    void operator()(std::uint64_t value) const { fmt::format_to(std::back_inserter(csv), "{}", value); }
    void operator()(double value) const {
        fmt::format_to(std::back_inserter(csv), "{:.{}f}", value, decimals);
    }
    void operator()(std::string_view value) const { csv += value; }
};

} // namespace

std::string ledgerCsv(const ScanRecord& record) {
    std::string csv;
    const auto line = [&](const auto& cell) {
        bool first = true;
        for (const LedgerColumn& column : ledgerColumns()) {
            if ((column.places & inCsv) == 0)
                continue;
            csv += first ? "" : ",";
            first = false;
            cell(column);
        }
        csv += "\r\n";
    };
    line([&](const LedgerColumn& column) { csv += column.id; });
    for (const LedgerEntry& entry : record.ledger)
        line([&](const LedgerColumn& column) {
            std::visit(CsvCell{csv, column.decimals},
                       column.value({entry, record.drive.capacity, record.drive.logicalBytes}));
        });
    return csv;
}

} // namespace orbita
