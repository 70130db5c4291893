// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/ledger_words.h"

#include "report/format.h"
#include "report/words.h"

#include <QCoreApplication>

namespace orbita::words {

namespace {

// Beside the grade, only what is out of the ordinary.
QString causeWords(const LedgerEntry& entry) {
    if (entry.grade != Grade::unreadable)
        return {};
    if (!entry.exact)
        return QCoreApplication::translate("Ledger", "one of these, not said which");
    return entry.causeGiven ? QString() : QCoreApplication::translate("Ledger", "no cause given");
}

} // namespace

QString ledgerTitle(const LedgerColumn& column) {
    return QCoreApplication::translate("Ledger", column.title);
}

QString ledgerText(const LedgerColumn& column, const LedgerRow& row) {
    const LedgerValue value = column.value(row);
    const auto* const whole = std::get_if<std::uint64_t>(&value);
    const auto* const broken = std::get_if<double>(&value);
    const auto* const text = std::get_if<std::string_view>(&value);
    switch (column.unit) {
    case LedgerUnit::lba:
        return whole == nullptr ? QString() : format::lba(Lba{*whole});
    case LedgerUnit::sectors:
    case LedgerUnit::patch:
        return whole == nullptr ? QString() : format::count(*whole);
    case LedgerUnit::bytes:
        return whole == nullptr ? QString() : format::bytes(*whole);
    case LedgerUnit::percent:
        return broken == nullptr ? QString() : format::percent(*broken / 100, 2);
    case LedgerUnit::milliseconds:
        return broken == nullptr ? QString() : format::milliseconds(fromMilliseconds(*broken));
    case LedgerUnit::grade:
        return grade(row.entry.grade);
    case LedgerUnit::standing:
        return standing(row.entry.standing);
    case LedgerUnit::cause:
        return causeWords(row.entry);
    case LedgerUnit::flag:
        return text == nullptr ? QString()
                               : QString::fromUtf8(text->data(), static_cast<qsizetype>(text->size()));
    }
    return {};
}

bool isNumber(LedgerUnit unit) {
    switch (unit) {
    case LedgerUnit::lba:
    case LedgerUnit::sectors:
    case LedgerUnit::bytes:
    case LedgerUnit::percent:
    case LedgerUnit::milliseconds:
    case LedgerUnit::patch:
        return true;
    case LedgerUnit::grade:
    case LedgerUnit::standing:
    case LedgerUnit::cause:
    case LedgerUnit::flag:
        break;
    }
    return false;
}

} // namespace orbita::words
