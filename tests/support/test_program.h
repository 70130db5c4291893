// SPDX-License-Identifier: GPL-3.0-or-later
// Several test classes in one program, for what takes the time is building what they have in common. Each
// stands in a namespace called like its file, which says ORBITA_TEST of it, and runs in a process of its own:
//   core-sim-tests test_ledger -silent [function ...]
#pragma once

#if defined(__clang__) // Qt's generated code has them for classes in a namespace
#pragma clang diagnostic ignored "-Wreserved-identifier"
#endif

#include <QTest>
#include <string_view>

namespace orbita::test {

// Held by the program for as long as it runs. NAME is the path of the source.
struct TestClass {
    TestClass(std::string_view source, int (*run)(int argc, char** argv));

    std::string_view name; // test_ledger
    int (*run)(int argc, char** argv);
    const TestClass* next;
};

} // namespace orbita::test

#define ORBITA_TEST(Class)                                                                                   \
    const orbita::test::TestClass registered(__FILE__, [](int argc, char** argv) {                           \
        Class test;                                                                                          \
        return QTest::qExec(&test, argc, argv);                                                              \
    });
