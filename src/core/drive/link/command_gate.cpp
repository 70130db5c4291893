// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/command_gate.h"

#include "core/base/bytes.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/link/command_pattern.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"

#include <algorithm>

namespace orbita {

namespace {

using enum CommandClass;

constexpr std::uint8_t recoveryPage = 0x01;

// How many bytes come back, by what the block says of it.
enum class Length : std::uint8_t {
    none,
    field,    // the number in the block's field
    sectors,  // so many sectors as the field says; of what size, only the drive knows
    sectors0, // the same, the field counted from 0
    pages,    // so many pages of 512 bytes
    fixed,    // always as many: `at` of the rule
    dwords0,  // NVMe, Get Log Page: dwords counted from 0, in two halves
};

struct LengthRule {
    Length length = Length::none;
    unsigned at = 0;    // where the field begins
    unsigned width = 0; // its bytes
};

bool comesBack(const LengthRule& rule, const CommandBlock& block, std::uint32_t expected) {
    const bool little = block.protocol != Protocol::scsi;
    const auto field = [&] {
        return little ? littleEndian(block.bytes, rule.at, rule.width)
                      : bigEndian(block.bytes, rule.at, rule.width);
    };
    const auto ofSectors = [&](std::uint64_t sectors) {
        if (sectors == 0)
            return expected == 0;
        const std::uint64_t bytes = expected / sectors;
        return expected % sectors == 0 && bytes >= 512 && bytes <= 65536;
    };
    switch (rule.length) {
    case Length::none:
        return expected == 0;
    case Length::field:
        return field() == expected;
    case Length::sectors:
        return ofSectors(block.protocol == Protocol::ata && field() == 0 ? ata::maxSectorsPerRead : field());
    case Length::sectors0:
        return ofSectors(field() + 1);
    case Length::pages:
        return field() * ata::pageBytes == expected;
    case Length::fixed:
        return expected == rule.at;
    case Length::dwords0:
        return ((littleEndian(block.bytes, 42, 2) | littleEndian(block.bytes, 44, 2) << 16U) + 1) * 4 ==
               expected;
    }
    return false;
}

using Parameters = std::span<const std::byte>;

bool without(Parameters parameters) {
    return parameters.empty();
}

bool same(Parameters a, Parameters b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end());
}

// SCT commands are written to log E0h, and what they do stands in the page (ACS, SCT command transport).
// Writing the same data over and over is one of them.
bool asksRecoveryTime(Parameters page) {
    return same(page, ata::sctAskRecoveryTime(true));
}

bool setsRecoveryTime(Parameters page) {
    return page.size() == ata::pageBytes &&
           same(page, ata::sctSetRecoveryTime(true, static_cast<std::uint16_t>(littleEndian(page, 6, 2))));
}

bool namesSpansToTest(Parameters page) {
    const auto test = ata::decodeSelective(page);
    return test && same(page, ata::encodeSelective(*test));
}

// The error recovery page and nothing else, in a list whose header says nothing.
bool isRecoveryList(Parameters list) {
    constexpr std::size_t header = 8; // MODE SELECT(10)
    return list.size() >= header + 12 && allZero(list.first(header)) &&
           byteAt(list, header) == recoveryPage && list.size() == header + 2 + byteAt(list, header + 1);
}

struct Rule {
    Protocol protocol;
    CommandClass is;
    CommandPattern block;
    LengthRule back{};
    bool (*along)(Parameters) = without;
};

using P = CommandPattern;
constexpr Rule plainRules[] = {
    {Protocol::plain,
     mediumReading,
     P("52 00 00 00 .. .. .. .. .. .. .. .. .. .. .. .."),
     {Length::field, 12, 4}},
};

// Byte 0 and 1 a Host to Device frame that carries a command; 2 the command, 3 and 11 features, 4 to 6 and 8
// to 10 the LBA, 7 the device, 12 and 13 the count.
constexpr Rule ataRules[] = {
    // READ DMA EXT, READ VERIFY EXT
    {Protocol::ata, mediumReading, P("27 80 25 00 .. .. .. 40 .. .. .. 00 .. .."), {Length::sectors, 12, 2}},
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
};

constexpr Rule scsiRules[] = {
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
};

// Byte 0 the opcode, 4 to 7 the namespace, 40 on the command dwords 10 to 15.
#define ORBITA_TO_DWORD_10                                                                                   \
    " 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 "
constexpr Rule nvmeRules[] = {
    // Read with or without FUA, Verify
    {Protocol::nvmeIo,
     mediumReading,
     P("02 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 ".. .. .. .. .. .. .. .. .. .. 00 ~40"),
     {Length::sectors0, 48, 2}},
    {Protocol::nvmeIo, mediumReading,
     P("0C 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 ".. .. .. .. .. .. .. .. .. .. 00 00")},
    // Identify: namespace, controller
    {Protocol::nvmeAdmin,
     mediumReading,
     P("06 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 "~01"),
     {Length::fixed, 4096}},
    // Get Features; its value comes back in the completion
    {Protocol::nvmeAdmin, mediumReading, P("0A 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 "04")},
    {Protocol::nvmeAdmin, mediumReading, P("0A 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 "05")},
    {Protocol::nvmeAdmin, mediumReading, P("0A 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 "06")},
    // Get Log Page, events retained: errors, health, commands supported, self-tests, sanitize status
    {Protocol::nvmeAdmin,
     mediumReading,
     P("02 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "01 80 .. .. .. .."),
     {Length::dwords0}},
    {Protocol::nvmeAdmin,
     mediumReading,
     P("02 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "02 80 .. .. .. .."),
     {Length::dwords0}},
    {Protocol::nvmeAdmin,
     mediumReading,
     P("02 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "05 80 .. .. .. .."),
     {Length::dwords0}},
    {Protocol::nvmeAdmin,
     mediumReading,
     P("02 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "06 80 .. .. .. .."),
     {Length::dwords0}},
    {Protocol::nvmeAdmin,
     mediumReading,
     P("02 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "81 80 .. .. .. .."),
     {Length::dwords0}},
    // Security Receive: as TRUSTED RECEIVE
    {Protocol::nvmeAdmin,
     mediumReading,
     P("82 00 00 00 00 00 00 00" ORBITA_TO_DWORD_10 "00 01 00 01 .. .. .. .."),
     {Length::field, 44, 4}},
    // Set Features of the error recovery of one namespace, not saved
    {Protocol::nvmeAdmin, stateChanging,
     P("09 00 00 00 .. .. 00 00" ORBITA_TO_DWORD_10 "05 00 00 00 .. .. .. ..")},
    // Device Self-test: short, extended, end
    {Protocol::nvmeAdmin, stateChanging, P("14 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "01")},
    {Protocol::nvmeAdmin, stateChanging, P("14 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "02")},
    {Protocol::nvmeAdmin, stateChanging, P("14 00 00 00 FF FF FF FF" ORBITA_TO_DWORD_10 "0F")},
};
#undef ORBITA_TO_DWORD_10

std::span<const Rule> rulesOf(Protocol protocol) {
    switch (protocol) {
    case Protocol::plain:
        return plainRules;
    case Protocol::ata:
        return ataRules;
    case Protocol::scsi:
        return scsiRules;
    case Protocol::nvmeAdmin:
    case Protocol::nvmeIo:
        return nvmeRules;
    }
    return {};
}

// Opcodes that change the medium: listed so that a refusal can say what was refused.
bool writes(const CommandBlock& block) {
    const auto isOne = [](unsigned op, std::initializer_list<unsigned> of) {
        return std::find(of.begin(), of.end(), op) != of.end();
    };
    switch (block.protocol) {
    case Protocol::plain:
        return false;
    case Protocol::ata:
        // DATA SET MANAGEMENT, WRITE ... , SANITIZE DEVICE, SECURITY ERASE UNIT (ACS)
        return isOne(ata::opcodeOf(block),
                     {0x06, 0x30, 0x34, 0x35, 0x39, 0x3D, 0x45, 0x61, 0xB4, 0xC5, 0xCA, 0xF4});
    case Protocol::scsi:
        // FORMAT UNIT, REASSIGN BLOCKS, WRITE ..., WRITE AND VERIFY, WRITE LONG, WRITE SAME, UNMAP, SANITIZE
        return isOne(scsi::opcodeOf(block),
                     {0x04, 0x07, 0x0A, 0x2A, 0x2E, 0x3F, 0x41, 0x42, 0x48, 0x8A, 0x8E, 0x93, 0xAA, 0xAE});
    case Protocol::nvmeAdmin: // Format NVM, Sanitize
        return isOne(nvme::opcodeOf(block), {0x80, 0x84});
    case Protocol::nvmeIo: // Write, Write Uncorrectable, Write Zeroes, Dataset Management, Copy, Zone Append
        return isOne(nvme::opcodeOf(block), {0x01, 0x04, 0x08, 0x09, 0x19, 0x7D});
    }
    return false;
}

CommandClass writingOrUnknown(const CommandBlock& block, Parameters parameters) {
    const bool writesSame = block.protocol == Protocol::ata && ata::isCommand(block) &&
                            ata::opcodeOf(block) == ata::opcode::smart &&
                            ata::featureOf(block) == ata::smart::writeLog &&
                            ata::logAddressOf(block) == ata::logAddress::sctCommand &&
                            parameters.size() >= 2 && littleEndian(parameters, 0, 2) == 2;
    return writes(block) || writesSame ? mediumWriting : unknown;
}

} // namespace

CommandClass classOf(const CommandBlock& block, const Payload& payload) {
    // An ATA command inside a SCSI one must be wrapped as Orbita does it: the translation's own protocol,
    // direction and length are part of what it does.
    if (const auto inside = scsi::unwrapAta(block))
        return scsi::wrapAta(*inside) == block ? classOf(*inside, payload)
                                               : writingOrUnknown(*inside, payload.parameters);
    for (const Rule& rule : rulesOf(block.protocol))
        if (rule.protocol == block.protocol && rule.block.matches(block.bytes) &&
            rule.along(payload.parameters))
            return comesBack(rule.back, block, payload.expected) ? rule.is : unknown;
    return writingOrUnknown(block, payload.parameters);
}

bool CommandGate::passes(const CommandBlock& block, const Payload& payload) const {
    if (!m_speaks.contains(block.protocol) || payload.parameters.size() > mostParameterBytes)
        return false;
    const CommandClass is = classOf(block, payload);
    if (is != stateChanging)
        return is == mediumReading;
    if (m_admission != Admission::stateToo)
        return false;
    if (block.protocol == Protocol::scsi && scsi::opcodeOf(block) == scsi::opcode::modeSelect10) {
        // Bytes 10 and 11 of the page are the time limit; the others decide, among other things, whether the
        // drive may move sectors by itself.
        auto page = m_recoveryPage;
        if (page.size() < 12)
            return false;
        std::copy_n(payload.parameters.begin() + 8 + 10, 2, page.begin() + 10);
        const auto list = scsi::modeSelectList(page);
        return bigEndian(block.bytes, 7, 2) == list.size() && same(payload.parameters, list);
    }
    if (block.protocol == Protocol::nvmeAdmin && nvme::opcodeOf(block) == nvme::admin::setFeatures)
        return m_errorRecovery &&
               (nvme::dwordOf(block, 11) & 0xFFFF0000U) == (*m_errorRecovery & 0xFFFF0000U);
    return true;
}

bool CommandGate::wantsAnswer(const CommandBlock& block) const {
    return (block.protocol == Protocol::scsi && scsi::opcodeOf(block) == scsi::opcode::modeSense10 &&
            byteAt(block.bytes, 2) == recoveryPage) ||
           (block.protocol == Protocol::nvmeAdmin && nvme::opcodeOf(block) == nvme::admin::getFeatures &&
            byteAt(block.bytes, 40) == nvme::feature::errorRecovery);
}

void CommandGate::answered(const CommandBlock& block, std::span<const std::byte> reply,
                           std::span<const std::byte> data) {
    if (!wantsAnswer(block))
        return;
    if (block.protocol == Protocol::scsi) {
        const auto mode = scsi::decodeMode10(data, recoveryPage);
        m_recoveryPage = mode ? mode->page : std::vector<std::byte>{};
    } else {
        const nvme::Completion completion = nvme::decodeCompletion(reply);
        m_errorRecovery = completion.success() ? std::optional(completion.result) : std::nullopt;
    }
}

} // namespace orbita
