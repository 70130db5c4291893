// SPDX-License-Identifier: GPL-3.0-or-later
// Ctrl-C and a request to terminate, as a count that a command's own loop looks at.
#pragma once

namespace orbita::cli {

// From now on SIGINT and SIGTERM are only counted.
void watchForInterrupt();
[[nodiscard]] bool interrupted();
// How often.
[[nodiscard]] int interruptions();

} // namespace orbita::cli
