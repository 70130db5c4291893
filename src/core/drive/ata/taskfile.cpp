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

CommandBlock readVerifyExt(Lba lba, std::uint32_t sectors) {
    CommandBlock block = readDmaExt(lba, sectors);
    block.bytes[2] = std::byte{opcode::readVerifyExt};
    return block;
}

CommandBlock writeDmaExt(Lba lba, std::uint32_t sectors, bool fua) {
    CommandBlock block = readDmaExt(lba, sectors);
    block.bytes[2] = std::byte{fua ? opcode::writeDmaFuaExt : opcode::writeDmaExt};
    return block;
}

CommandBlock flushCacheExt() {
    return command(opcode::flushCacheExt);
}

CommandBlock readNativeMaxExt() {
    CommandBlock block = command(opcode::readNativeMaxExt);
    block.bytes[7] = lbaMode;
    return block;
}

CommandBlock checkPowerMode() {
    return command(opcode::checkPowerMode);
}

CommandBlock smartCommand(std::uint8_t feature, std::uint8_t lbaLow, std::uint8_t sectors) {
    CommandBlock block = command(opcode::smart);
    block.bytes[3] = std::byte{feature};
    // LBA 23:8 hold C24Fh in every SMART command (ACS, SMART feature set).
    putLba(block.bytes, {0xC24F00ULL | lbaLow});
    block.bytes[12] = std::byte{sectors};
    return block;
}

CommandBlock readLogExt(std::uint8_t address, std::uint16_t page, std::uint16_t pages) {
    CommandBlock block = command(opcode::readLogExt);
    // LBA 7:0 the address, 15:8 and 39:32 the page (ACS, READ LOG EXT).
    const std::uint64_t wide = page;
    putLba(block.bytes, {address | (wide & 0xFFU) << 8U | (wide >> 8U) << 32U});
    block.bytes[7] = lbaMode;
    putLittleEndian(block.bytes, 12, 2, pages);
    return block;
}

CommandBlock trustedReceive(std::uint8_t protocol, std::uint16_t comId, std::uint8_t units) {
    CommandBlock block = command(opcode::trustedReceive);
    block.bytes[3] = std::byte{protocol};
    // LBA 7:0 the high byte of the length, 23:8 the ComID (ACS, TRUSTED RECEIVE).
    putLba(block.bytes, {std::uint64_t{comId} << 8U});
    block.bytes[12] = std::byte{units};
    return block;
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

std::uint8_t featureOf(const CommandBlock& block) {
    return std::to_integer<std::uint8_t>(block.bytes[3]);
}

std::uint8_t logAddressOf(const CommandBlock& block) {
    return std::to_integer<std::uint8_t>(block.bytes[4]);
}

std::uint16_t logPageOf(const CommandBlock& block) {
    const Lba lba = lbaOf(block);
    return static_cast<std::uint16_t>((lba.value >> 8U & 0xFFU) | (lba.value >> 32U & 0xFFU) << 8U);
}

std::uint16_t comIdOf(const CommandBlock& block) {
    return static_cast<std::uint16_t>(lbaOf(block).value >> 8U & 0xFFFFU);
}

std::array<std::byte, commandBytes> encodeAnswer(const Answer& answer) {
    std::array<std::byte, commandBytes> bytes{};
    bytes[0] = deviceToHost;
    bytes[2] = std::byte{answer.status};
    bytes[3] = std::byte{answer.error};
    putLba(bytes, answer.lba);
    putLittleEndian(bytes, 12, 2, answer.count);
    return bytes;
}

std::optional<Answer> decodeAnswer(std::span<const std::byte> bytes) {
    if (bytes.size() < frameBytes || bytes[0] != deviceToHost)
        return std::nullopt;
    return Answer{std::to_integer<std::uint8_t>(bytes[2]), std::to_integer<std::uint8_t>(bytes[3]),
                  getLba(bytes), static_cast<std::uint16_t>(littleEndian(bytes, 12, 2))};
}

} // namespace orbita::ata
