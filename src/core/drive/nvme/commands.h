// SPDX-License-Identifier: GPL-3.0-or-later
// NVMe submission queue entries (NVM Express base specification, command format): 64 bytes, little-endian;
// opcode in byte 0, namespace in bytes 4..7, command dwords 10..15 from byte 40 on. Opcodes and log pages as
// in the Linux kernel's include/linux/nvme.h. Data pointers are the link's business.
#pragma once

#include "core/base/units.h"
#include "core/drive/command/command_block.h"

#include <optional>
#include <span>

namespace orbita::nvme {

namespace admin {
constexpr std::uint8_t getLogPage = 0x02;
constexpr std::uint8_t identify = 0x06;
constexpr std::uint8_t setFeatures = 0x09;
constexpr std::uint8_t getFeatures = 0x0A;
constexpr std::uint8_t deviceSelfTest = 0x14;
constexpr std::uint8_t securityReceive = 0x82;
} // namespace admin

namespace io {
constexpr std::uint8_t flush = 0x00;
constexpr std::uint8_t write = 0x01;
constexpr std::uint8_t read = 0x02;
constexpr std::uint8_t writeZeroes = 0x08;
constexpr std::uint8_t verify = 0x0C;
} // namespace io

namespace logPage {
constexpr std::uint8_t errorInformation = 0x01;
constexpr std::uint8_t health = 0x02;
constexpr std::uint8_t commandsSupported = 0x05;
constexpr std::uint8_t selfTest = 0x06;
constexpr std::uint8_t sanitizeStatus = 0x81;
} // namespace logPage

namespace feature {
constexpr std::uint8_t temperatureThreshold = 0x04;
constexpr std::uint8_t errorRecovery = 0x05;
constexpr std::uint8_t volatileWriteCache = 0x06;
} // namespace feature

// Names every namespace at once.
constexpr std::uint32_t allNamespaces = 0xFFFFFFFF;

enum class SelfTestCode : std::uint8_t { shortTest = 1, extendedTest = 2, abort = 15 };

enum class IdentifyWhat : std::uint8_t { nameSpace = 0, controller = 1 };

std::uint8_t opcodeOf(const CommandBlock& block);
std::uint32_t namespaceOf(const CommandBlock& block);
// Command dword n, 10 to 15.
std::uint32_t dwordOf(const CommandBlock& block, unsigned n);

CommandBlock identify(IdentifyWhat what, std::uint32_t nameSpace); // 4096 bytes
// Requires bytes a multiple of 4. Leaves asynchronous events in place (RAE).
CommandBlock getLogPage(std::uint8_t page, std::uint32_t bytes, std::uint32_t nameSpace = allNamespaces);
// The value comes back in dword 0 of the completion.
CommandBlock getFeatures(std::uint8_t feature, std::uint32_t nameSpace);
// Not saved across power cycles.
CommandBlock setFeatures(std::uint8_t feature, std::uint32_t value, std::uint32_t nameSpace);
CommandBlock deviceSelfTest(SelfTestCode code, std::uint32_t nameSpace = allNamespaces);
// What that security protocol has to tell.
CommandBlock securityReceive(std::uint8_t protocol, std::uint16_t comId, std::uint32_t bytes);
// Requires 1 <= sectors <= 65536.
CommandBlock read(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace, bool fua = false);
bool isFua(const CommandBlock& block);
CommandBlock verify(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace);
// The contents go as the request's parameters; on the medium before it completes (FUA).
CommandBlock write(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace);
// Zeros, on the medium before it completes; nothing is deallocated (DEAC 0).
CommandBlock writeZeroes(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace);
// Has all that was written before on the medium before it completes.
CommandBlock flush(std::uint32_t nameSpace);
Lba lbaOf(const CommandBlock& block);
std::uint32_t sectorsOf(const CommandBlock& block);

// What a completion queue entry says.
struct Completion {
    std::uint32_t result = 0;    // dword 0
    std::uint8_t statusType = 0; // 0 generic, 1 command specific, 2 media and data integrity
    std::uint8_t statusCode = 0;
    bool doNotRetry = false;

    [[nodiscard]] bool success() const { return statusType == 0 && statusCode == 0; }
};

std::array<std::byte, commandBytes> encodeCompletion(const Completion& completion);
Completion decodeCompletion(std::span<const std::byte> bytes); // requires at least 16 bytes
// The status as the kernel's ioctl returns it: type in bits 10..8, code in bits 7..0, do-not-retry in bit 14.
Completion completionOfKernelStatus(std::uint32_t result, int status);

} // namespace orbita::nvme
