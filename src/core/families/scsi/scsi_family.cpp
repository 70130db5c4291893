// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/scsi/scsi_family.h"

#include "core/drive/enquiry.h"
#include "core/drive/identity.h"
#include "core/drive/lock_state.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/reply.h"

namespace orbita {

namespace {

void interpretScsi(const Reply& reply, Reaction& reaction) {
    reaction.verdict = scsi::classifyReply(reply);
    if (reply.status == scsi::status::checkCondition)
        reaction.sense = scsi::decodeSense(reply.bytes);
    // A log shorter than what was asked for is no fault of the cable.
    if (reply.transport == TransportStatus::answered && reply.status == scsi::status::good)
        reaction.verdict = {Outcome::answered, {}};
}

bool bringsScsiContents(const CommandBlock& block) {
    return scsi::opcodeOf(block) == scsi::opcode::read16 || scsi::opcodeOf(block) == scsi::opcode::read10;
}

bool isGood(const Result<Reaction>& reaction) {
    return reaction && reaction->verdict.outcome == Outcome::answered;
}

// What the device itself says, which need not be what a drive behind it would.
DriveIdentity whoAnswersScsi(Enquiry& enquiry) {
    constexpr std::uint16_t inquiryBytes = 96;
    constexpr std::uint16_t pageBytes = 252;
    DriveIdentity who;
    if (const auto reaction = enquiry.ask(scsi::inquiry({}, inquiryBytes), inquiryBytes); isGood(reaction))
        if (const auto told = scsi::decodeInquiry(reaction->data)) {
            who.model = scsi::modelOf(*told);
            who.firmware = told->revision;
        }
    if (const auto page = enquiry.ask(scsi::inquiry(scsi::vpd::serialNumber, pageBytes), pageBytes);
        isGood(page))
        who.serial = scsi::decodeSerialNumber(page->data);
    if (const auto page = enquiry.ask(scsi::inquiry(scsi::vpd::identification, pageBytes), pageBytes);
        isGood(page))
        who.worldWideName = scsi::decodeWorldWideName(page->data);
    const auto wide = enquiry.ask(scsi::readCapacity16(), 32);
    const auto narrow = isGood(wide) ? wide : enquiry.ask(scsi::readCapacity10(), 8);
    if (!isGood(narrow))
        return who;
    const auto told =
        isGood(wide) ? scsi::decodeCapacity16(wide->data) : scsi::decodeCapacity10(narrow->data);
    if (told && told->sectors.value != UINT32_MAX) { // which stands for more than it can say
        who.capacity = told->sectors;
        who.logicalBytes = told->logicalBytes;
    }
    return who;
}

Result<Reaction> askScsiLocking(Enquiry& enquiry) {
    return enquiry.ask(
        scsi::securityProtocolIn(tcg::discoveryProtocol, tcg::discoveryComId, tcg::discoveryBytes),
        tcg::discoveryBytes);
}

constexpr Family behindScsi[] = {Family::ata, Family::scsi};

} // namespace

const DriveFamily scsiFamily = {
    .family = Family::scsi,
    .name = "scsi",
    .protocols = {Protocol::scsi},
    .classOf = scsiClassOf,
    .sharedSetting = &scsiSharedSetting,
    .writing = &scsiWriting,
    .writtenSectors = scsiWrittenSectors,
    .classify = scsi::classifyReply,
    .interpret = interpretScsi,
    .bringsContents = bringsScsiContents,
    .open = openScsiDrive,
    .whoAnswers = whoAnswersScsi,
    .lockingPage = askScsiLocking,
    .storedMap = scsiStoredMap,
    .errorRecovery = &scsiErrorRecovery,
    .vitals = readVitalsBehindScsi,
    .temperature = readScsiTemperature,
    .selfTests = &scsiSelfTests,
    .behind = behindScsi,
};

} // namespace orbita
