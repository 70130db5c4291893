// SPDX-License-Identifier: GPL-3.0-or-later
// The command blocks of drives that are reached through the block layer alone. Byte 0 is 'R' for reading, 'W'
// for writing, down to the device before it is answered; bytes 4..11 the offset in bytes and bytes 12..15 the
// length in bytes, little-endian.
#pragma once

#include "core/drive/command/command_block.h"

namespace orbita::plain {

CommandBlock readBlock(std::uint64_t offsetBytes, std::uint32_t lengthBytes);
// The contents go as the request's parameters.
CommandBlock writeBlock(std::uint64_t offsetBytes, std::uint32_t lengthBytes);
bool isRead(const CommandBlock& block);
std::uint64_t offsetOf(const CommandBlock& block);
std::uint32_t lengthOf(const CommandBlock& block);

} // namespace orbita::plain
