// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plate/ledger_columns.h"

#include <QString>

namespace orbita::words {

QString ledgerTitle(const LedgerColumn& column);
// What stands in that column for that defect; empty where there is nothing to tell.
QString ledgerText(const LedgerColumn& column, const LedgerRow& row);
// Numbers stand to the right, words to the left.
bool isNumber(LedgerUnit unit);

} // namespace orbita::words
