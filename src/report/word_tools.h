// SPDX-License-Identifier: GPL-3.0-or-later
// What the sentences are put together with.
#pragma once

#include "report/format.h"

#include <QCoreApplication>

namespace orbita::words {

inline QString tr(const char* text, int n = -1) {
    return QCoreApplication::translate("words", text, nullptr, n);
}

inline QString blocks(std::uint64_t n) {
    return n == 1 ? tr("1 block") : tr("%1 blocks").arg(format::count(n));
}

inline QString sectors(std::uint64_t n) {
    return n == 1 ? tr("1 sector") : tr("%1 sectors").arg(format::count(n));
}

inline QString placeCount(std::uint64_t n) {
    return n == 1 ? tr("1 place") : tr("%1 places").arg(format::count(n));
}

} // namespace orbita::words
