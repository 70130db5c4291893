// SPDX-License-Identifier: GPL-3.0-or-later
// SCSI command descriptor blocks (SPC, SBC). Opcodes as in the Linux kernel's include/scsi/scsi_proto.h.
#pragma once

#include "core/base/units.h"
#include "core/drive/command/command_block.h"

#include <optional>
#include <span>
#include <vector>

namespace orbita::scsi {

namespace opcode {
constexpr std::uint8_t testUnitReady = 0x00;
constexpr std::uint8_t requestSense = 0x03;
constexpr std::uint8_t reassignBlocks = 0x07;
constexpr std::uint8_t read6 = 0x08;
constexpr std::uint8_t inquiry = 0x12;
constexpr std::uint8_t modeSelect6 = 0x15;
constexpr std::uint8_t modeSense6 = 0x1A;
constexpr std::uint8_t startStopUnit = 0x1B;
constexpr std::uint8_t sendDiagnostic = 0x1D;
constexpr std::uint8_t readCapacity10 = 0x25;
constexpr std::uint8_t read10 = 0x28;
constexpr std::uint8_t write10 = 0x2A;
constexpr std::uint8_t verify10 = 0x2F;
constexpr std::uint8_t synchronizeCache10 = 0x35;
constexpr std::uint8_t readDefectData10 = 0x37;
constexpr std::uint8_t logSense = 0x4D;
constexpr std::uint8_t modeSelect10 = 0x55;
constexpr std::uint8_t modeSense10 = 0x5A;
constexpr std::uint8_t ataPassThrough16 = 0x85;
constexpr std::uint8_t read16 = 0x88;
constexpr std::uint8_t write16 = 0x8A;
constexpr std::uint8_t writeAndVerify16 = 0x8E;
constexpr std::uint8_t verify16 = 0x8F;
constexpr std::uint8_t zoningIn = 0x95;
constexpr std::uint8_t serviceActionIn16 = 0x9E;
constexpr std::uint8_t reportLuns = 0xA0;
constexpr std::uint8_t ataPassThrough12 = 0xA1;
constexpr std::uint8_t securityProtocolIn = 0xA2;
constexpr std::uint8_t readDefectData12 = 0xB7;
} // namespace opcode

namespace status {
constexpr std::uint8_t good = 0x00;
constexpr std::uint8_t checkCondition = 0x02;
constexpr std::uint8_t busy = 0x08;
constexpr std::uint8_t reservationConflict = 0x18;
constexpr std::uint8_t taskSetFull = 0x28;
constexpr std::uint8_t taskAborted = 0x40;
} // namespace status

// Service actions of serviceActionIn16 and zoningIn, in byte 1.
constexpr std::uint8_t readCapacity16Action = 0x10;
constexpr std::uint8_t getLbaStatusAction = 0x12;
constexpr std::uint8_t reportZonesAction = 0x00;

// Self-test codes of SEND DIAGNOSTIC, bits 7..5 of byte 1 (SPC).
enum class SelfTestCode : std::uint8_t { backgroundShort = 1, backgroundExtended = 2, abortBackground = 4 };

// The length that the opcode's group gives: 6, 10, 12 or 16; 0 for groups whose length is not fixed.
std::size_t lengthOf(const CommandBlock& block);
std::uint8_t opcodeOf(const CommandBlock& block);

CommandBlock testUnitReady();
// Fixed-format sense, or descriptor format if asked for. 252 bytes.
CommandBlock requestSense(bool descriptors = false);
// `page` absent: standard inquiry data. Requires bytes <= 65535.
CommandBlock inquiry(std::optional<std::uint8_t> page, std::uint16_t bytes);
CommandBlock readCapacity10(); // 8 bytes
CommandBlock readCapacity16(); // 32 bytes
// What is held from `from` on: provisioning.h reads the answer.
CommandBlock getLbaStatus(Lba from, std::uint32_t bytes);
CommandBlock reportZones(Lba from, std::uint32_t bytes);
// MODE SENSE(10), current values, no block descriptors. Page and subpage.
CommandBlock modeSense10(std::uint8_t page, std::uint16_t bytes, std::uint8_t subpage = 0);
// MODE SELECT(10), page format, not saved across power cycles. The list goes as the request's parameters.
CommandBlock modeSelect10(std::uint16_t bytes);
// Cumulative values. Page and subpage.
CommandBlock logSense(std::uint8_t page, std::uint16_t bytes, std::uint8_t subpage = 0);
// The grown list in long block or physical sector format: `format` as in READ DEFECT DATA (SBC).
CommandBlock readDefectData12(bool grown, std::uint8_t format, std::uint32_t bytes);
CommandBlock sendDiagnostic(SelfTestCode code);
// What that security protocol has to tell.
CommandBlock securityProtocolIn(std::uint8_t protocol, std::uint16_t comId, std::uint32_t bytes);
// Requires sectors >= 1.
// `fua`: from the medium, past the drive's cache.
CommandBlock read16(Lba lba, std::uint32_t sectors, bool fua = false);
// Require an LBA below 2^32 and at most 65 535 sectors.
CommandBlock read10(Lba lba, std::uint32_t sectors, bool fua = false);
CommandBlock verify10(Lba lba, std::uint32_t sectors);
// VERIFY(16) with BYTCHK 0: the drive reads, no data crosses the cable.
CommandBlock verify16(Lba lba, std::uint32_t sectors);

// The contents of what is written go as the request's parameters. `fua`: on the medium before it answers.
CommandBlock write16(Lba lba, std::uint32_t sectors, bool fua);
// Requires what read10 does.
CommandBlock write10(Lba lba, std::uint32_t sectors, bool fua);
// Writes to the medium, then reads it back and checks it (BYTCHK 0).
CommandBlock writeAndVerify16(Lba lba, std::uint32_t sectors);
// Has all that was written before on the medium before it answers: every sector of the drive (SBC, number of
// blocks 0).
CommandBlock synchronizeCache();
// Has the drive use spare sectors from now on for those in the list, which goes as the parameters.
CommandBlock reassignBlocks();
constexpr std::size_t reassignListBytes = 12;
// One LBA of 8 bytes behind a header of 4 (SBC, REASSIGN BLOCKS with LONGLBA 1 and LONGLIST 0).
std::vector<std::byte> reassignList(Lba lba);
// Empty where it is no such list.
std::optional<Lba> lbaInReassignList(std::span<const std::byte> list);

bool isFua(const CommandBlock& block); // of READ and WRITE, 10 and 16 bytes
// Of READ, VERIFY and WRITE, 10 and 16 bytes.
Lba lbaOf(const CommandBlock& block);
std::uint32_t sectorsOf(const CommandBlock& block);

} // namespace orbita::scsi
