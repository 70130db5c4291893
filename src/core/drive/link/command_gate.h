// SPDX-License-Identifier: GPL-3.0-or-later
// The one gate through which every command leaves for a drive. O_RDONLY does not stop a pass-through
// command, so what may be sent is decided here, by a list of what is known to be harmless.
#pragma once

#include "core/drive/link/link.h"

namespace orbita {

enum class CommandClass : std::uint8_t {
    mediumReading, // reads the medium or what the drive says of itself
    unknown,       // anything else: never sent
};

// By opcode; a command that is not on the list is unknown.
CommandClass classOf(const CommandBlock& block);

inline bool mayPass(const CommandBlock& block) {
    return classOf(block) == CommandClass::mediumReading;
}

} // namespace orbita
