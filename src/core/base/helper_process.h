// SPDX-License-Identifier: GPL-3.0-or-later
// Orbita's own helper programs: what may hang in the kernel over a drive runs in a process that can be left
// behind.
#pragma once

#include "core/base/error.h"

#include <string>
#include <sys/types.h>
#include <vector>

namespace orbita {

// Starts `name`, which stands beside whichever program of Orbita is running, with `channel` as its file
// descriptor `channelAt` and nothing else open; in a process group of its own, for Ctrl-C at the terminal is
// for the program that was started there. Fails where it cannot be started.
Result<pid_t> startHelper(const std::string& name, const std::vector<std::string>& arguments, int channel,
                          int channelAt);

// Kills it without waiting: one that hangs in the kernel ends when the kernel lets it, and is collected then.
void killDetached(pid_t helper);
// Collects those that have ended meanwhile.
void collectLeftBehind();

} // namespace orbita
