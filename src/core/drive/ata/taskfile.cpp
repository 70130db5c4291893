// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/taskfile.h"

#include "core/base/bytes.h"

namespace orbita::ata {

namespace {

constexpr std::byte hostToDevice{0x27};
constexpr std::byte deviceToHost{0x34};
constexpr std::byte carriesCommand{0x80};
constexpr std::byte lbaMode{0x40};

// LBA 23:0 stand in bytes 4..6, LBA 47:24 in bytes 8..10, in both directions.
void putLba(std::span<std::byte> bytes, Lba lba) {
    putLittleEndian(bytes, 4, 3, lba.value);
    putLittleEndian(bytes, 8, 3, lba.value >> 24U);
}

Lba getLba(std::span<const std::byte> bytes) {
    return {littleEndian(bytes, 4, 3) | littleEndian(bytes, 8, 3) << 24U};
}

CommandBlock command(std::uint8_t op) {
    CommandBlock block;
    block.protocol = Protocol::ata;
    block.bytes[0] = hostToDevice;
    block.bytes[1] = carriesCommand;
    block.bytes[2] = std::byte{op};
    return block;
}

} // namespace

CommandBlock readDmaExt(Lba lba, std::uint32_t sectors) {
    CommandBlock block = command(opcode::readDmaExt);
    putLba(block.bytes, lba);
    block.bytes[7] = lbaMode;
    putLittleEndian(block.bytes, 12, 2, sectors);
    return block;
}

CommandBlock identifyDevice() {
    return command(opcode::identifyDevice);
}

bool isCommand(const CommandBlock& block) {
    return block.protocol == Protocol::ata && block.bytes[0] == hostToDevice &&
           (block.bytes[1] & carriesCommand) != std::byte{0};
}

std::uint8_t opcodeOf(const CommandBlock& block) {
    return std::to_integer<std::uint8_t>(block.bytes[2]);
}

Lba lbaOf(const CommandBlock& block) {
    return getLba(block.bytes);
}

std::uint32_t sectorsOf(const CommandBlock& block) {
    const auto count = static_cast<std::uint32_t>(littleEndian(block.bytes, 12, 2));
    return count == 0 ? maxSectorsPerRead : count;
}

std::array<std::byte, 20> encodeAnswer(const Answer& answer) {
    std::array<std::byte, 20> bytes{};
    bytes[0] = deviceToHost;
    bytes[2] = std::byte{answer.status};
    bytes[3] = std::byte{answer.error};
    putLba(bytes, answer.lba);
    return bytes;
}

std::optional<Answer> decodeAnswer(std::span<const std::byte, 20> bytes) {
    if (bytes[0] != deviceToHost)
        return std::nullopt;
    return Answer{std::to_integer<std::uint8_t>(bytes[2]), std::to_integer<std::uint8_t>(bytes[3]),
                  getLba(bytes)};
}

} // namespace orbita::ata
