// SPDX-License-Identifier: GPL-3.0-or-later
// How long a test waits for what must come. A machine that is busy, or whose disk is being filled, takes
// seconds for what takes milliseconds otherwise, and where it comes, waiting long costs nothing. Only what is
// a test of a limit has one of its own.
#pragma once

#include <QTest>
#include <chrono>

namespace orbita::test {

constexpr std::chrono::seconds longWait{120};
constexpr int longWaitMs = static_cast<int>(std::chrono::milliseconds(longWait).count());

} // namespace orbita::test

#define TRY_VERIFY(expression) QTRY_VERIFY_WITH_TIMEOUT(expression, orbita::test::longWaitMs)
#define TRY_COMPARE(actual, expected) QTRY_COMPARE_WITH_TIMEOUT(actual, expected, orbita::test::longWaitMs)
