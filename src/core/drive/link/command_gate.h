// SPDX-License-Identifier: GPL-3.0-or-later
// The one gate through which every command leaves for a drive. O_RDONLY does not stop a pass-through
// command, so what may be sent is decided here, by a list of what is known: by opcode, feature, log address,
// self-test code and the parameters that go with it. Asked where a link takes a command, and again in the
// process that issues the ioctl, immediately before it.
#pragma once

#include "core/drive/link/link.h"

#include <string_view>

namespace orbita {

enum class CommandClass : std::uint8_t {
    mediumReading, // reads the medium or what the drive says of itself
    stateChanging, // changes how the drive behaves or what it does on its own, never what is stored
    mediumWriting, // changes what is stored
    unknown,       // anything else
};

// `parameters` are the bytes that go to the drive with the command; some commands are told apart by them.
CommandClass classOf(const CommandBlock& block, std::span<const std::byte> parameters = {});

// Nothing that writes to the medium passes under any admission there is.
inline bool mayPass(const CommandBlock& block, std::span<const std::byte> parameters, Admission admission) {
    const CommandClass c = classOf(block, parameters);
    return c == CommandClass::mediumReading ||
           (c == CommandClass::stateChanging && admission == Admission::stateToo);
}

} // namespace orbita
