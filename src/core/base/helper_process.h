// SPDX-License-Identifier: GPL-3.0-or-later
// Orbita's own helper programs: what may hang in the kernel over a drive runs in a process that can be left
// behind.
#pragma once

#include "core/base/descriptor.h"
#include "core/base/error.h"

#include <string>
#include <sys/types.h>
#include <vector>

namespace orbita {

// A descriptor of ours, and the number under which a helper finds it.
struct HandedDown {
    int ours = -1;
    int theirs = -1;
};

// Starts `name`, which stands beside whichever program of Orbita is running, with what is handed down to it
// and nothing else open: numbers in ascending order, without gaps from the first above the standard ones on.
// None of ours may have a number that another gets. In a process group of its own, for Ctrl-C at the terminal
// is for the program that was started there. Fails where it cannot be started.
Result<pid_t> startHelper(const std::string& name, const std::vector<std::string>& arguments,
                          const std::vector<HandedDown>& handed);

// Moves a descriptor out of the way of the numbers that helpers get.
Result<Descriptor> aboveHandedDown(Descriptor descriptor);

// Kills it without waiting: one that hangs in the kernel ends when the kernel lets it, and is collected then.
void killDetached(pid_t helper);
// Collects those that have ended meanwhile.
void collectLeftBehind();

} // namespace orbita
