// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/plain/read_block.h"

#include "core/base/bytes.h"

namespace orbita::plain {

namespace {
constexpr std::byte readMark{'R'};
constexpr std::byte writeMark{'W'};
} // namespace

CommandBlock readBlock(std::uint64_t offsetBytes, std::uint32_t lengthBytes) {
    CommandBlock block;
    block.protocol = Protocol::plain;
    block.bytes[0] = readMark;
    putLittleEndian(block.bytes, 4, 8, offsetBytes);
    putLittleEndian(block.bytes, 12, 4, lengthBytes);
    return block;
}

CommandBlock writeBlock(std::uint64_t offsetBytes, std::uint32_t lengthBytes) {
    CommandBlock block = readBlock(offsetBytes, lengthBytes);
    block.bytes[0] = writeMark;
    return block;
}

bool isRead(const CommandBlock& block) {
    return block.protocol == Protocol::plain && block.bytes[0] == readMark;
}

std::uint64_t offsetOf(const CommandBlock& block) {
    return littleEndian(block.bytes, 4, 8);
}

std::uint32_t lengthOf(const CommandBlock& block) {
    return static_cast<std::uint32_t>(littleEndian(block.bytes, 12, 4));
}

} // namespace orbita::plain
