// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/plain/plain_drive.h"

#include "core/drive/linked_drive.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/plain/reply.h"

namespace orbita {

namespace {

struct PlainCodec {
    static CommandBlock command(ReadWay /*way*/, const LbaSpan& span, std::uint32_t logicalBytes) {
        return plain::readBlock(span.first.value * logicalBytes,
                                static_cast<std::uint32_t>(span.count.value * logicalBytes));
    }
    static ReplyVerdict classify(const Reply& reply) { return plain::classifyReply(reply); }
};

} // namespace

std::unique_ptr<Drive> makePlainDrive(std::unique_ptr<Link> link, DriveIdentity identity,
                                      DriveLimits limits) {
    return std::make_unique<LinkedDrive<PlainCodec>>(std::move(link), std::move(identity), std::move(limits));
}

Result<std::unique_ptr<Drive>> openPlainDrive(const std::string& path, DriveIdentity known,
                                              Nanoseconds patience, const std::stop_token& stop) {
    auto opened = openReaderLink(path, patience, stop);
    if (!opened)
        return tl::unexpected(std::move(opened.error()));
    return plainDriveOver(std::move(opened->link), opened->facts, path, std::move(known));
}

Result<std::unique_ptr<Drive>> plainDriveOver(std::unique_ptr<Link> link, const ReaderFacts& facts,
                                              const std::string& path, DriveIdentity known) {
    known.path = path;
    known.logicalBytes = facts.logicalBytes;
    known.physicalBytes = facts.physicalBytes;
    known.capacity.value = facts.sizeBytes / facts.logicalBytes;
    if (known.attachment.empty())
        known.attachment = facts.blockDevice ? "block device" : "file";
    if (known.capacity.value == 0)
        return tl::unexpected(
            Error{Error::Kind::unusable, "opening", path, "it is empty: there is no sector to read",
                  facts.blockDevice ? "Check that a medium is inserted and the drive is powered."
                                    : "Choose an image file that holds at least one sector."});
    DriveLimits limits;
    limits.maxSectors = (4U << 20U) / facts.logicalBytes;
    limits.maxSectorsPerCommand = facts.maxBytesPerCommand / facts.logicalBytes;
    if (!facts.direct)
        limits.notes.push_back(AccessNote::throughPageCache);
    if (facts.sizeBytes % facts.logicalBytes != 0)
        limits.notes.push_back(AccessNote::partialLastSector);
    return makePlainDrive(std::move(link), std::move(known), std::move(limits));
}

} // namespace orbita
