// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/interrupt.h"

#include <csignal>
#include <initializer_list>
#include <poll.h>
#include <unistd.h>

namespace orbita::cli {

namespace {

volatile std::sig_atomic_t signalled = 0;

} // namespace

void failedWritesAreErrors() {
    std::signal(SIGPIPE, SIG_IGN);
    std::signal(SIGXFSZ, SIG_IGN);
}

void watchForInterrupt() {
    for (const int number : {SIGINT, SIGTERM, SIGHUP})
        std::signal(number, [](int) { signalled = signalled + 1; });
}

bool interrupted() {
    return signalled != 0;
}

int interruptions() {
    return signalled;
}

bool outputIsGone() {
    pollfd output{STDOUT_FILENO, 0, 0};
    return poll(&output, 1, 0) == 1 && (output.revents & POLLERR) != 0;
}

} // namespace orbita::cli
