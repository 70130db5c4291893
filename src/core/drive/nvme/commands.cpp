// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/nvme/commands.h"

#include "core/base/bytes.h"

namespace orbita::nvme {

namespace {

constexpr std::size_t atNamespace = 4;
constexpr std::size_t atDword10 = 40;
constexpr std::uint32_t fuaBit = 1U << 30U; // dword 12 of Read (NVM command set)

void putDword(CommandBlock& block, unsigned n, std::uint32_t value) {
    putLittleEndian(block.bytes, atDword10 + std::size_t{4} * (n - 10), 4, value);
}

CommandBlock command(Protocol queue, std::uint8_t opcode, std::uint32_t nameSpace) {
    CommandBlock block;
    block.protocol = queue;
    block.bytes[0] = std::byte{opcode};
    putLittleEndian(block.bytes, atNamespace, 4, nameSpace);
    return block;
}

CommandBlock onBlocks(std::uint8_t opcode, Lba lba, std::uint32_t sectors, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeIo, opcode, nameSpace);
    putDword(block, 10, static_cast<std::uint32_t>(lba.value));
    putDword(block, 11, static_cast<std::uint32_t>(lba.value >> 32U));
    putDword(block, 12, sectors - 1); // counted from 0
    return block;
}

} // namespace

std::uint8_t opcodeOf(const CommandBlock& block) {
    return std::to_integer<std::uint8_t>(block.bytes[0]);
}

std::uint32_t namespaceOf(const CommandBlock& block) {
    return static_cast<std::uint32_t>(littleEndian(block.bytes, atNamespace, 4));
}

std::uint32_t dwordOf(const CommandBlock& block, unsigned n) {
    return static_cast<std::uint32_t>(littleEndian(block.bytes, atDword10 + std::size_t{4} * (n - 10), 4));
}

CommandBlock identify(IdentifyWhat what, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::identify, nameSpace);
    putDword(block, 10, static_cast<std::uint32_t>(what));
    return block;
}

CommandBlock getLogPage(std::uint8_t page, std::uint32_t bytes, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::getLogPage, nameSpace);
    constexpr std::uint32_t retainEvents = 1U << 15U;
    const std::uint32_t dwords = bytes / 4 - 1; // counted from 0
    putDword(block, 10, page | retainEvents | (dwords & 0xFFFFU) << 16U);
    putDword(block, 11, dwords >> 16U);
    return block;
}

CommandBlock getFeatures(std::uint8_t feature, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::getFeatures, nameSpace);
    putDword(block, 10, feature);
    return block;
}

CommandBlock setFeatures(std::uint8_t feature, std::uint32_t value, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::setFeatures, nameSpace);
    putDword(block, 10, feature);
    putDword(block, 11, value);
    return block;
}

CommandBlock deviceSelfTest(SelfTestCode code, std::uint32_t nameSpace) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::deviceSelfTest, nameSpace);
    putDword(block, 10, static_cast<std::uint32_t>(code));
    return block;
}

CommandBlock securityReceive(std::uint8_t protocol, std::uint16_t comId, std::uint32_t bytes) {
    CommandBlock block = command(Protocol::nvmeAdmin, admin::securityReceive, 0);
    putDword(block, 10, std::uint32_t{protocol} << 24U | std::uint32_t{comId} << 8U);
    putDword(block, 11, bytes);
    return block;
}

CommandBlock read(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace, bool fua) {
    CommandBlock block = onBlocks(io::read, lba, sectors, nameSpace);
    if (fua)
        putDword(block, 12, dwordOf(block, 12) | fuaBit);
    return block;
}

bool isFua(const CommandBlock& block) {
    return (dwordOf(block, 12) & fuaBit) != 0;
}

CommandBlock write(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace) {
    CommandBlock block = onBlocks(io::write, lba, sectors, nameSpace);
    putDword(block, 12, dwordOf(block, 12) | fuaBit);
    return block;
}

CommandBlock writeZeroes(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace) {
    CommandBlock block = onBlocks(io::writeZeroes, lba, sectors, nameSpace);
    putDword(block, 12, dwordOf(block, 12) | fuaBit);
    return block;
}

CommandBlock flush(std::uint32_t nameSpace) {
    return command(Protocol::nvmeIo, io::flush, nameSpace);
}

CommandBlock verify(Lba lba, std::uint32_t sectors, std::uint32_t nameSpace) {
    return onBlocks(io::verify, lba, sectors, nameSpace);
}

Lba lbaOf(const CommandBlock& block) {
    return {littleEndian(block.bytes, atDword10, 8)};
}

std::uint32_t sectorsOf(const CommandBlock& block) {
    return (dwordOf(block, 12) & 0xFFFFU) + 1;
}

std::array<std::byte, commandBytes> encodeCompletion(const Completion& completion) {
    std::array<std::byte, commandBytes> bytes{};
    putLittleEndian(bytes, 0, 4, completion.result);
    // Status field: bits 8..1 the code, 11..9 the type, 15 do not retry (bit 0 is the phase tag).
    const std::uint64_t status = std::uint64_t{completion.statusCode} << 1U |
                                 (completion.statusType & 7ULL) << 9U |
                                 (completion.doNotRetry ? 1ULL << 15U : 0ULL);
    putLittleEndian(bytes, 14, 2, status);
    return bytes;
}

Completion decodeCompletion(std::span<const std::byte> bytes) {
    const std::uint64_t status = littleEndian(bytes, 14, 2);
    return {static_cast<std::uint32_t>(littleEndian(bytes, 0, 4)),
            static_cast<std::uint8_t>(status >> 9U & 7U), static_cast<std::uint8_t>(status >> 1U & 0xFFU),
            (status >> 15U & 1U) != 0};
}

Completion completionOfKernelStatus(std::uint32_t result, int status) {
    const auto bits = static_cast<unsigned>(status);
    return {result, static_cast<std::uint8_t>(bits >> 8U & 7U), static_cast<std::uint8_t>(bits & 0xFFU),
            (bits >> 14U & 1U) != 0};
}

} // namespace orbita::nvme
