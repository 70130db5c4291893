// SPDX-License-Identifier: GPL-3.0-or-later
// Every command that Orbita sends to a SCSI device, and to an ATA drive through one.
#include "core/families/scsi/scsi_family.h"

#include "core/base/bytes.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/families/ata/ata_family.h"

#include <algorithm>

namespace orbita {

namespace {

using enum CommandClass;

constexpr std::uint8_t recoveryPage = 0x01;
constexpr std::size_t listHeader = 8; // MODE SELECT(10)

// The error recovery page and nothing else, in a list whose header says nothing.
bool isRecoveryList(Parameters list) {
    return list.size() >= listHeader + 12 && allZero(list.first(listHeader)) &&
           byteAt(list, listHeader) == recoveryPage &&
           list.size() == listHeader + 2 + byteAt(list, listHeader + 1);
}

bool namesOneSector(Parameters list) {
    return scsi::lbaInReassignList(list).has_value();
}

using P = CommandPattern;
constexpr CommandRule scsiRules[] = {
    // READ(16) and (10) with or without FUA, VERIFY(16) and (10) without data to compare
    {Protocol::scsi,
     mediumReading,
     P("88 ~08 .. .. .. .. .. .. .. .. .. .. .. .. 00"),
     {Length::sectors, 10, 4}},
    {Protocol::scsi, mediumReading, P("8F 00 .. .. .. .. .. .. .. .. .. .. .. .. 00")},
    {Protocol::scsi, mediumReading, P("28 ~08 .. .. .. .. 00 .. .. 00"), {Length::sectors, 7, 2}},
    {Protocol::scsi, mediumReading, P("2F 00 .. .. .. .. 00 .. .. 00")},
    // TEST UNIT READY, REQUEST SENSE, INQUIRY
    {Protocol::scsi, mediumReading, P("00")},
    {Protocol::scsi, mediumReading, P("03 ~01 00 00 .. 00"), {Length::field, 4, 1}},
    {Protocol::scsi, mediumReading, P("12 00 00 .. .. 00"), {Length::field, 3, 2}},
    {Protocol::scsi, mediumReading, P("12 01 .. .. .. 00"), {Length::field, 3, 2}},
    // READ CAPACITY(10) and (16), GET LBA STATUS, REPORT ZONES
    {Protocol::scsi, mediumReading, P("25"), {Length::fixed, 8}},
    {Protocol::scsi, mediumReading, P("9E 10 00 00 00 00 00 00 00 00 00 00 00 20"), {Length::field, 10, 4}},
    {Protocol::scsi,
     mediumReading,
     P("9E 12 .. .. .. .. .. .. .. .. .. .. .. .. 00"),
     {Length::field, 10, 4}},
    {Protocol::scsi,
     mediumReading,
     P("95 00 .. .. .. .. .. .. .. .. .. .. .. .. 80"),
     {Length::field, 10, 4}},
    // MODE SENSE(10), current values of error recovery and caching; LOG SENSE, cumulative values, not saved
    {Protocol::scsi, mediumReading, P("5A 08 01 00 00 00 00 .. .. 00"), {Length::field, 7, 2}},
    {Protocol::scsi, mediumReading, P("5A 08 08 00 00 00 00 .. .. 00"), {Length::field, 7, 2}},
    {Protocol::scsi, mediumReading, P("4D 00 40~3F .. 00 00 00 .. .. 00"), {Length::field, 7, 2}},
    // READ DEFECT DATA(12): the grown or the primary list
    {Protocol::scsi, mediumReading, P("B7 08~07 00 00 00 00 .. .. .. .. 00"), {Length::field, 6, 4}},
    {Protocol::scsi, mediumReading, P("B7 10~07 00 00 00 00 .. .. .. .. 00"), {Length::field, 6, 4}},
    // SECURITY PROTOCOL IN: as TRUSTED RECEIVE
    {Protocol::scsi, mediumReading, P("A2 01 00 01 00 00 .. .. .. .. 00"), {Length::field, 6, 4}},
    // SEND DIAGNOSTIC: self-tests in the background, and their end; no other bit
    {Protocol::scsi, stateChanging, P("1D 20")},
    {Protocol::scsi, stateChanging, P("1D 40")},
    {Protocol::scsi, stateChanging, P("1D 80")},
    // MODE SELECT(10), page format, until power is cut
    {Protocol::scsi, stateChanging, P("55 10 00 00 00 00 00 .. .. 00"), {}, isRecoveryList},
    // WRITE(16) and (10) with or without FUA, WRITE AND VERIFY(16) without data to compare
    {Protocol::scsi,
     mediumWriting,
     P("8A ~08 .. .. .. .. .. .. .. .. .. .. .. .. 00"),
     {},
     whatever,
     {Length::sectors, 10, 4}},
    {Protocol::scsi,
     mediumWriting,
     P("2A ~08 .. .. .. .. 00 .. .. 00"),
     {},
     whatever,
     {Length::sectors, 7, 2}},
    {Protocol::scsi,
     mediumWriting,
     P("8E 00 .. .. .. .. .. .. .. .. .. .. .. .. 00"),
     {},
     whatever,
     {Length::sectors, 10, 4}},
    // SYNCHRONIZE CACHE(10) of the whole drive; REASSIGN BLOCKS of one sector
    {Protocol::scsi, mediumWriting, P("35")},
    {Protocol::scsi, mediumWriting, P("07 02"), {}, namesOneSector},
};

// FORMAT UNIT, REASSIGN BLOCKS, WRITE ..., WRITE AND VERIFY, WRITE LONG, WRITE SAME, UNMAP, SANITIZE
bool scsiWrites(const CommandBlock& block) {
    return isOneOf(scsi::opcodeOf(block),
                   {0x04, 0x07, 0x0A, 0x2A, 0x2E, 0x3F, 0x41, 0x42, 0x48, 0x8A, 0x8E, 0x93, 0xAA, 0xAE});
}

bool scsiTellsSetting(const CommandBlock& block) {
    return scsi::opcodeOf(block) == scsi::opcode::modeSense10 && byteAt(block.bytes, 2) == recoveryPage;
}

std::vector<std::byte> scsiSettingFrom(std::span<const std::byte> /*reply*/,
                                       std::span<const std::byte> data) {
    const auto mode = scsi::decodeMode10(data, recoveryPage);
    return mode ? mode->page : std::vector<std::byte>{};
}

// Bytes 10 and 11 of the page are the time limit; the others decide, among other things, whether the drive
// may move sectors by itself.
bool scsiSparesSetting(const CommandBlock& block, const Payload& payload, std::span<const std::byte> told) {
    if (scsi::opcodeOf(block) != scsi::opcode::modeSelect10)
        return true;
    if (told.size() < 12)
        return false;
    std::vector<std::byte> page(told.begin(), told.end());
    std::copy_n(payload.parameters.begin() + listHeader + 10, 2, page.begin() + 10);
    const auto list = scsi::modeSelectList(page);
    return bigEndian(block.bytes, 7, 2) == list.size() &&
           std::equal(list.begin(), list.end(), payload.parameters.begin(), payload.parameters.end());
}

} // namespace

const SharedSetting scsiSharedSetting = {scsiTellsSetting, scsiSettingFrom, scsiSparesSetting};

CommandClass scsiClassOf(const CommandBlock& block, const Payload& payload) {
    // An ATA command inside a SCSI one must be wrapped as Orbita does it: the translation's own protocol,
    // direction and length are part of what it does.
    if (const auto inside = scsi::unwrapAta(block))
        return scsi::wrapAta(*inside) == block ? ataClassOf(*inside, payload)
                                               : ataForeign(*inside, payload.parameters);
    if (const auto is = classByRules(scsiRules, ByteOrder::big, block, payload))
        return *is;
    return scsiWrites(block) ? foreignWrite : unknown;
}

} // namespace orbita
