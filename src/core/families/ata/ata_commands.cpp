// SPDX-License-Identifier: GPL-3.0-or-later
// Every command that Orbita sends to an ATA drive.
#include "core/families/ata/ata_family.h"

#include "core/base/bytes.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/ata/taskfile.h"

#include <algorithm>

namespace orbita {

namespace {

using enum CommandClass;

bool samePage(Parameters a, Parameters b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end());
}

// SCT commands are written to log E0h, and what they do stands in the page (ACS, SCT command transport).
// Writing the same data over and over is one of them.
bool asksRecoveryTime(Parameters page) {
    return samePage(page, ata::sctAskRecoveryTime(true));
}

bool setsRecoveryTime(Parameters page) {
    return page.size() == ata::pageBytes &&
           samePage(page,
                    ata::sctSetRecoveryTime(true, static_cast<std::uint16_t>(littleEndian(page, 6, 2))));
}

bool namesSpansToTest(Parameters page) {
    const auto test = ata::decodeSelective(page);
    return test && samePage(page, ata::encodeSelective(*test));
}

using P = CommandPattern;
// Byte 0 and 1 a Host to Device frame that carries a command; 2 the command, 3 and 11 features, 4 to 6 and 8
// to 10 the LBA, 7 the device, 12 and 13 the count.
constexpr CommandRule ataRules[] = {
    // READ DMA EXT, READ VERIFY EXT
    {Protocol::ata,
     mediumReading,
     P("27 80 25 00 .. .. .. 40 .. .. .. 00 .. .."),
     {Length::sectorsOrMost, 12, 2}},
    {Protocol::ata, mediumReading, P("27 80 42 00 .. .. .. 40 .. .. .. 00 .. ..")},
    // IDENTIFY DEVICE, READ NATIVE MAX ADDRESS EXT, CHECK POWER MODE
    {Protocol::ata, mediumReading, P("27 80 EC 00 00 00 00 00 00 00 00 00 ~01"), {Length::fixed, 512}},
    {Protocol::ata, mediumReading, P("27 80 27 00 00 00 00 40")},
    {Protocol::ata, mediumReading, P("27 80 E5")},
    // SMART READ DATA, READ ATTRIBUTE THRESHOLDS, RETURN STATUS
    {Protocol::ata, mediumReading, P("27 80 B0 D0 00 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    {Protocol::ata, mediumReading, P("27 80 B0 D1 00 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    {Protocol::ata, mediumReading, P("27 80 B0 DA 00 4F C2 00 00 00 00 00 ~01")},
    // SMART READ LOG: errors, self-tests, selective self-tests, SCT status
    {Protocol::ata, mediumReading, P("27 80 B0 D5 01 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    {Protocol::ata, mediumReading, P("27 80 B0 D5 06 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    {Protocol::ata, mediumReading, P("27 80 B0 D5 09 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    {Protocol::ata, mediumReading, P("27 80 B0 D5 E0 4F C2 00 00 00 00 00 01"), {Length::pages, 12, 1}},
    // READ LOG EXT: errors, statistics, self-tests, pending defects, phy counters. With a feature set, the
    // last would be cleared.
    {Protocol::ata, mediumReading, P("27 80 2F 00 03 .. 00 40 00 .. 00 00 .. .."), {Length::pages, 12, 2}},
    {Protocol::ata, mediumReading, P("27 80 2F 00 04 .. 00 40 00 .. 00 00 .. .."), {Length::pages, 12, 2}},
    {Protocol::ata, mediumReading, P("27 80 2F 00 07 .. 00 40 00 .. 00 00 .. .."), {Length::pages, 12, 2}},
    {Protocol::ata, mediumReading, P("27 80 2F 00 0C .. 00 40 00 .. 00 00 .. .."), {Length::pages, 12, 2}},
    {Protocol::ata, mediumReading, P("27 80 2F 00 11 .. 00 40 00 .. 00 00 .. .."), {Length::pages, 12, 2}},
    // TRUSTED RECEIVE of the one page that tells what is locked; what a security protocol hands out otherwise
    // may depend on what it was sent before
    {Protocol::ata, mediumReading, P("27 80 5C 01 00 01 00 00 00 00 00 00 .."), {Length::pages, 12, 1}},
    // SCT, by its parameters: asks how long the drive tries, or sets it
    {Protocol::ata, mediumReading, P("27 80 B0 D6 E0 4F C2 00 00 00 00 00 01"), {}, asksRecoveryTime},
    {Protocol::ata, stateChanging, P("27 80 B0 D6 E0 4F C2 00 00 00 00 00 01"), {}, setsRecoveryTime},
    // SMART WRITE LOG of the spans for a selective self-test
    {Protocol::ata, stateChanging, P("27 80 B0 D6 09 4F C2 00 00 00 00 00 01"), {}, namesSpansToTest},
    // SMART ENABLE OPERATIONS
    {Protocol::ata, stateChanging, P("27 80 B0 D8 00 4F C2")},
    // SMART EXECUTE OFF-LINE IMMEDIATE: self-tests in the background, and their end. 81h to 84h are the
    // captive forms: the drive answers nothing until they end.
    {Protocol::ata, stateChanging, P("27 80 B0 D4 01 4F C2")},
    {Protocol::ata, stateChanging, P("27 80 B0 D4 02 4F C2")},
    {Protocol::ata, stateChanging, P("27 80 B0 D4 03 4F C2")},
    {Protocol::ata, stateChanging, P("27 80 B0 D4 04 4F C2")},
    {Protocol::ata, stateChanging, P("27 80 B0 D4 7F 4F C2")},
    // WRITE DMA EXT, WRITE DMA FUA EXT, FLUSH CACHE EXT
    {Protocol::ata,
     mediumWriting,
     P("27 80 35 00 .. .. .. 40 .. .. .. 00 .. .."),
     {},
     whatever,
     {Length::sectorsOrMost, 12, 2}},
    {Protocol::ata,
     mediumWriting,
     P("27 80 3D 00 .. .. .. 40 .. .. .. 00 .. .."),
     {},
     whatever,
     {Length::sectorsOrMost, 12, 2}},
    {Protocol::ata, mediumWriting, P("27 80 EA")},
};

// DATA SET MANAGEMENT, WRITE ..., SANITIZE DEVICE, SECURITY ERASE UNIT (ACS), and WRITE SAME by SCT.
bool ataWrites(const CommandBlock& block, Parameters parameters) {
    if (isOneOf(ata::opcodeOf(block),
                {0x06, 0x30, 0x34, 0x35, 0x39, 0x3D, 0x45, 0x61, 0xB4, 0xC5, 0xCA, 0xF4}))
        return true;
    return ata::isCommand(block) && ata::opcodeOf(block) == ata::opcode::smart &&
           ata::featureOf(block) == ata::smart::writeLog &&
           ata::logAddressOf(block) == ata::logAddress::sctCommand && parameters.size() >= 2 &&
           littleEndian(parameters, 0, 2) == 2;
}

} // namespace

CommandClass ataClassOf(const CommandBlock& block, const Payload& payload) {
    if (const auto is = classByRules(ataRules, ByteOrder::little, block, payload))
        return *is;
    return ataForeign(block, payload.parameters);
}

CommandClass ataForeign(const CommandBlock& block, Parameters parameters) {
    return ataWrites(block, parameters) ? foreignWrite : unknown;
}

} // namespace orbita
