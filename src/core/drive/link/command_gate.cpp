// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/command_gate.h"

#include "core/base/bytes.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/tcg/discovery.h"

namespace orbita {

namespace {

using enum CommandClass;

// SCT commands are written to log E0h; words 0 and 1 hold action and function (ACS, SCT command transport).
CommandClass classOfSct(std::span<const std::byte> parameters) {
    if (parameters.size() < 512)
        return unknown;
    const std::uint64_t action = littleEndian(parameters, 0, 2);
    const std::uint64_t function = littleEndian(parameters, 2, 2);
    switch (action) {
    case 2: // WRITE SAME
        return mediumWriting;
    case 3: // error recovery control: 1 sets, 2 asks
        return function == 2 ? mediumReading : function == 1 ? stateChanging : unknown;
    default:
        return unknown;
    }
}

CommandClass classOfSmart(const CommandBlock& block, std::span<const std::byte> parameters) {
    const std::uint8_t low = ata::logAddressOf(block);
    switch (ata::featureOf(block)) {
    case ata::smart::readData:
    case ata::smart::readThresholds:
    case ata::smart::readLog:
    case ata::smart::returnStatus:
        return mediumReading;
    case ata::smart::enable:
        return stateChanging;
    case ata::smart::executeOffline:
        // 81h to 84h are the captive forms: the drive answers nothing until they end.
        return (low >= 1 && low <= 4) || low == 0x7F ? stateChanging : unknown;
    case ata::smart::writeLog:
        if (low == ata::logAddress::sctCommand)
            return classOfSct(parameters);
        return low == ata::logAddress::selectiveSelfTest ? stateChanging : unknown;
    default:
        return unknown;
    }
}

// Opcodes of ACS that change the medium: listed so that a refusal can say what was refused.
CommandClass classOfAtaWrite(std::uint8_t op) {
    switch (op) {
    case 0x06: // DATA SET MANAGEMENT
    case 0x30: // WRITE SECTORS
    case 0x34: // WRITE SECTORS EXT
    case 0x35: // WRITE DMA EXT
    case 0x3D: // WRITE DMA FUA EXT
    case 0x45: // WRITE UNCORRECTABLE EXT
    case 0x61: // WRITE FPDMA QUEUED
    case 0xB4: // SANITIZE DEVICE
    case 0xC5: // WRITE MULTIPLE
    case 0x39: // WRITE MULTIPLE EXT
    case 0xCA: // WRITE DMA
    case 0xF4: // SECURITY ERASE UNIT
        return mediumWriting;
    default:
        return unknown;
    }
}

// What a security protocol hands out may depend on what it was sent before: only the one page that tells what
// is locked is asked for.
CommandClass classOfSecurity(std::uint64_t protocol, std::uint64_t comId) {
    return protocol == tcg::discoveryProtocol && comId == tcg::discoveryComId ? mediumReading : unknown;
}

CommandClass classOfAta(const CommandBlock& block, std::span<const std::byte> parameters) {
    if (!ata::isCommand(block))
        return unknown;
    switch (ata::opcodeOf(block)) {
    case ata::opcode::identifyDevice:
    case ata::opcode::readDmaExt:
    case ata::opcode::readVerifyExt:
    case ata::opcode::readLogExt:
    case ata::opcode::readNativeMaxExt:
    case ata::opcode::checkPowerMode:
        return mediumReading;
    case ata::opcode::smart:
        return classOfSmart(block, parameters);
    case ata::opcode::trustedReceive:
        return classOfSecurity(ata::featureOf(block), ata::comIdOf(block));
    default:
        return classOfAtaWrite(ata::opcodeOf(block));
    }
}

// MODE SELECT may change the read-write error recovery page (01h) and nothing else, until power is cut.
CommandClass classOfModeSelect(const CommandBlock& block, std::span<const std::byte> parameters) {
    const bool saved = (byteAt(block.bytes, 1) & 1U) != 0;
    constexpr std::size_t header = 8; // MODE SELECT(10)
    if (saved || scsi::opcodeOf(block) != scsi::opcode::modeSelect10 || parameters.size() < header + 2 ||
        bigEndian(parameters, 6, 2) != 0)
        return unknown;
    const bool onlyThat = (byteAt(parameters, header) & 0x7FU) == 0x01 &&
                          parameters.size() == header + 2 + byteAt(parameters, header + 1);
    return onlyThat ? stateChanging : unknown;
}

CommandClass classOfSendDiagnostic(const CommandBlock& block) {
    // Self-test codes 1, 2 (background) and 4 (abort); 5 and 6 run in the foreground. No other bit may be
    // set.
    const unsigned flags = byteAt(block.bytes, 1);
    const unsigned code = flags >> 5U;
    const bool noList = bigEndian(block.bytes, 3, 2) == 0;
    return noList && (flags & 0x1FU) == 0 && (code == 1 || code == 2 || code == 4) ? stateChanging : unknown;
}

CommandClass classOfScsiWrite(std::uint8_t op) {
    switch (op) {
    case 0x04: // FORMAT UNIT
    case 0x07: // REASSIGN BLOCKS
    case 0x0A: // WRITE, 6 to 16
    case 0x2A:
    case 0xAA:
    case 0x8A:
    case 0x2E: // WRITE AND VERIFY
    case 0x8E:
    case 0xAE:
    case 0x3F: // WRITE LONG
    case 0x41: // WRITE SAME
    case 0x93:
    case 0x42: // UNMAP
    case 0x48: // SANITIZE
        return mediumWriting;
    default:
        return unknown;
    }
}

CommandClass classOfScsi(const CommandBlock& block, std::span<const std::byte> parameters) {
    switch (const std::uint8_t op = scsi::opcodeOf(block)) {
    case scsi::opcode::testUnitReady:
    case scsi::opcode::requestSense:
    case scsi::opcode::inquiry:
    case scsi::opcode::readCapacity10:
    case scsi::opcode::modeSense6:
    case scsi::opcode::modeSense10:
    case scsi::opcode::readDefectData10:
    case scsi::opcode::readDefectData12:
    case scsi::opcode::reportLuns:
    case scsi::opcode::read6:
    case scsi::opcode::read10:
    case scsi::opcode::read16:
        return mediumReading;
    case scsi::opcode::verify10:
    case scsi::opcode::verify16:
        // BYTCHK other than 0 would send data to compare.
        return (byteAt(block.bytes, 1) & 0x06U) == 0 ? mediumReading : unknown;
    case scsi::opcode::logSense:
        return (byteAt(block.bytes, 1) & 1U) == 0 ? mediumReading : unknown; // SP would save them
    case scsi::opcode::serviceActionIn16: {
        const unsigned action = byteAt(block.bytes, 1) & 0x1FU;
        return action == scsi::readCapacity16Action || action == scsi::getLbaStatusAction ? mediumReading
                                                                                          : unknown;
    }
    case scsi::opcode::securityProtocolIn:
        return classOfSecurity(byteAt(block.bytes, 1), bigEndian(block.bytes, 2, 2));
    case scsi::opcode::zoningIn:
        return (byteAt(block.bytes, 1) & 0x1FU) == scsi::reportZonesAction ? mediumReading : unknown;
    case scsi::opcode::modeSelect10:
        return classOfModeSelect(block, parameters);
    case scsi::opcode::sendDiagnostic:
        return classOfSendDiagnostic(block);
    case scsi::opcode::startStopUnit:
        // START and nothing else: no eject, no power condition.
        return byteAt(block.bytes, 4) == 1 ? stateChanging : unknown;
    case scsi::opcode::ataPassThrough16:
    case scsi::opcode::ataPassThrough12:
        return classOfAta(*scsi::unwrapAta(block), parameters);
    default:
        return classOfScsiWrite(op);
    }
}

CommandClass classOfNvmeAdmin(const CommandBlock& block) {
    const std::uint32_t dword10 = nvme::dwordOf(block, 10);
    switch (nvme::opcodeOf(block)) {
    case nvme::admin::identify:
    case nvme::admin::getFeatures:
        return mediumReading;
    case nvme::admin::getLogPage:
        switch (dword10 & 0xFFU) {
        case nvme::logPage::errorInformation:
        case nvme::logPage::health:
        case nvme::logPage::commandsSupported:
        case nvme::logPage::selfTest:
        case nvme::logPage::sanitizeStatus:
            return mediumReading;
        default:
            return unknown; // reading some logs establishes or clears something
        }
    case nvme::admin::setFeatures:
        // Bit 31 would save it across power cycles.
        return (dword10 & 0x800000FFU) == nvme::feature::errorRecovery ? stateChanging : unknown;
    case nvme::admin::deviceSelfTest: {
        const std::uint32_t code = dword10 & 0xFU;
        return code == 1 || code == 2 || code == 0xF ? stateChanging : unknown;
    }
    case nvme::admin::securityReceive:
        return classOfSecurity(dword10 >> 24U, dword10 >> 8U & 0xFFFFU);
    case 0x80: // Format NVM
    case 0x84: // Sanitize
        return mediumWriting;
    default:
        return unknown;
    }
}

CommandClass classOfNvmeIo(const CommandBlock& block) {
    switch (nvme::opcodeOf(block)) {
    case nvme::io::read:
    case nvme::io::verify:
        return mediumReading;
    case 0x01: // Write
    case 0x04: // Write Uncorrectable
    case 0x08: // Write Zeroes
    case 0x09: // Dataset Management
    case 0x19: // Copy
    case 0x7D: // Zone Append
        return mediumWriting;
    default:
        return unknown;
    }
}

} // namespace

CommandClass classOf(const CommandBlock& block, std::span<const std::byte> parameters) {
    switch (block.protocol) {
    case Protocol::plain:
        return plain::isRead(block) ? mediumReading : unknown;
    case Protocol::ata:
        return classOfAta(block, parameters);
    case Protocol::scsi:
        return classOfScsi(block, parameters);
    case Protocol::nvmeAdmin:
        return classOfNvmeAdmin(block);
    case Protocol::nvmeIo:
        return classOfNvmeIo(block);
    }
    return unknown;
}

} // namespace orbita
