// SPDX-License-Identifier: GPL-3.0-or-later
// Ctrl-C and a request to terminate, as a flag that a command's own loop looks at.
#pragma once

namespace orbita::cli {

// From now on SIGINT and SIGTERM only raise the flag.
void watchForInterrupt();
[[nodiscard]] bool interrupted();

} // namespace orbita::cli
