// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/test_program.h"

#include <cstdio>
#include <utility>
#include <vector>
#if defined(QT_WIDGETS_LIB)
#include <QApplication>
using Application = QApplication;
#elif defined(QT_GUI_LIB)
#include <QGuiApplication>
using Application = QGuiApplication;
#else
#include <QCoreApplication>
using Application = QCoreApplication;
#endif

namespace orbita::test {

namespace {

const TestClass* latest = nullptr;

std::string_view stemOf(std::string_view source) {
    source.remove_prefix(source.rfind('/') + 1);
    return source.substr(0, source.rfind('.'));
}

const TestClass* named(std::string_view name) {
    const TestClass* test = latest;
    while (test != nullptr && test->name != name)
        test = test->next;
    return test;
}

} // namespace

TestClass::TestClass(std::string_view source, int (*runIt)(int, char**))
    : name(stemOf(source)), run(runIt), next(std::exchange(latest, this)) {}

} // namespace orbita::test

int main(int argc, char** argv) {
    using orbita::test::TestClass;
    const TestClass* test = argc > 1 ? orbita::test::named(argv[1]) : nullptr;
    if (test == nullptr) {
        std::fprintf(stderr, "Say which of these tests is to run, then what Qt Test is to know:\n");
        for (test = orbita::test::latest; test != nullptr; test = test->next)
            std::fprintf(stderr, "  %.*s\n", static_cast<int>(test->name.size()), test->name.data());
        return 2;
    }
    std::vector<char*> rest{argv[0]};
    rest.insert(rest.end(), argv + 2, argv + argc);
    rest.push_back(nullptr);
    int count = argc - 1;
    const Application application(count, rest.data());
    return test->run(count, rest.data());
}
