// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata_drive.h"

#include "core/drive/ata/identify.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/linked_drive.h"
#include "core/drive/lock_state.h"

namespace orbita {

namespace {

struct AtaCodec {
    // READ DMA EXT has no forced unit access; only the queued form has (ACS). Verifying does the same.
    static CommandBlock command(ReadWay way, const LbaSpan& span, std::uint32_t /*logicalBytes*/) {
        const auto sectors = static_cast<std::uint32_t>(span.count.value);
        return way == ReadWay::read ? ata::readDmaExt(span.first, sectors)
                                    : ata::readVerifyExt(span.first, sectors);
    }
    static ReplyVerdict judge(const Reply& reply) { return classifyAta(reply); }
};

} // namespace

Result<std::unique_ptr<Drive>> openAtaDrive(std::unique_ptr<Link> link, std::string path,
                                            std::string attachment, Nanoseconds patience) {
    Request request;
    request.block = ata::identifyDevice();
    request.expected = ata::identifyBytes;
    request.haltAfter = patience;
    link->submit({&request, 1});
    Reply reply;
    if (link->reap({&reply, 1}, patience) == 0 || classifyAta(reply).outcome != Outcome::answered)
        return tl::unexpected(Error{Error::Kind::noAnswer, "asking the drive who it is", std::move(path),
                                    "it did not answer", "Check power and cable, or try another adapter."});
    auto data = ata::decodeIdentify(link->data());
    if (!data) {
        data.error().on = std::move(path);
        return tl::unexpected(std::move(data.error()));
    }
    DriveIdentity identity;
    identity.path = std::move(path);
    identity.model = data->model;
    identity.serial = data->serial;
    identity.firmware = data->firmware;
    identity.attachment = std::move(attachment);
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
        Enquiry enquiry(*link, Protocol::ata, identity.path, patience);
        const auto discovery = askDiscovery(enquiry, LockQuestion::ata);
        limits.locked = discovery && discovery->rangesLocked;
    }
    limits.pastCache = ReadWay::verify;
    return std::make_unique<LinkedDrive<AtaCodec>>(std::move(link), std::move(identity), std::move(limits));
}

} // namespace orbita
