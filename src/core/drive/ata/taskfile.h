// SPDX-License-Identifier: GPL-3.0-or-later
// ATA commands and answers as the bytes of the frames that carry them: Register Host to Device and
// Register Device to Host FIS (Serial ATA, transport layer). Field names follow ACS.
#pragma once

#include "core/drive/link/link.h"

#include <optional>

namespace orbita::ata {

// Values as in the Linux kernel's include/linux/ata.h.
namespace opcode {
constexpr std::uint8_t readDmaExt = 0x25;
constexpr std::uint8_t identifyDevice = 0xEC;
} // namespace opcode

namespace status {
constexpr std::uint8_t error = 0x01;
constexpr std::uint8_t deviceFault = 0x20;
constexpr std::uint8_t ready = 0x40;
} // namespace status

namespace error {
constexpr std::uint8_t interfaceCrc = 0x80;  // ICRC
constexpr std::uint8_t uncorrectable = 0x40; // UNC
constexpr std::uint8_t idNotFound = 0x10;    // IDNF
constexpr std::uint8_t aborted = 0x04;       // ABRT
} // namespace error

// The most sectors one READ DMA EXT transfers; its count field holds 0 for this.
constexpr std::uint32_t maxSectorsPerRead = 65536;

// READ DMA EXT. Requires 1 <= sectors <= maxSectorsPerRead and lba + sectors <= 2^48.
CommandBlock readDmaExt(Lba lba, std::uint32_t sectors);
CommandBlock identifyDevice();

// True for a Host to Device frame that carries a command.
bool isCommand(const CommandBlock& block);
std::uint8_t opcodeOf(const CommandBlock& block);
Lba lbaOf(const CommandBlock& block);
// The count field with 0 read as 65536.
std::uint32_t sectorsOf(const CommandBlock& block);

struct Answer {
    std::uint8_t status = 0;
    std::uint8_t error = 0;
    Lba lba; // after UNC or IDNF: the first sector that failed
};

std::array<std::byte, 20> encodeAnswer(const Answer& answer);
// Empty where the bytes are no Device to Host frame.
std::optional<Answer> decodeAnswer(std::span<const std::byte, 20> bytes);

} // namespace orbita::ata
