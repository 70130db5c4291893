// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/ledger_columns.h"

#include <array>
#include <cmath>

namespace orbita {

namespace {

using Row = LedgerRow;
using Value = LedgerValue;

// Whole numbers, also where a document writes them as broken ones.
template <class Take>
bool takeWhole(const Value& value, Take take) {
    const auto* const number = std::get_if<std::uint64_t>(&value);
    if (number != nullptr)
        take(*number);
    return number != nullptr;
}

std::string_view causeOf(const LedgerEntry& entry) {
    if (entry.grade != Grade::unreadable)
        return "";
    if (!entry.exact)
        return entry.causeGiven ? "given for one of these" : "none given for one of these";
    return entry.causeGiven ? "given" : "none given";
}

constexpr std::string_view noneGiven = "none given";

double thousandths(double value) {
    return std::round(value * 1e3) / 1e3;
}

// In the order in which they are told.
constexpr std::array columns = {
    LedgerColumn{"lba", "LBA", LedgerUnit::lba, inWindow | inCsv | inJson | inEvents | inReport, 0,
                 [](const Row& row) -> Value { return row.entry.span.first.value; },
                 [](LedgerEntry& entry, const Value& value) {
                     return takeWhole(value, [&](std::uint64_t n) { entry.span.first.value = n; });
                 },
                 true},
    LedgerColumn{"sectors", "Sectors", LedgerUnit::sectors, inWindow | inCsv | inJson | inEvents | inReport,
                 0, [](const Row& row) -> Value { return row.entry.span.count.value; },
                 [](LedgerEntry& entry, const Value& value) {
                     return takeWhole(value, [&](std::uint64_t n) { entry.span.count.value = n; });
                 },
                 true},
    LedgerColumn{"byte_offset", "", LedgerUnit::bytes, inCsv, 0,
                 [](const Row& row) -> Value { return row.entry.span.first.value * row.logicalBytes; },
                 nullptr, false},
    LedgerColumn{"percent", "", LedgerUnit::percent, inCsv, 4,
                 [](const Row& row) -> Value {
                     return static_cast<double>(row.entry.span.first.value) * 100 /
                            static_cast<double>(row.capacity.value);
                 },
                 nullptr, false},
    LedgerColumn{"grade", "Grade", LedgerUnit::grade, inWindow | inCsv | inJson | inEvents | inReport, 0,
                 [](const Row& row) -> Value { return gradeName(row.entry.grade); },
                 [](LedgerEntry& entry, const Value& value) {
                     const auto* const name = std::get_if<std::string_view>(&value);
                     const auto grade = name == nullptr ? std::nullopt : gradeFromName(*name);
                     entry.grade = grade.value_or(Grade::none);
                     return grade.has_value();
                 },
                 true},
    LedgerColumn{"latency_ms", "Took", LedgerUnit::milliseconds,
                 inWindow | inCsv | inJson | inEvents | inReport, 3,
                 [](const Row& row) -> Value { return thousandths(toMilliseconds(row.entry.latency)); },
                 [](LedgerEntry& entry, const Value& value) {
                     const auto* const wholeMs = std::get_if<std::uint64_t>(&value);
                     const auto* const ms = std::get_if<double>(&value);
                     if (wholeMs == nullptr && ms == nullptr)
                         return false;
                     entry.latency = fromMilliseconds(ms != nullptr ? *ms : static_cast<double>(*wholeMs));
                     return true;
                 },
                 true},
    LedgerColumn{"standing", "Standing", LedgerUnit::standing,
                 inWindow | inCsv | inJson | inEvents | inReport, 0,
                 [](const Row& row) -> Value { return standingName(row.entry.standing); },
                 [](LedgerEntry& entry, const Value& value) {
                     const auto* const name = std::get_if<std::string_view>(&value);
                     const auto standing = name == nullptr ? std::nullopt : standingFromName(*name);
                     entry.standing = standing.value_or(Standing::once);
                     return standing.has_value();
                 },
                 true},
    LedgerColumn{"patch", "Patch", LedgerUnit::patch, inWindow, 0,
                 [](const Row& row) -> Value {
                     return row.patch == 0 ? Value() : Value(static_cast<std::uint64_t>(row.patch));
                 },
                 nullptr, false},
    LedgerColumn{"cause", "Cause", LedgerUnit::cause, inWindow | inCsv | inReport, 0,
                 [](const Row& row) -> Value { return causeOf(row.entry); }, nullptr, false},
    // Documents say so only where it is out of the ordinary.
    LedgerColumn{"cause", "", LedgerUnit::cause, inJson | inEvents, 0,
                 [](const Row& row) -> Value { return row.entry.causeGiven ? Value() : Value(noneGiven); },
                 [](LedgerEntry& entry, const Value& value) {
                     entry.causeGiven = false;
                     return std::holds_alternative<std::string_view>(value);
                 },
                 false},
    LedgerColumn{"exact", "", LedgerUnit::flag, inJson | inEvents, 0,
                 [](const Row& row) -> Value { return row.entry.exact ? Value() : Value(false); },
                 [](LedgerEntry& entry, const Value& value) {
                     const auto* const exact = std::get_if<bool>(&value);
                     entry.exact = exact == nullptr || *exact;
                     return exact != nullptr;
                 },
                 false},
};

} // namespace

std::span<const LedgerColumn> ledgerColumns() {
    return columns;
}

bool isLess(const LedgerValue& a, const LedgerValue& b) {
    return a.index() != b.index() ? a.index() < b.index() : a < b;
}

} // namespace orbita
