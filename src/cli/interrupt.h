// SPDX-License-Identifier: GPL-3.0-or-later
// Ctrl-C, a request to terminate and a closed terminal, as a count that a command's own loop looks at.
#pragma once

namespace orbita::cli {

// From now on writing to a pipe that nobody reads, or beyond the longest file allowed, fails, and ends no
// program.
void failedWritesAreErrors();
// From now on SIGINT, SIGTERM and SIGHUP are only counted.
void watchForInterrupt();
[[nodiscard]] bool interrupted();
// How often.
[[nodiscard]] int interruptions();
// True once nobody reads standard output any more.
[[nodiscard]] bool outputIsGone();

} // namespace orbita::cli
