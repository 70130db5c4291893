// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/interrupt.h"

#include <csignal>

namespace orbita::cli {

namespace {

volatile std::sig_atomic_t signalled = 0;

} // namespace

void watchForInterrupt() {
    std::signal(SIGINT, [](int) { signalled = signalled + 1; });
    std::signal(SIGTERM, [](int) { signalled = signalled + 1; });
}

bool interrupted() {
    return signalled != 0;
}

int interruptions() {
    return signalled;
}

} // namespace orbita::cli
