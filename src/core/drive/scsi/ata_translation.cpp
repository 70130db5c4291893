// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/ata_translation.h"

#include "core/base/bytes.h"
#include "core/drive/scsi/commands.h"

namespace orbita::scsi {

namespace {

// Protocol field, byte 1 bits 4..1 (SAT, ATA PASS-THROUGH).
constexpr unsigned protocolNonData = 3;
constexpr unsigned protocolPioIn = 4;
constexpr unsigned protocolPioOut = 5;
constexpr unsigned protocolDma = 6;
constexpr unsigned extended = 1; // byte 1 bit 0

// Byte 2: the length is in the count field, in blocks.
constexpr unsigned lengthInCount = 0x02;
constexpr unsigned lengthInBlocks = 0x04;
constexpr unsigned fromDevice = 0x08;
constexpr unsigned checkCondition = 0x20;

bool writesDma(std::uint8_t op) {
    return op == ata::opcode::writeDmaExt || op == ata::opcode::writeDmaFuaExt;
}

bool isExtended(std::uint8_t op) {
    return op == ata::opcode::readDmaExt || op == ata::opcode::readLogExt ||
           op == ata::opcode::readVerifyExt || op == ata::opcode::readNativeMaxExt ||
           op == ata::opcode::writeLogExt || writesDma(op) || op == ata::opcode::flushCacheExt;
}

} // namespace

DataDirection directionOf(const CommandBlock& ata) {
    switch (ata::opcodeOf(ata)) {
    case ata::opcode::identifyDevice:
    case ata::opcode::readDmaExt:
    case ata::opcode::readLogExt:
    case ata::opcode::trustedReceive:
        return DataDirection::fromDrive;
    case ata::opcode::writeDmaExt:
    case ata::opcode::writeDmaFuaExt:
        return DataDirection::toDrive;
    case ata::opcode::smart:
        switch (ata::featureOf(ata)) {
        case ata::smart::readData:
        case ata::smart::readThresholds:
        case ata::smart::readLog:
            return DataDirection::fromDrive;
        case ata::smart::writeLog:
            return DataDirection::toDrive;
        default:
            return DataDirection::none;
        }
    default:
        return DataDirection::none;
    }
}

bool asksRegistersBack(const CommandBlock& scsi) {
    return (byteAt(scsi.bytes, 2) & checkCondition) != 0;
}

CommandBlock wrapAta(const CommandBlock& ata) {
    const std::uint8_t op = ata::opcodeOf(ata);
    const DataDirection direction = directionOf(ata);
    unsigned protocol = protocolNonData;
    if (direction == DataDirection::fromDrive)
        protocol = op == ata::opcode::readDmaExt ? protocolDma : protocolPioIn;
    else if (direction == DataDirection::toDrive)
        protocol = writesDma(op) ? protocolDma : protocolPioOut;

    CommandBlock block;
    block.protocol = Protocol::scsi;
    auto& b = block.bytes;
    b[0] = std::byte{opcode::ataPassThrough16};
    b[1] = static_cast<std::byte>(protocol << 1U | (isExtended(op) ? extended : 0U));
    // The registers are asked back only where they are the answer: data alone is told good or bad by the
    // status, and some translations take the registers of a data command for those of a failed one.
    // An SCT command is written to a log and answered in the registers.
    const bool sct = op == ata::opcode::smart && ata::featureOf(ata) == ata::smart::writeLog &&
                     ata::logAddressOf(ata) == ata::logAddress::sctCommand;
    unsigned flags = direction == DataDirection::none ? checkCondition : lengthInCount | lengthInBlocks;
    flags |= sct ? checkCondition : 0U;
    if (direction == DataDirection::fromDrive)
        flags |= fromDevice;
    b[2] = static_cast<std::byte>(flags);
    // Features, count and LBA, each as (15:8, 7:0); in the frame the high halves stand 8 bytes on or beside.
    b[3] = ata.bytes[11];
    b[4] = ata.bytes[3];
    b[5] = ata.bytes[13];
    b[6] = op == ata::opcode::identifyDevice ? std::byte{1} : ata.bytes[12];
    b[7] = ata.bytes[8];
    b[8] = ata.bytes[4];
    b[9] = ata.bytes[9];
    b[10] = ata.bytes[5];
    b[11] = ata.bytes[10];
    b[12] = ata.bytes[6];
    b[13] = ata.bytes[7];
    b[14] = ata.bytes[2];
    return block;
}

std::optional<CommandBlock> unwrapAta(const CommandBlock& scsi) {
    const std::uint8_t op = opcodeOf(scsi);
    if (scsi.protocol != Protocol::scsi || (op != opcode::ataPassThrough16 && op != opcode::ataPassThrough12))
        return std::nullopt;
    CommandBlock block;
    block.protocol = Protocol::ata;
    const auto& b = scsi.bytes;
    auto& f = block.bytes;
    f[0] = std::byte{0x27};
    f[1] = std::byte{0x80};
    if (op == opcode::ataPassThrough16) {
        f[2] = b[14];
        f[3] = b[4];
        f[4] = b[8];
        f[5] = b[10];
        f[6] = b[12];
        f[7] = b[13];
        f[8] = b[7];
        f[9] = b[9];
        f[10] = b[11];
        f[11] = b[3];
        f[12] = b[6];
        f[13] = b[5];
    } else {
        f[2] = b[9];
        f[3] = b[3];
        f[4] = b[5];
        f[5] = b[6];
        f[6] = b[7];
        f[7] = b[8];
        f[12] = b[4];
    }
    return block;
}

std::optional<ata::Answer> answerFromSense(const Sense& sense) {
    // Descriptor 09h: extend in byte 2, error 3, count 4..5, LBA as (31:24, 7:0, 39:32, 15:8, 47:40, 23:16)
    // in 6..11, device 12, status 13.
    if (sense.ataReturn.size() != 14)
        return std::nullopt;
    const std::span<const std::byte> d = sense.ataReturn;
    ata::Answer answer;
    answer.error = static_cast<std::uint8_t>(byteAt(d, 3));
    answer.status = static_cast<std::uint8_t>(byteAt(d, 13));
    const bool wide = (byteAt(d, 2) & 1U) != 0;
    answer.count = static_cast<std::uint16_t>((wide ? byteAt(d, 4) << 8U : 0U) | byteAt(d, 5));
    std::uint64_t lba =
        std::uint64_t{byteAt(d, 7)} | std::uint64_t{byteAt(d, 9)} << 8U | std::uint64_t{byteAt(d, 11)} << 16U;
    if (wide)
        lba |= std::uint64_t{byteAt(d, 6)} << 24U | std::uint64_t{byteAt(d, 8)} << 32U |
               std::uint64_t{byteAt(d, 10)} << 40U;
    answer.lba.value = lba;
    return answer;
}

std::vector<std::byte> ataReturnOf(const ata::Answer& answer) {
    std::vector<std::byte> d(14);
    d[0] = std::byte{0x09};
    d[1] = std::byte{12};
    d[2] = std::byte{1};
    d[3] = std::byte{answer.error};
    putBigEndian(d, 4, 2, answer.count);
    const std::uint64_t lba = answer.lba.value;
    d[6] = static_cast<std::byte>(lba >> 24U & 0xFFU);
    d[7] = static_cast<std::byte>(lba & 0xFFU);
    d[8] = static_cast<std::byte>(lba >> 32U & 0xFFU);
    d[9] = static_cast<std::byte>(lba >> 8U & 0xFFU);
    d[10] = static_cast<std::byte>(lba >> 40U & 0xFFU);
    d[11] = static_cast<std::byte>(lba >> 16U & 0xFFU);
    d[13] = std::byte{answer.status};
    return d;
}

} // namespace orbita::scsi
