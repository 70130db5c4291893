// SPDX-License-Identifier: GPL-3.0-or-later
// What is told of each defect, once for all: the columns of the table in the window, of CSV and report, and
// the members of an entry in JSON documents and events. A new one is a row in ledger_columns.cpp.
#pragma once

#include "core/plate/ledger.h"

#include <span>
#include <stdexcept>
#include <string_view>
#include <type_traits>
#include <variant>

namespace orbita {

// A defect, and what its columns go by besides.
struct LedgerRow {
    const LedgerEntry& entry;
    SectorCount capacity; // of the drive
    std::uint32_t logicalBytes = 512;
    std::size_t patch = 0; // counted from 1; 0: of none
};

// As every document writes it; nothing where there is nothing to tell.
using LedgerValue = std::variant<std::monostate, bool, std::uint64_t, double, std::string_view>;

// What a value counts in, or names; how it is put into words follows from it.
enum class LedgerUnit : std::uint8_t {
    lba,
    sectors,
    bytes,
    percent,
    milliseconds,
    grade,
    standing,
    cause,
    patch,
    flag
};

// Where a column appears.
enum LedgerPlace : unsigned {
    inWindow = 1U,
    inCsv = 2U,
    inJson = 4U,    // scan files and the casebook
    inEvents = 8U,  // the end of a scan, as it is told to programs
    inReport = 16U, // in plain text
};

struct LedgerColumn {
    std::string_view id; // heading in CSV, key in JSON; two columns of one id appear in different places
    const char* title;   // in the window, where it is translated
    LedgerUnit unit;
    unsigned places;   // of LedgerPlace
    unsigned decimals; // of a value that is not whole
    LedgerValue (*value)(const LedgerRow& row);
    // Takes what JSON says into an entry; null: it follows from the others. False where it is none.
    bool (*take)(LedgerEntry& entry, const LedgerValue& value);
    bool required; // in JSON
};

std::span<const LedgerColumn> ledgerColumns();

// By value: whole and broken numbers by size, texts by the alphabet; nothing first.
bool isLess(const LedgerValue& a, const LedgerValue& b);

// An entry as an object with the members that belong in `place`.
template <class Json>
Json ledgerJson(const LedgerRow& row, LedgerPlace place) {
    Json json = Json::object();
    for (const LedgerColumn& column : ledgerColumns())
        if ((column.places & place) != 0)
            std::visit(
                [&](const auto& value) {
                    if constexpr (!std::is_same_v<std::decay_t<decltype(value)>, std::monostate>)
                        json[std::string(column.id)] = value;
                },
                column.value(row));
    return json;
}

// Throws std::runtime_error, or what the document does, where it is no entry.
template <class Json>
LedgerEntry ledgerEntryFrom(const Json& json) {
    LedgerEntry entry;
    for (const LedgerColumn& column : ledgerColumns()) {
        if ((column.places & inJson) == 0 || column.take == nullptr)
            continue;
        const auto found = json.find(std::string(column.id));
        if (found == json.end() && !column.required)
            continue;
        LedgerValue value;
        std::string text;
        if (found == json.end())
            value = {};
        else if (found->is_boolean())
            value = found->template get<bool>();
        else if (found->is_number_unsigned())
            value = found->template get<std::uint64_t>();
        else if (found->is_number())
            value = found->template get<double>();
        else if (found->is_string())
            value = std::string_view(text = found->template get<std::string>());
        if (!column.take(entry, value))
            throw std::runtime_error("a ledger entry has a " + std::string(column.id) +
                                     " that this Orbita does not know");
    }
    return entry;
}

} // namespace orbita
