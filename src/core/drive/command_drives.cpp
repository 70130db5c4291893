// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/command_drives.h"

#include "core/drive/linked_drive.h"
#include "core/drive/lock_state.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"

namespace orbita {

namespace {

constexpr std::uint32_t maxCommandBytes = 4U << 20U;

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
    static ReplyVerdict judge(const Reply& reply) { return classifyScsi(reply); }
};

struct NvmeCodec {
    static CommandBlock command(ReadWay way, const LbaSpan& span, std::uint32_t /*logicalBytes*/) {
        const auto sectors = static_cast<std::uint32_t>(span.count.value);
        // The link puts in the namespace it has opened.
        return way == ReadWay::verify ? nvme::verify(span.first, sectors, 1)
                                      : nvme::read(span.first, sectors, 1, way == ReadWay::fua);
    }
    static ReplyVerdict judge(const Reply& reply) { return classifyNvme(reply); }
};

Error empty(const std::string& path) {
    return {
        Error::Kind::unusable, "opening", path, "the drive reports a capacity of zero",
        "It may not be ready, or have come up with its emergency program only: switch it off and on once, "
        "then save the data elsewhere before anything else."};
}

Error silent(const std::string& path) {
    return {Error::Kind::noAnswer, "opening", path, "it stopped answering while it was asked what it can do",
            "Check power and cable. If the data matters, do not keep switching it on."};
}

DriveLimits limitsFor(std::uint32_t maxSectors) {
    DriveLimits limits;
    limits.maxSectors = maxSectors;
    limits.maxSectorsPerCommand = maxSectors;
    return limits;
}

std::uint32_t bytesPerCommand(const CommandPath& way) {
    return way.maxBytesPerCommand == 0 ? maxCommandBytes : std::min(maxCommandBytes, way.maxBytesPerCommand);
}

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
                                    "it is larger than this way to the drive can tell or reach",
                                    "A bridge that cannot reach the whole drive: attach it another way."});
    return capacity;
}

} // namespace

Result<std::unique_ptr<Drive>> openScsiDrive(CommandPath way, DriveIdentity known, Nanoseconds patience) {
    Enquiry enquiry(*way.link, way.speaks, way.path, patience);
    auto capacity = capacityOf(enquiry);
    if (!capacity) {
        capacity.error().on = way.path;
        return tl::unexpected(std::move(capacity.error()));
    }
    if (capacity->sectors.value == 0)
        return tl::unexpected(empty(way.path));
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
        return tl::unexpected(silent(way.path));
    return std::make_unique<LinkedDrive<ScsiCodec>>(std::move(way.link), std::move(known), limits, codec);
}

Result<std::unique_ptr<Drive>> openNvmeDrive(CommandPath way, DriveIdentity known, Nanoseconds patience) {
    Enquiry enquiry(*way.link, way.speaks, way.path, patience);
    const auto reaction =
        enquiry.ask(nvme::identify(nvme::IdentifyWhat::nameSpace, way.nameSpace), nvme::identifyBytes);
    if (!reaction)
        return tl::unexpected(reaction.error());
    const auto ns = nvme::decodeNamespace(reaction->data);
    if (!ns)
        return tl::unexpected(ns.error());
    if (ns->size.value == 0)
        return tl::unexpected(empty(way.path));
    known.path = way.path;
    known.capacity = ns->size;
    known.logicalBytes = ns->logicalBytes;
    known.physicalBytes = std::max(known.physicalBytes, ns->logicalBytes);
    constexpr std::uint32_t mostSectors = 65536; // what the count field holds
    DriveLimits limits = limitsFor(std::min(bytesPerCommand(way) / known.logicalBytes, mostSectors));
    limits.pastCache = ReadWay::fua;
    const auto controller =
        enquiry.ask(nvme::identify(nvme::IdentifyWhat::controller, 0), nvme::identifyBytes);
    if (controller)
        if (const auto told = nvme::decodeController(controller->data); told && told->verifySupported) {
            limits.verifies = true;
            limits.pastCache = ReadWay::verify;
        }
    return std::make_unique<LinkedDrive<NvmeCodec>>(std::move(way.link), std::move(known), limits);
}

} // namespace orbita
