// SPDX-License-Identifier: GPL-3.0-or-later
// Every command that Orbita sends to an NVMe controller.
#include "core/families/nvme/nvme_family.h"

#include "core/base/bytes.h"
#include "core/drive/nvme/commands.h"

namespace orbita {

namespace {

using enum CommandClass;

using P = CommandPattern;
// Byte 0 the opcode, 4 to 7 the namespace, 40 on the command dwords 10 to 15.
#define ORBITA_TO_DWORD_10                                                                                   \
    " 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 00 "
constexpr CommandRule nvmeRules[] = {
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
    // Write and Write Zeroes with or without FUA, nothing deallocated; Flush
    {Protocol::nvmeIo,
     mediumWriting,
     P("01 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 ".. .. .. .. .. .. .. .. .. .. 00 ~40"),
     {},
     whatever,
     {Length::sectors0, 48, 2}},
    {Protocol::nvmeIo, mediumWriting,
     P("08 00 00 00 .. .. .. .." ORBITA_TO_DWORD_10 ".. .. .. .. .. .. .. .. .. .. 00 ~40")},
    {Protocol::nvmeIo, mediumWriting, P("00 00 00 00 .. .. .. ..")},
};
#undef ORBITA_TO_DWORD_10

// Format NVM, Sanitize; Write, Write Uncorrectable, Write Zeroes, Dataset Management, Copy, Zone Append
bool nvmeWrites(const CommandBlock& block) {
    return block.protocol == Protocol::nvmeAdmin
               ? isOneOf(nvme::opcodeOf(block), {0x80, 0x84})
               : isOneOf(nvme::opcodeOf(block), {0x01, 0x04, 0x08, 0x09, 0x19, 0x7D});
}

bool nvmeTellsSetting(const CommandBlock& block) {
    return block.protocol == Protocol::nvmeAdmin && nvme::opcodeOf(block) == nvme::admin::getFeatures &&
           byteAt(block.bytes, 40) == nvme::feature::errorRecovery;
}

// The value stands in dword 0 of the completion.
constexpr std::size_t valueBytes = 4;

std::vector<std::byte> nvmeSettingFrom(std::span<const std::byte> reply,
                                       std::span<const std::byte> /*data*/) {
    if (!nvme::decodeCompletion(reply).success())
        return {};
    return {reply.begin(), reply.begin() + valueBytes};
}

// Of error recovery, bits 15 to 0 are the time limit.
bool nvmeSparesSetting(const CommandBlock& block, const Payload& /*payload*/,
                       std::span<const std::byte> told) {
    if (block.protocol != Protocol::nvmeAdmin || nvme::opcodeOf(block) != nvme::admin::setFeatures)
        return true;
    return told.size() == valueBytes &&
           nvme::dwordOf(block, 11) >> 16U == littleEndian(told, 0, valueBytes) >> 16U;
}

} // namespace

const SharedSetting nvmeSharedSetting = {nvmeTellsSetting, nvmeSettingFrom, nvmeSparesSetting};

CommandClass nvmeClassOf(const CommandBlock& block, const Payload& payload) {
    if (const auto is = classByRules(nvmeRules, ByteOrder::little, block, payload))
        return *is;
    return nvmeWrites(block) ? foreignWrite : unknown;
}

} // namespace orbita
