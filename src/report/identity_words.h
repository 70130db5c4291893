// SPDX-License-Identifier: GPL-3.0-or-later
// The sheet of what a drive says it is and can, in words.
#pragma once

#include "core/policy/house_policy.h"
#include "core/vitals/identity_sheet.h"

#include <QString>

namespace orbita::words {

QString sheetItem(SheetItem item);         // "Write cache"
QString sheetValue(const SheetLine& line); // "can, and is on"; with its unit
// Items with a heading over each part, from this one on: "How it is reached"; empty for all others.
QString sheetPart(SheetItem item);
// Why that firmware is a bad one, by the house policy; empty: it is not.
QString badFirmware(const std::vector<SheetLine>& sheet, const HousePolicy& policy);
// All of it as text, to be put on a job sheet.
QString sheetText(const std::vector<SheetLine>& sheet, const HousePolicy& policy);

} // namespace orbita::words
