// SPDX-License-Identifier: GPL-3.0-or-later
// ATA commands and answers as the bytes of the frames that carry them: Register Host to Device and
// Register Device to Host FIS (Serial ATA, transport layer). Field names follow ACS.
#pragma once

#include "core/base/units.h"
#include "core/drive/command/command_block.h"

#include <optional>
#include <span>

namespace orbita::ata {

// Values as in the Linux kernel's include/linux/ata.h.
namespace opcode {
constexpr std::uint8_t readDmaExt = 0x25;
constexpr std::uint8_t readNativeMaxExt = 0x27;
constexpr std::uint8_t readLogExt = 0x2F;
constexpr std::uint8_t writeDmaExt = 0x35;
constexpr std::uint8_t writeDmaFuaExt = 0x3D;
constexpr std::uint8_t writeLogExt = 0x3F;
constexpr std::uint8_t readVerifyExt = 0x42;
constexpr std::uint8_t trustedReceive = 0x5C;
constexpr std::uint8_t smart = 0xB0;
constexpr std::uint8_t checkPowerMode = 0xE5;
constexpr std::uint8_t flushCacheExt = 0xEA;
constexpr std::uint8_t identifyDevice = 0xEC;
} // namespace opcode

// Features of SMART (ACS, SMART feature set; the first few also in include/linux/ata.h and hdreg.h).
namespace smart {
constexpr std::uint8_t readData = 0xD0;
constexpr std::uint8_t readThresholds = 0xD1;
constexpr std::uint8_t executeOffline = 0xD4;
constexpr std::uint8_t readLog = 0xD5;
constexpr std::uint8_t writeLog = 0xD6;
constexpr std::uint8_t enable = 0xD8;
constexpr std::uint8_t returnStatus = 0xDA;
} // namespace smart

// Log addresses (ACS, general purpose logging and SMART logging).
namespace logAddress {
constexpr std::uint8_t directory = 0x00;
constexpr std::uint8_t summaryErrors = 0x01;
constexpr std::uint8_t extendedErrors = 0x03;
constexpr std::uint8_t deviceStatistics = 0x04;
constexpr std::uint8_t selfTests = 0x06;
constexpr std::uint8_t extendedSelfTests = 0x07;
constexpr std::uint8_t selectiveSelfTest = 0x09;
constexpr std::uint8_t pendingDefects = 0x0C;
constexpr std::uint8_t phyCounters = 0x11;
constexpr std::uint8_t sctCommand = 0xE0; // SCT status when read
constexpr std::uint8_t sctData = 0xE1;
} // namespace logAddress

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
// Reads the medium without handing the data over. Same requirements as readDmaExt.
CommandBlock readVerifyExt(Lba lba, std::uint32_t sectors);
// WRITE DMA EXT, or WRITE DMA FUA EXT, which answers once the data is on the medium. The contents go as the
// request's parameters. Same requirements as readDmaExt.
CommandBlock writeDmaExt(Lba lba, std::uint32_t sectors, bool fua);
// Answers once all that was written before is on the medium; of the first sector that cannot be put there,
// its LBA stands in the answer.
CommandBlock flushCacheExt();
// The last sector the drive has, hidden ones included: in the answer's LBA.
CommandBlock readNativeMaxExt();
// In the answer's count: 00h standby, 80h idle, FFh active.
CommandBlock checkPowerMode();
// One of smart::... `lbaLow` is the log address or the self-test's code, where the feature takes one.
CommandBlock smartCommand(std::uint8_t feature, std::uint8_t lbaLow = 0, std::uint8_t sectors = 1);
// READ LOG EXT: `pages` pages of 512 bytes of the log, from `page` on.
CommandBlock readLogExt(std::uint8_t address, std::uint16_t page, std::uint16_t pages);
// TRUSTED RECEIVE: `units` times 512 bytes of what that security protocol has to tell.
CommandBlock trustedReceive(std::uint8_t protocol, std::uint16_t comId, std::uint8_t units);

// True for a Host to Device frame that carries a command.
bool isCommand(const CommandBlock& block);
std::uint8_t opcodeOf(const CommandBlock& block);
Lba lbaOf(const CommandBlock& block);
// The count field with 0 read as 65536.
std::uint32_t sectorsOf(const CommandBlock& block);
std::uint8_t featureOf(const CommandBlock& block);
// Where a SMART or log command names a log: LBA 7:0.
std::uint8_t logAddressOf(const CommandBlock& block);
std::uint16_t logPageOf(const CommandBlock& block);
std::uint16_t comIdOf(const CommandBlock& block); // of TRUSTED RECEIVE; the protocol is its feature

struct Answer {
    std::uint8_t status = 0;
    std::uint8_t error = 0;
    Lba lba; // after UNC or IDNF: the first sector that failed
    std::uint16_t count = 0;
};

constexpr std::size_t frameBytes = 20;

std::array<std::byte, commandBytes> encodeAnswer(const Answer& answer);
// Empty where the bytes are no Device to Host frame.
std::optional<Answer> decodeAnswer(std::span<const std::byte> bytes);

} // namespace orbita::ata
