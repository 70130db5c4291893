// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/command_openers.h"
#include "core/drive/linked_drive.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/nvme/reply.h"
#include "core/families/nvme/nvme_family.h"

namespace orbita {

namespace {

struct NvmeCodec {
    static CommandBlock command(ReadWay way, const LbaSpan& span, std::uint32_t /*logicalBytes*/) {
        const auto sectors = static_cast<std::uint32_t>(span.count.value);
        // The link puts in the namespace it has opened.
        return way == ReadWay::verify ? nvme::verify(span.first, sectors, 1)
                                      : nvme::read(span.first, sectors, 1, way == ReadWay::fua);
    }
    static ReplyVerdict classify(const Reply& reply) { return nvme::classifyReply(reply); }
};

} // namespace

Result<std::unique_ptr<Drive>> openNvmeDrive(CommandPath way, DriveIdentity known, Nanoseconds patience) {
    Enquiry enquiry(way, patience);
    const auto reaction =
        enquiry.ask(nvme::identify(nvme::IdentifyWhat::nameSpace, way.nameSpace), nvme::identifyBytes);
    if (!reaction)
        return tl::unexpected(reaction.error());
    const auto ns = nvme::decodeNamespace(reaction->data);
    if (!ns)
        return tl::unexpected(ns.error());
    if (ns->size.value == 0)
        return tl::unexpected(driveIsEmpty(way.path));
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
