// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"
#include "core/drive/command_openers.h"
#include "core/drive/linked_drive.h"
#include "core/drive/lock_state.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/reply.h"
#include "core/families/scsi/scsi_family.h"

namespace orbita {

namespace {

// Commands of 16 bytes reach every sector; bridges that do not know them have small drives behind them.
struct ScsiCodec {
    bool longCommands = true;

    [[nodiscard]] CommandBlock command(ReadWay way, const LbaSpan& span,
                                       std::uint32_t /*logicalBytes*/) const {
        const auto sectors = static_cast<std::uint32_t>(span.count.value);
        if (way == ReadWay::verify)
            return longCommands ? scsi::verify16(span.first, sectors) : scsi::verify10(span.first, sectors);
        const bool fua = way == ReadWay::fua;
        return longCommands ? scsi::read16(span.first, sectors, fua) : scsi::read10(span.first, sectors, fua);
    }
    static ReplyVerdict classify(const Reply& reply) { return scsi::classifyReply(reply); }
};

// Asked of no sectors at all, which is no error (SBC, transfer length) and does not touch the medium.
bool takes(Enquiry& enquiry, const CommandBlock& block) {
    const auto reaction = enquiry.ask(block, 0);
    return reaction && reaction->verdict.outcome == Outcome::answered;
}

// Devices that do not heed forced unit access often take the bit all the same: what counts is that they say
// so.
bool forcesAccess(Enquiry& enquiry) {
    constexpr std::uint8_t cachingPage = 0x08;
    const auto reaction = enquiry.ask(scsi::modeSense10(cachingPage, 252), 252);
    if (!reaction)
        return false;
    const auto mode = scsi::decodeMode10(reaction->data, cachingPage);
    return mode && mode->forcesAccess;
}

Result<scsi::Capacity> capacityOf(Enquiry& enquiry) {
    const auto wide = enquiry.ask(scsi::readCapacity16(), 32);
    if (wide && wide->verdict.outcome == Outcome::answered)
        return scsi::decodeCapacity16(wide->data);
    const auto narrow = enquiry.ask(scsi::readCapacity10(), 8);
    if (!narrow)
        return tl::unexpected(narrow.error());
    auto capacity = scsi::decodeCapacity10(narrow->data);
    if (capacity && capacity->sectors.value == UINT32_MAX) // more than it can say
        return tl::unexpected(Error{Error::Kind::unusable,
                                    "asking the capacity",
                                    {},
                                    "it is larger than this way to the drive can report or reach",
                                    "A bridge that cannot reach the whole drive: attach it another way."});
    return capacity;
}

// Whether the ATA drive behind says its data is locked, by its password or by itself; false where there is
// none, or it does not tell.
bool ataDataLocked(Enquiry& enquiry) {
    constexpr std::uint16_t pageBytes = 1024;
    const auto page = enquiry.ask(scsi::inquiry(scsi::vpd::ataInformation, pageBytes), pageBytes);
    if (!page || page->verdict.outcome != Outcome::answered)
        return false;
    const auto identify = ata::decodeIdentify(scsi::identifyInside(page->data));
    if (!identify)
        return false;
    if (identify->locked)
        return true;
    if (!identify->trustedSupported)
        return false;
    const auto discovery = askDiscovery(enquiry, Family::ata);
    return discovery && discovery->rangesLocked;
}

} // namespace

Result<std::unique_ptr<Drive>> openScsiDrive(CommandPath way, DriveIdentity known, Nanoseconds patience) {
    Enquiry enquiry(way, patience);
    auto capacity = capacityOf(enquiry);
    if (!capacity) {
        capacity.error().on = way.path;
        return tl::unexpected(std::move(capacity.error()));
    }
    if (capacity->sectors.value == 0)
        return tl::unexpected(driveIsEmpty(way.path));
    known.path = way.path;
    known.capacity = capacity->sectors;
    known.logicalBytes = capacity->logicalBytes;
    known.physicalBytes = std::max(known.physicalBytes, capacity->physicalBytes);
    std::uint32_t mostSectors = bytesPerCommand(way) / known.logicalBytes;
    if (const auto blockLimits = enquiry.ask(scsi::inquiry(scsi::vpd::blockLimits, 64), 64))
        if (const std::uint32_t told = scsi::decodeMaxTransfer(blockLimits->data); told != 0)
            mostSectors = std::min(mostSectors, told);
    ScsiCodec codec;
    codec.longCommands = takes(enquiry, scsi::read16({0}, 0));
    if (!codec.longCommands)
        mostSectors = std::min(mostSectors, 0xFFFFU);
    DriveLimits limits = limitsFor(mostSectors);
    limits.supportsUnmap = capacity->supportsUnmap;
    limits.locked = ataDataLocked(enquiry);
    limits.verifies = takes(enquiry, codec.command(ReadWay::verify, {}, known.logicalBytes));
    if (limits.verifies)
        limits.pastCache = ReadWay::verify;
    else if (forcesAccess(enquiry))
        limits.pastCache = ReadWay::fua;
    if (enquiry.lost())
        return tl::unexpected(driveFellSilent(way.path));
    return std::make_unique<LinkedDrive<ScsiCodec>>(std::move(way.link), std::move(known), limits, codec);
}

} // namespace orbita
