// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"
#include "core/drive/ata/reply.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/linked_drive.h"
#include "core/drive/lock_state.h"
#include "core/families/ata/ata_family.h"

namespace orbita {

namespace {

struct AtaCodec {
    // READ DMA EXT has no forced unit access; only the queued form has (ACS). Verifying does the same.
    static CommandBlock command(ReadWay way, const LbaSpan& span, std::uint32_t /*logicalBytes*/) {
        const auto sectors = static_cast<std::uint32_t>(span.count.value);
        return way == ReadWay::read ? ata::readDmaExt(span.first, sectors)
                                    : ata::readVerifyExt(span.first, sectors);
    }
    static ReplyVerdict classify(const Reply& reply) { return ata::classifyReply(reply); }
};

} // namespace

Result<std::unique_ptr<Drive>> openAtaDrive(CommandPath way, DriveIdentity identity, Nanoseconds patience) {
    Request request;
    request.block = ata::identifyDevice();
    request.expected = ata::identifyBytes;
    request.haltAfter = patience;
    way.link->submit({&request, 1});
    Reply reply;
    if (way.link->reap({&reply, 1}, patience) == 0 || ata::classifyReply(reply).outcome != Outcome::answered)
        return tl::unexpected(Error{Error::Kind::noAnswer, "asking the drive who it is", way.path,
                                    "it did not answer", "Check power and cable, or try another adapter."});
    auto data = ata::decodeIdentify(way.link->data());
    if (!data) {
        data.error().on = way.path;
        return tl::unexpected(std::move(data.error()));
    }
    identity.path = way.path;
    identity.model = data->model;
    identity.serial = data->serial;
    identity.firmware = data->firmware;
    if (!way.attachment.empty())
        identity.attachment = way.attachment;
    identity.capacity = data->capacity;
    identity.logicalBytes = data->logicalBytes;
    identity.physicalBytes = data->physicalBytes;
    if (data->rotationRate) {
        identity.rotating = *data->rotationRate != 1;
        if (*identity.rotating)
            identity.rpm = data->rotationRate;
    }
    DriveLimits limits;
    limits.maxSectors = std::min(ata::maxSectorsPerRead, (4U << 20U) / identity.logicalBytes);
    limits.maxSectorsPerCommand = limits.maxSectors;
    limits.verifies = true;
    limits.locked = data->locked;
    if (!limits.locked && data->trustedSupported) { // it may keep parts of itself locked
        Enquiry enquiry(way, patience);
        const auto discovery = askDiscovery(enquiry, Family::ata);
        limits.locked = discovery && discovery->rangesLocked;
    }
    limits.pastCache = ReadWay::verify;
    return std::make_unique<LinkedDrive<AtaCodec>>(std::move(way.link), std::move(identity),
                                                   std::move(limits));
}

} // namespace orbita
