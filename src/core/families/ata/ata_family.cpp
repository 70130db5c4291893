// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/ata/ata_family.h"

#include "core/drive/ata/identify.h"
#include "core/drive/ata/reply.h"
#include "core/drive/ata/smart.h"
#include "core/drive/enquiry.h"
#include "core/drive/identity.h"
#include "core/drive/lock_state.h"

namespace orbita {

namespace {

void interpretAta(const Reply& reply, Reaction& reaction) {
    reaction.verdict = ata::classifyReply(reply);
    reaction.ata = ata::decodeAnswer(reply.bytes);
}

bool bringsAtaContents(const CommandBlock& block) {
    return ata::isCommand(block) && ata::opcodeOf(block) == ata::opcode::readDmaExt;
}

DriveIdentity whoAnswersAta(Enquiry& enquiry) {
    DriveIdentity who;
    const auto reaction = enquiry.askAta(ata::identifyDevice(), ata::pageBytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered)
        return who;
    const auto told = ata::decodeIdentify(reaction->data);
    if (!told)
        return who;
    who.model = told->model;
    who.serial = told->serial;
    who.firmware = told->firmware;
    who.worldWideName = ata::worldWideNameText(*told);
    who.capacity = told->capacity;
    who.logicalBytes = told->logicalBytes;
    return who;
}

Result<Reaction> askAtaLocking(Enquiry& enquiry) {
    return enquiry.askAta(ata::trustedReceive(tcg::discoveryProtocol, tcg::discoveryComId, 1),
                          tcg::discoveryBytes);
}

constexpr Family behindAta[] = {Family::ata};

} // namespace

const DriveFamily ataFamily = {
    .family = Family::ata,
    .name = "ata",
    .protocols = {Protocol::ata},
    .classOf = ataClassOf,
    .writing = &ataWriting,
    .writtenSectors = ataWrittenSectors,
    .classify = ata::classifyReply,
    .interpret = interpretAta,
    .bringsContents = bringsAtaContents,
    .open = openAtaDrive,
    .whoAnswers = whoAnswersAta,
    .lockingPage = askAtaLocking,
    .errorRecovery = &ataErrorRecovery,
    .vitals = readAtaVitals,
    .temperature = readAtaTemperature,
    .selfTests = &ataSelfTests,
    .enableHealth = enableAtaHealth,
    .behind = behindAta,
};

} // namespace orbita
