// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/families/ata/ata_family.h"
#include "core/families/scsi/scsi_family.h"

#include <fmt/format.h>

namespace orbita {

namespace {

// Additional sense codes (SPC, ASC and ASCQ assignments).
constexpr std::uint8_t ascWriteError = 0x0C;
constexpr std::uint8_t ascqReallocationFailed = 0x02; // write error, auto reallocation failed
constexpr std::uint8_t ascNoSpare = 0x32;             // no defect spare location available
constexpr std::uint8_t ascWriteProtected = 0x27;

bool isGoodAnswer(const Result<Reaction>& reaction) {
    return reaction && reaction->verdict.outcome == Outcome::answered;
}

WriteWays scsiWriteWays(Enquiry& enquiry, std::uint32_t logicalBytes) {
    WriteWays ways;
    // A transfer length of 0 writes nothing and is no error (SBC).
    ways.wide = isGoodAnswer(enquiry.ask(scsi::write16({0}, 0, false), 0));
    ways.checks = ways.wide && isGoodAnswer(enquiry.ask(scsi::writeAndVerify16({0}, 0), 0));
    ways.flushes = isGoodAnswer(enquiry.ask(scsi::synchronizeCache(), 0));
    constexpr std::uint8_t cachingPage = 0x08;
    if (const auto page = enquiry.ask(scsi::modeSense10(cachingPage, 252), 252); isGoodAnswer(page))
        if (const auto mode = scsi::decodeMode10(page->data, cachingPage))
            ways.forces = mode->forcesAccess;
    constexpr std::uint16_t inquiryBytes = 96;
    // Translations to ATA have no such command; whether a disk takes it, it says when it is told to.
    if (const auto told = enquiry.ask(scsi::inquiry({}, inquiryBytes), inquiryBytes); isGoodAnswer(told))
        if (const auto inquiry = scsi::decodeInquiry(told->data))
            ways.reassigns = ways.wide && inquiry->vendor != "ATA";
    std::size_t most = mostWrittenBytes / logicalBytes;
    if (const auto limits = enquiry.ask(scsi::inquiry(scsi::vpd::blockLimits, 64), 64); isGoodAnswer(limits))
        if (const std::uint32_t told = scsi::decodeMaxTransfer(limits->data); told != 0)
            most = std::min<std::size_t>(most, told);
    ways.mostSectors = static_cast<std::uint32_t>(std::min<std::size_t>(most, ways.wide ? most : 0xFFFFU));
    return ways;
}

WriteAnswer scsiAnswerOf(const Reaction& reaction) {
    WriteAnswer answer;
    answer.verdict = reaction.verdict;
    answer.latency = reaction.latency;
    if (answer.verdict.outcome == Outcome::answered || !reaction.sense)
        return answer;
    const scsi::Sense& sense = *reaction.sense;
    answer.words = fmt::format("sense {:02X}/{:02X}/{:02X}", sense.key, sense.asc, sense.ascq);
    answer.noSpare =
        sense.asc == ascNoSpare || (sense.asc == ascWriteError && sense.ascq == ascqReallocationFailed);
    answer.protection = sense.key == scsi::senseKey::dataProtect && sense.asc == ascWriteProtected;
    if (sense.key == scsi::senseKey::hardwareError && answer.noSpare)
        answer.verdict.outcome = Outcome::unreadable;
    return answer;
}

Result<WriteAnswer> send(Enquiry& enquiry, const CommandBlock& block, std::span<const std::byte> along = {}) {
    const auto reaction = enquiry.ask(block, 0, along);
    if (!reaction)
        return tl::unexpected(reaction.error());
    return scsiAnswerOf(*reaction);
}

Result<WriteAnswer> writeScsi(Enquiry& enquiry, const WriteWays& ways, const LbaSpan& span,
                              std::span<const std::byte> contents) {
    const auto sectors = static_cast<std::uint32_t>(span.count.value);
    const CommandBlock block = ways.checks ? scsi::writeAndVerify16(span.first, sectors)
                               : ways.wide ? scsi::write16(span.first, sectors, ways.forces)
                                           : scsi::write10(span.first, sectors, ways.forces);
    auto answer = send(enquiry, block, contents);
    if (!answer || answer->verdict.outcome != Outcome::answered)
        return answer;
    answer->forced = ways.forces || ways.checks;
    if (answer->forced || !ways.flushes)
        return answer;
    auto flushed = send(enquiry, scsi::synchronizeCache());
    if (flushed) {
        flushed->latency += answer->latency;
        flushed->forced = flushed->verdict.outcome == Outcome::answered;
    }
    return flushed;
}

Result<WriteAnswer> reassignScsi(Enquiry& enquiry, Lba lba) {
    const auto list = scsi::reassignList(lba);
    return send(enquiry, scsi::reassignBlocks(), list);
}

} // namespace

LbaSpan scsiWrittenSectors(const CommandBlock& block, Parameters parameters, std::uint32_t logicalBytes) {
    if (const auto inside = scsi::unwrapAta(block))
        return ataWrittenSectors(*inside, parameters, logicalBytes);
    switch (scsi::opcodeOf(block)) {
    case scsi::opcode::synchronizeCache10:
        return {};
    case scsi::opcode::reassignBlocks:
        return {scsi::lbaInReassignList(parameters).value_or(Lba{UINT64_MAX - 1}), SectorCount{1}};
    default:
        return {scsi::lbaOf(block), SectorCount{scsi::sectorsOf(block)}};
    }
}

const WriteCommands scsiWriting = {scsiWriteWays, writeScsi, nullptr, reassignScsi};

} // namespace orbita
