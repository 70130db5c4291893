// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/nvme/nvme_family.h"

#include "core/drive/enquiry.h"
#include "core/drive/identity.h"
#include "core/drive/lock_state.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/nvme/reply.h"

namespace orbita {

namespace {

bool bringsNvmeContents(const CommandBlock& block) {
    return block.protocol == Protocol::nvmeIo;
}

DriveIdentity whoAnswersNvme(Enquiry& enquiry) {
    DriveIdentity who;
    const auto page = [&](nvme::IdentifyWhat what, std::uint32_t nameSpace) {
        const auto reaction = enquiry.ask(nvme::identify(what, nameSpace), nvme::identifyBytes);
        const bool came = reaction && reaction->verdict.outcome == Outcome::answered;
        return came ? reaction->data : std::vector<std::byte>{};
    };
    if (const auto told = nvme::decodeController(page(nvme::IdentifyWhat::controller, 0))) {
        who.model = told->model;
        who.serial = told->serial;
        who.firmware = told->firmware;
    }
    if (const auto told = nvme::decodeNamespace(page(nvme::IdentifyWhat::nameSpace, enquiry.nameSpace()))) {
        who.worldWideName = told->worldWideName;
        who.capacity = told->size;
        who.logicalBytes = told->logicalBytes;
    }
    return who;
}

Result<Reaction> askNvmeLocking(Enquiry& enquiry) {
    return enquiry.ask(
        nvme::securityReceive(tcg::discoveryProtocol, tcg::discoveryComId, tcg::discoveryBytes),
        tcg::discoveryBytes);
}

constexpr Family behindNvme[] = {Family::nvme};

} // namespace

const DriveFamily nvmeFamily = {
    .family = Family::nvme,
    .name = "nvme",
    .protocols = {Protocol::nvmeAdmin, Protocol::nvmeIo},
    .classOf = nvmeClassOf,
    .sharedSetting = &nvmeSharedSetting,
    .writing = &nvmeWriting,
    .writtenSectors = nvmeWrittenSectors,
    .classify = nvme::classifyReply,
    .bringsContents = bringsNvmeContents,
    .open = openNvmeDrive,
    .whoAnswers = whoAnswersNvme,
    .lockingPage = askNvmeLocking,
    .errorRecovery = &nvmeErrorRecovery,
    .vitals = readNvmeVitals,
    .temperature = readNvmeTemperature,
    .selfTests = &nvmeSelfTests,
    .behind = behindNvme,
};

} // namespace orbita
