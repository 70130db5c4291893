// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/commands.h"

#include "core/base/bytes.h"

namespace orbita::scsi {

namespace {

CommandBlock command(std::uint8_t op) {
    CommandBlock block;
    block.protocol = Protocol::scsi;
    block.bytes[0] = std::byte{op};
    return block;
}

constexpr std::byte fuaBit{0x08}; // READ and WRITE, 10 and 16 bytes, byte 1 bit 3 (SBC)

CommandBlock onBlocks10(std::uint8_t op, Lba lba, std::uint32_t sectors) {
    CommandBlock block = command(op);
    putBigEndian(block.bytes, 2, 4, lba.value);
    putBigEndian(block.bytes, 7, 2, sectors);
    return block;
}

CommandBlock onBlocks16(std::uint8_t op, Lba lba, std::uint32_t sectors) {
    CommandBlock block = command(op);
    putBigEndian(block.bytes, 2, 8, lba.value);
    putBigEndian(block.bytes, 10, 4, sectors);
    return block;
}

} // namespace

std::size_t lengthOf(const CommandBlock& block) {
    // The top three bits of the opcode are its group (SPC, operation code).
    switch (byteAt(block.bytes, 0) >> 5U) {
    case 0:
        return 6;
    case 1:
    case 2:
        return 10;
    case 4:
        return 16;
    case 5:
        return 12;
    default:
        return 0;
    }
}

std::uint8_t opcodeOf(const CommandBlock& block) {
    return std::to_integer<std::uint8_t>(block.bytes[0]);
}

CommandBlock testUnitReady() {
    return command(opcode::testUnitReady);
}

CommandBlock requestSense(bool descriptors) {
    CommandBlock block = command(opcode::requestSense);
    block.bytes[1] = descriptors ? std::byte{1} : std::byte{0};
    block.bytes[4] = std::byte{252};
    return block;
}

CommandBlock inquiry(std::optional<std::uint8_t> page, std::uint16_t bytes) {
    CommandBlock block = command(opcode::inquiry);
    if (page) {
        block.bytes[1] = std::byte{1}; // EVPD
        block.bytes[2] = std::byte{*page};
    }
    putBigEndian(block.bytes, 3, 2, bytes);
    return block;
}

CommandBlock readCapacity10() {
    return command(opcode::readCapacity10);
}

CommandBlock readCapacity16() {
    CommandBlock block = command(opcode::serviceActionIn16);
    block.bytes[1] = std::byte{readCapacity16Action};
    putBigEndian(block.bytes, 10, 4, 32);
    return block;
}

CommandBlock getLbaStatus(Lba from, std::uint32_t bytes) {
    CommandBlock block = onBlocks16(opcode::serviceActionIn16, from, bytes);
    block.bytes[1] = std::byte{getLbaStatusAction};
    return block;
}

CommandBlock reportZones(Lba from, std::uint32_t bytes) {
    CommandBlock block = onBlocks16(opcode::zoningIn, from, bytes);
    block.bytes[1] = std::byte{reportZonesAction};
    block.bytes[14] = std::byte{0x80}; // PARTIAL: the list is what fits
    return block;
}

CommandBlock modeSense10(std::uint8_t page, std::uint16_t bytes, std::uint8_t subpage) {
    CommandBlock block = command(opcode::modeSense10);
    block.bytes[1] = std::byte{0x08}; // DBD: no block descriptors
    block.bytes[2] = static_cast<std::byte>(page & 0x3FU);
    block.bytes[3] = std::byte{subpage};
    putBigEndian(block.bytes, 7, 2, bytes);
    return block;
}

CommandBlock modeSelect10(std::uint16_t bytes) {
    CommandBlock block = command(opcode::modeSelect10);
    block.bytes[1] = std::byte{0x10}; // PF
    putBigEndian(block.bytes, 7, 2, bytes);
    return block;
}

CommandBlock logSense(std::uint8_t page, std::uint16_t bytes, std::uint8_t subpage) {
    CommandBlock block = command(opcode::logSense);
    block.bytes[2] = static_cast<std::byte>(0x40U | (page & 0x3FU)); // PC 01b: cumulative values
    block.bytes[3] = std::byte{subpage};
    putBigEndian(block.bytes, 7, 2, bytes);
    return block;
}

CommandBlock readDefectData12(bool grown, std::uint8_t format, std::uint32_t bytes) {
    CommandBlock block = command(opcode::readDefectData12);
    block.bytes[1] = static_cast<std::byte>((grown ? 0x08U : 0x10U) | (format & 0x07U));
    putBigEndian(block.bytes, 6, 4, bytes);
    return block;
}

CommandBlock sendDiagnostic(SelfTestCode code) {
    CommandBlock block = command(opcode::sendDiagnostic);
    block.bytes[1] = static_cast<std::byte>(static_cast<unsigned>(code) << 5U);
    return block;
}

CommandBlock securityProtocolIn(std::uint8_t protocol, std::uint16_t comId, std::uint32_t bytes) {
    CommandBlock block = command(opcode::securityProtocolIn);
    block.bytes[1] = std::byte{protocol};
    putBigEndian(block.bytes, 2, 2, comId);
    putBigEndian(block.bytes, 6, 4, bytes);
    return block;
}

CommandBlock read16(Lba lba, std::uint32_t sectors, bool fua) {
    CommandBlock block = onBlocks16(opcode::read16, lba, sectors);
    block.bytes[1] = fua ? fuaBit : std::byte{0};
    return block;
}

CommandBlock read10(Lba lba, std::uint32_t sectors, bool fua) {
    CommandBlock block = onBlocks10(opcode::read10, lba, sectors);
    block.bytes[1] = fua ? fuaBit : std::byte{0};
    return block;
}

CommandBlock verify10(Lba lba, std::uint32_t sectors) {
    return onBlocks10(opcode::verify10, lba, sectors);
}

CommandBlock write16(Lba lba, std::uint32_t sectors, bool fua) {
    CommandBlock block = onBlocks16(opcode::write16, lba, sectors);
    block.bytes[1] = fua ? fuaBit : std::byte{0};
    return block;
}

CommandBlock write10(Lba lba, std::uint32_t sectors, bool fua) {
    CommandBlock block = onBlocks10(opcode::write10, lba, sectors);
    block.bytes[1] = fua ? fuaBit : std::byte{0};
    return block;
}

CommandBlock writeAndVerify16(Lba lba, std::uint32_t sectors) {
    return onBlocks16(opcode::writeAndVerify16, lba, sectors);
}

CommandBlock synchronizeCache() {
    return command(opcode::synchronizeCache10);
}

CommandBlock reassignBlocks() {
    CommandBlock block = command(opcode::reassignBlocks);
    block.bytes[1] = std::byte{0x02}; // LONGLBA
    return block;
}

std::vector<std::byte> reassignList(Lba lba) {
    std::vector<std::byte> list(reassignListBytes);
    putBigEndian(list, 2, 2, 8);
    putBigEndian(list, 4, 8, lba.value);
    return list;
}

std::optional<Lba> lbaInReassignList(std::span<const std::byte> list) {
    if (list.size() != reassignListBytes || bigEndian(list, 0, 4) != 8)
        return std::nullopt;
    return Lba{bigEndian(list, 4, 8)};
}

bool isFua(const CommandBlock& block) {
    return (block.bytes[1] & fuaBit) != std::byte{0};
}

CommandBlock verify16(Lba lba, std::uint32_t sectors) {
    return onBlocks16(opcode::verify16, lba, sectors);
}

Lba lbaOf(const CommandBlock& block) {
    return lengthOf(block) == 16 ? Lba{bigEndian(block.bytes, 2, 8)} : Lba{bigEndian(block.bytes, 2, 4)};
}

std::uint32_t sectorsOf(const CommandBlock& block) {
    return static_cast<std::uint32_t>(lengthOf(block) == 16 ? bigEndian(block.bytes, 10, 4)
                                                            : bigEndian(block.bytes, 7, 2));
}

} // namespace orbita::scsi
