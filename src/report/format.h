// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers as people read them, by the locale in force.
#pragma once

#include "core/base/units.h"

#include <QDateTime>
#include <QString>

namespace orbita::format {

QString lba(Lba lba);                       // "656 408 512": groups of three, never broken over lines
QString count(std::uint64_t n);             // "2 365 118": grouped alike
QString number(double value, int decimals); // "31 881", "8.40": grouped alike, the decimal sign by locale
QString bytes(std::uint64_t n);             // "4.00 TB": decimal units, three digits
// A position, with as many decimals as tell places `step` bytes apart.
QString position(std::uint64_t bytes, double step);
QString percent(double share, int decimals = 1); // 0.084 -> "8.4 %", 0.99999 -> "99.9 %"
QString pace(double bytesPerSecond);             // "174 MB/s", "3.79 GB/s"
QString duration(Nanoseconds t);                 // "2 h 48 min", "5 min 10 s", "12 s"
QString limit(Nanoseconds t);                    // as it was set: "8 s", "1.5 s", "300 ms", "2 min 0 s"
QString clock(Nanoseconds t);                    // "1:41:30"
QString milliseconds(Nanoseconds t);             // "8.33 ms", "2.50 s"
QString turns(double n);                         // "73", "2.4"

// Times, seconds since 1970. Of the wall clock here, or of UTC, and then they say so.
void setUtc(bool utc);
QDateTime at(std::int64_t seconds);
QString day(std::int64_t seconds);        // "28 Nov 2026"
QString moment(std::int64_t seconds);     // "28 Nov 2026, 14:05"
QString timeOfDay(std::int64_t seconds);  // "14:05"
QString longDay(std::int64_t seconds);    // "28 November 2026"
QString longMoment(std::int64_t seconds); // "28 November 2026, 14:05"

} // namespace orbita::format
