// SPDX-License-Identifier: GPL-3.0-or-later
// What may leave for a drive: every opcode there is, tried in every mode.
#include "core/base/bytes.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/enquiry.h"
#include "core/drive/family.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/writing.h"
#include "core/session/write_gate.h"
#include "support/scripted_link.h"
#include "support/test_program.h"

#include <cerrno>
#include <random>
#include <set>

namespace test_command_gate {

using namespace orbita;

// Every command that Orbita sends, with what goes along and comes back.
struct Sent {
    const char* name;
    CommandBlock block;
    std::uint32_t expected = 0;
    std::vector<std::byte> parameters{};
    bool state = false; // changes the drive's state
};

template <class Bytes>
std::vector<std::byte> listOf(const Bytes& bytes) {
    return {bytes.begin(), bytes.end()};
}

std::vector<std::byte> recoveryPage(unsigned flags = 0xC0, unsigned limitMs = 0) {
    std::vector<std::byte> page(12);
    page[0] = std::byte{0x81}; // PS: it could be saved
    page[1] = std::byte{10};
    page[2] = static_cast<std::byte>(flags); // AWRE, ARRE
    page[3] = std::byte{20};
    putBigEndian(page, 10, 2, limitMs);
    return page;
}

std::vector<Sent> ataCommands() {
    using namespace ata;
    SelectiveSelfTest spans;
    spans.spans[0] = {{1000}, {64}};
    std::vector<Sent> sent = {
        {"READ DMA EXT", readDmaExt({0x123456789A}, 64), 64 * 512},
        {"READ DMA EXT of 4 KiB sectors", readDmaExt({7}, 3), 3 * 4096},
        {"READ VERIFY EXT", readVerifyExt({0x123456789A}, 64)},
        {"IDENTIFY DEVICE", identifyDevice(), 512},
        {"READ NATIVE MAX ADDRESS EXT", readNativeMaxExt()},
        {"CHECK POWER MODE", checkPowerMode()},
        {"SMART READ DATA", smartCommand(smart::readData), 512},
        {"SMART READ THRESHOLDS", smartCommand(smart::readThresholds), 512},
        {"SMART RETURN STATUS", smartCommand(smart::returnStatus)},
        {"SMART READ LOG 01h", smartCommand(smart::readLog, logAddress::summaryErrors), 512},
        {"SMART READ LOG 06h", smartCommand(smart::readLog, logAddress::selfTests), 512},
        {"SMART READ LOG E0h", smartCommand(smart::readLog, logAddress::sctCommand), 512},
        {"READ LOG EXT 03h", readLogExt(logAddress::extendedErrors, 0, 1), 512},
        {"READ LOG EXT 04h", readLogExt(logAddress::deviceStatistics, 5, 1), 512},
        {"READ LOG EXT 07h", readLogExt(logAddress::extendedSelfTests, 0, 1), 512},
        {"READ LOG EXT 0Ch", readLogExt(logAddress::pendingDefects, 0, 4), 2048},
        {"READ LOG EXT 11h", readLogExt(logAddress::phyCounters, 0, 1), 512},
        {"TRUSTED RECEIVE", trustedReceive(1, 1, 1), 512},
        {"SCT: ask", smartCommand(smart::writeLog, logAddress::sctCommand), 0,
         listOf(sctAskRecoveryTime(true))},
        {"SCT: set", smartCommand(smart::writeLog, logAddress::sctCommand), 0,
         listOf(sctSetRecoveryTime(true, 70)), true},
        {"SMART WRITE LOG 09h", smartCommand(smart::writeLog, logAddress::selectiveSelfTest), 0,
         listOf(encodeSelective(spans)), true},
        {"SMART ENABLE", smartCommand(smart::enable, 0, 0), 0, {}, true},
    };
    for (const unsigned code : {1U, 2U, 3U, 4U, 0x7FU})
        sent.push_back({"SMART EXECUTE OFF-LINE",
                        smartCommand(smart::executeOffline, static_cast<std::uint8_t>(code), 0),
                        0,
                        {},
                        true});
    return sent;
}

std::vector<Sent> scsiCommands() {
    using namespace scsi;
    std::vector<Sent> sent = {
        {"READ(16)", read16({1ULL << 40U}, 128), 128 * 512},
        {"READ(16) of nothing", read16({0}, 0)},
        {"READ(16) FUA", read16({99}, 8, true), 8 * 4096},
        {"READ(10)", read10({77}, 65535), 65535U * 520},
        {"VERIFY(16)", verify16({1ULL << 40U}, 128)},
        {"VERIFY(10)", verify10({77}, 128)},
        {"TEST UNIT READY", testUnitReady()},
        {"REQUEST SENSE", requestSense(), 252},
        {"REQUEST SENSE, descriptors", requestSense(true), 252},
        {"INQUIRY", inquiry(std::nullopt, 96), 96},
        {"INQUIRY, page", inquiry(0x89, 1024), 1024},
        {"READ CAPACITY(10)", readCapacity10(), 8},
        {"READ CAPACITY(16)", readCapacity16(), 32},
        {"GET LBA STATUS", getLbaStatus({77}, 4096), 4096},
        {"REPORT ZONES", reportZones({77}, 4096), 4096},
        {"MODE SENSE 01h", modeSense10(0x01, 252), 252},
        {"MODE SENSE 08h", modeSense10(0x08, 255), 255},
        {"LOG SENSE", logSense(0x15, 4096, 1), 4096},
        {"READ DEFECT DATA(12)", readDefectData12(true, 3, 8192), 8192},
        {"SECURITY PROTOCOL IN", securityProtocolIn(1, 1, 512), 512},
        {"SEND DIAGNOSTIC short", sendDiagnostic(SelfTestCode::backgroundShort), 0, {}, true},
        {"SEND DIAGNOSTIC extended", sendDiagnostic(SelfTestCode::backgroundExtended), 0, {}, true},
        {"SEND DIAGNOSTIC abort", sendDiagnostic(SelfTestCode::abortBackground), 0, {}, true},
        {"MODE SELECT 01h", modeSelect10(20), 0, modeSelectList(recoveryPage(0xC0, 1500)), true},
    };
    for (Sent& inside : ataCommands()) {
        inside.block = wrapAta(inside.block);
        sent.push_back(inside);
    }
    return sent;
}

std::vector<Sent> nvmeCommands() {
    using namespace nvme;
    std::vector<Sent> sent = {
        {"Read", read({1ULL << 40U}, 65536, 1), 65536U * 512},
        {"Read FUA", read({5}, 8, 1, true), 8 * 4096},
        {"Verify", verify({5}, 8, 1)},
        {"Identify namespace", identify(IdentifyWhat::nameSpace, 3), 4096},
        {"Identify controller", identify(IdentifyWhat::controller, 0), 4096},
        {"Get Features 05h", getFeatures(feature::errorRecovery, 1)},
        {"Get Features 06h", getFeatures(feature::volatileWriteCache, 0)},
        {"Security Receive", securityReceive(1, 1, 512), 512},
        {"Set Features 05h", setFeatures(feature::errorRecovery, 0x10000U | 15U, 1), 0, {}, true},
        {"Device Self-test short", deviceSelfTest(nvme::SelfTestCode::shortTest), 0, {}, true},
        {"Device Self-test extended", deviceSelfTest(nvme::SelfTestCode::extendedTest), 0, {}, true},
        {"Device Self-test abort", deviceSelfTest(nvme::SelfTestCode::abort), 0, {}, true},
    };
    for (const unsigned page : {0x01U, 0x02U, 0x05U, 0x06U, 0x81U})
        sent.push_back({"Get Log Page", getLogPage(static_cast<std::uint8_t>(page), 4096), 4096});
    return sent;
}

constexpr ProtocolSet ataOnly = {Protocol::ata};
constexpr ProtocolSet scsiOnly = {Protocol::scsi};
constexpr ProtocolSet nvmeOnly = {Protocol::nvmeAdmin, Protocol::nvmeIo};
constexpr ProtocolSet plainOnly = {Protocol::plain};

// A gate that has seen the settings as the drive had them.
CommandGate seasoned(ProtocolSet speaks, Admission admission) {
    CommandGate gate(speaks, admission);
    scsi::ModeData mode;
    mode.page = recoveryPage();
    gate.answered(scsi::modeSense10(0x01, 252), {}, scsi::encodeMode10(mode));
    gate.answered(nvme::getFeatures(nvme::feature::errorRecovery, 1),
                  nvme::encodeCompletion({.result = 0x10000U}), {});
    return gate;
}

bool passes(const CommandGate& gate, const Sent& sent) {
    return gate.passes(sent.block, {sent.parameters, sent.expected});
}

// What writes, all of it to sectors 1000 to 1007, or to none; the drive has sectors of 512 bytes.
std::vector<Sent> writingCommands() {
    const LbaSpan span{Lba{1000}, SectorCount{8}};
    const std::vector<std::byte> contents(8 * 512, std::byte{0x5A});
    std::vector<Sent> sent = {
        {"plain write", plain::writeBlock(1000 * 512, 8 * 512), 0, contents},
        {"WRITE(16)", scsi::write16(span.first, 8, false), 0, contents},
        {"WRITE(16) FUA", scsi::write16(span.first, 8, true), 0, contents},
        {"WRITE(16) of nothing", scsi::write16({0}, 0, false)},
        {"WRITE(10)", scsi::write10(span.first, 8, true), 0, contents},
        {"WRITE AND VERIFY(16)", scsi::writeAndVerify16(span.first, 8), 0, contents},
        {"SYNCHRONIZE CACHE(10)", scsi::synchronizeCache()},
        {"REASSIGN BLOCKS", scsi::reassignBlocks(), 0, scsi::reassignList({1007})},
        {"Write", nvme::write(span.first, 8, 1), 0, contents},
        {"Write Zeroes", nvme::writeZeroes(span.first, 8, 1)},
        {"Flush", nvme::flush(1)},
    };
    for (const bool fua : {false, true}) {
        const CommandBlock write = ata::writeDmaExt(span.first, 8, fua);
        sent.push_back({"WRITE DMA EXT", write, 0, contents});
        sent.push_back({"WRITE DMA EXT, wrapped", scsi::wrapAta(write), 0, contents});
    }
    sent.push_back({"FLUSH CACHE EXT", ata::flushCacheExt()});
    sent.push_back({"FLUSH CACHE EXT, wrapped", scsi::wrapAta(ata::flushCacheExt())});
    return sent;
}

WritePermit permitFor(const LbaSpan& span) {
    WriteGate gate;
    GrantOrder asked;
    asked.spans = {span};
    asked.kinds = {WriteKind::refresh};
    asked.lasting = std::chrono::hours{1};
    const std::string grant = gate.give(asked, Nanoseconds{});
    WriteOrder order;
    order.grant = grant;
    order.span = span;
    return gate.permit(order, "", 512, Nanoseconds{}).value();
}

std::vector<Sent> everything() {
    std::vector<Sent> all = {{"plain read", plain::readBlock(1ULL << 40U, 4096), 4096}};
    for (const auto& some : {ataCommands(), scsiCommands(), nvmeCommands()})
        all.insert(all.end(), some.begin(), some.end());
    return all;
}

ProtocolSet setOf(Protocol protocol) {
    switch (protocol) {
    case Protocol::plain:
        return plainOnly;
    case Protocol::ata:
        return ataOnly;
    case Protocol::scsi:
        return scsiOnly;
    case Protocol::nvmeAdmin:
    case Protocol::nvmeIo:
        break;
    }
    return nvmeOnly;
}

CommandBlock blockOf(Protocol protocol, unsigned opcode) {
    CommandBlock block;
    block.protocol = protocol;
    block.bytes[0] = static_cast<std::byte>(opcode);
    return block;
}

class TestCommandGate final : public QObject {
    Q_OBJECT
private slots:
    // Each protocol belongs to one family, and each family knows its own commands and no others.
    void familiesAreATable() {
        for (const DriveFamily* const family : allFamilies()) {
            QCOMPARE(&familyOf(family->family), family);
            QVERIFY(family->classOf != nullptr && family->classify != nullptr &&
                    family->bringsContents != nullptr && !family->behind.empty());
            for (const Protocol protocol :
                 {Protocol::plain, Protocol::ata, Protocol::scsi, Protocol::nvmeAdmin, Protocol::nvmeIo}) {
                QCOMPARE(&familyOf(protocol) == family, family->protocols.contains(protocol));
                CommandBlock block = blockOf(protocol, 0x52);
                if (!family->protocols.contains(protocol))
                    QVERIFY(family->classOf(block, {}) != CommandClass::mediumReading &&
                            family->classOf(block, {}) != CommandClass::stateChanging);
            }
        }
        // What comes over shared memory may be of no protocol at all.
        CommandBlock none = plain::readBlock(0, 4096);
        none.protocol = static_cast<Protocol>(99);
        QCOMPARE(classOf(none, {{}, 4096}), CommandClass::unknown);
    }

    void whatOrbitaSendsPasses() {
        for (const Sent& sent : everything()) {
            const ProtocolSet speaks = setOf(sent.block.protocol);
            QVERIFY2(passes(seasoned(speaks, Admission::stateToo), sent), sent.name);
            QVERIFY2(passes(seasoned(speaks, Admission::readingOnly), sent) == !sent.state, sent.name);
            QCOMPARE(classOf(sent.block, {sent.parameters, sent.expected}),
                     sent.state ? CommandClass::stateChanging : CommandClass::mediumReading);
        }
    }
    // No admission lets anything through that writes; a permit does, to its own sectors and for that long.
    void whatWritesNeedsAPermit() {
        for (const Sent& sent : writingCommands()) {
            const ProtocolSet speaks = setOf(sent.block.protocol);
            QCOMPARE(classOf(sent.block, {sent.parameters, sent.expected}), CommandClass::mediumWriting);
            CommandGate gate = seasoned(speaks, Admission::stateToo);
            QVERIFY2(!passes(gate, sent), sent.name);
            gate.permit(permitFor({Lba{1000}, SectorCount{8}}));
            QVERIFY2(passes(gate, sent), sent.name);
            gate.permit(permitFor({Lba{900}, SectorCount{200}}));
            QVERIFY2(passes(gate, sent), sent.name);
            const DriveFamily& family = familyOf(sent.block.protocol);
            const bool toSectors = !family.writtenSectors(sent.block, sent.parameters, 512).empty();
            for (const LbaSpan& other :
                 {LbaSpan{Lba{1000}, SectorCount{7}}, LbaSpan{Lba{1001}, SectorCount{8}},
                  LbaSpan{Lba{2000}, SectorCount{8}}}) {
                gate.permit(permitFor(other));
                const bool oneSector = sent.parameters.size() == scsi::reassignListBytes;
                if (!oneSector || !other.contains(Lba{1007}))
                    QVERIFY2(passes(gate, sent) == !toSectors, sent.name);
            }
            gate.permit(permitFor({Lba{1000}, SectorCount{8}}));
            gate.forbid();
            QVERIFY2(!passes(gate, sent), sent.name);
            // Contents that are not as long as the command says.
            if (sent.parameters.size() <= scsi::reassignListBytes)
                continue;
            gate.permit(permitFor({Lba{1000}, SectorCount{8}}));
            Sent cut = sent;
            cut.parameters.pop_back();
            QVERIFY2(!passes(gate, cut), sent.name);
            cut.parameters.clear();
            QVERIFY2(!passes(gate, cut), sent.name);
        }
    }
    // Under a permit, a block that differs in anything is held against where it really writes to.
    void aPermitIsForItsSectorsAlone() {
        std::mt19937_64 random(12);
        const auto sent = writingCommands();
        const LbaSpan span{Lba{1000}, SectorCount{8}};
        int passed = 0;
        for (int round = 0; round < 200'000; ++round) {
            const Sent& one = sent[random() % sent.size()];
            CommandGate gate = seasoned(setOf(one.block.protocol), Admission::stateToo);
            gate.permit(permitFor(span));
            Sent bent = one;
            bent.block.bytes[random() % 64] ^= static_cast<std::byte>(1U << random() % 8);
            if (!passes(gate, bent))
                continue;
            ++passed;
            if (classOf(bent.block, {bent.parameters, bent.expected}) != CommandClass::mediumWriting)
                continue;
            const LbaSpan written =
                familyOf(bent.block.protocol).writtenSectors(bent.block, bent.parameters, 512);
            QVERIFY(written.empty() || intersection(written, span) == written);
        }
        QVERIFY(passed > 0);
    }
    // A device takes its own protocol and no other, whatever a block calls itself: the same bytes are another
    // command there.
    void aBlockOfAnotherProtocolIsRefused() {
        for (const Sent& sent : everything())
            for (const Protocol other :
                 {Protocol::plain, Protocol::ata, Protocol::scsi, Protocol::nvmeAdmin, Protocol::nvmeIo}) {
                const ProtocolSet speaks = setOf(other);
                if (!speaks.contains(sent.block.protocol))
                    QVERIFY2(!passes(seasoned(speaks, Admission::stateToo), sent), sent.name);
            }
    }
    // Each single bit that is set otherwise makes another command of it: it passes only where it is again one
    // that Orbita sends, which is told by changing the bits that name a place, an amount or a page.
    void everyBitIsJudged() {
        for (const Sent& sent : everything()) {
            const CommandGate gate = seasoned(setOf(sent.block.protocol), Admission::stateToo);
            int let = 0;
            for (std::size_t bit = 0; bit < commandBytes * 8; ++bit) {
                Sent other = sent;
                other.block.bytes[bit / 8] ^= static_cast<std::byte>(1U << bit % 8);
                if (!passes(gate, other))
                    continue;
                ++let;
                const CommandClass is = classOf(other.block, {other.parameters, other.expected});
                // It never becomes one that does more.
                QVERIFY2(is == CommandClass::mediumReading || sent.state, sent.name);
            }
            // LBAs of 64 bits, a namespace of 32, and counts of verifies of 32.
            QVERIFY2(let <= 64 + 32 + 32, sent.name);
        }
    }
    // What comes back and what goes along are part of the command.
    void lengthsAreJudged() {
        for (const Sent& sent : everything()) {
            const CommandGate gate = seasoned(setOf(sent.block.protocol), Admission::stateToo);
            for (const std::uint32_t expected : {0U, 1U, 511U, 513U, 4097U, (1U << 22U) + 8, UINT32_MAX}) {
                if (expected == sent.expected)
                    continue;
                Sent other = sent;
                other.expected = expected;
                QVERIFY2(!passes(gate, other), sent.name);
            }
            for (const std::size_t more : {std::size_t{1}, std::size_t{512}, std::size_t{4096}}) {
                Sent other = sent;
                other.parameters.resize(other.parameters.size() + more);
                QVERIFY2(!passes(gate, other), sent.name);
            }
            if (!sent.parameters.empty()) {
                Sent other = sent;
                other.parameters.pop_back();
                QVERIFY2(!passes(gate, other), sent.name);
                other.parameters.clear();
                QVERIFY2(!passes(gate, other), sent.name);
            }
        }
    }
    // Of the parameters, what Orbita itself sets may differ, and nothing else.
    void everyBitOfTheParametersIsJudged() {
        for (const Sent& sent : everything()) {
            if (sent.parameters.empty())
                continue;
            const CommandGate gate = seasoned(setOf(sent.block.protocol), Admission::stateToo);
            std::set<std::size_t> let;
            for (std::size_t bit = 0; bit < sent.parameters.size() * 8; ++bit) {
                Sent other = sent;
                other.parameters[bit / 8] ^= static_cast<std::byte>(1U << bit % 8);
                if (passes(gate, other))
                    let.insert(bit / 8);
            }
            const QByteArray name = sent.name;
            const std::set<std::size_t> allowed = name == "SCT: set"          ? std::set<std::size_t>{6, 7}
                                                  : name == "MODE SELECT 01h" ? std::set<std::size_t>{18, 19}
                                                                              : std::set<std::size_t>{};
            QVERIFY2(let == allowed, sent.name); // the page of spans has a checksum over it
        }
    }
    // A page that is written as a whole must be the page as it was, but for what is to be set.
    void aPageIsWrittenOnlyAsItWasRead() {
        const auto commands = scsiCommands();
        const auto select = std::find_if(commands.begin(), commands.end(), [](const Sent& sent) {
            return QByteArray(sent.name) == "MODE SELECT 01h";
        });
        CommandGate gate(scsiOnly, Admission::stateToo);
        QVERIFY(!passes(gate, *select)); // nobody has asked what it was
        scsi::ModeData other;
        other.page = recoveryPage(0x00); // no reallocation by itself
        gate.answered(scsi::modeSense10(0x01, 252), {}, scsi::encodeMode10(other));
        QVERIFY(!passes(gate, *select));
        QVERIFY(passes(seasoned(scsiOnly, Admission::stateToo), *select));

        CommandGate controller(nvmeOnly, Admission::stateToo);
        const Sent set{"set", nvme::setFeatures(nvme::feature::errorRecovery, 15, 1)};
        QVERIFY(!passes(controller, set));
        controller.answered(nvme::getFeatures(nvme::feature::errorRecovery, 1),
                            nvme::encodeCompletion({.result = 100}), {});
        QVERIFY(passes(controller, set));
        const Sent more{"more", nvme::setFeatures(nvme::feature::errorRecovery, 0x10000U | 15U, 1)};
        QVERIFY(!passes(controller, more)); // deallocated blocks would fail to read from then on
        const Sent all{"all", nvme::setFeatures(nvme::feature::errorRecovery, 15, nvme::allNamespaces)};
        QVERIFY(!passes(controller, all));
    }
    void everyAtaOpcode() {
        const std::set<unsigned> reading = {0x25, 0x27, 0x2F, 0x42, 0x5C, 0xB0, 0xE5, 0xEC};
        for (unsigned opcode = 0; opcode < 256; ++opcode)
            for (const Sent& sent : ataCommands()) {
                Sent other = sent;
                other.block.bytes[2] = static_cast<std::byte>(opcode);
                if (reading.contains(opcode))
                    continue;
                QVERIFY(!passes(CommandGate(ataOnly, Admission::stateToo), other));
                other.block = scsi::wrapAta(other.block);
                QVERIFY(!passes(CommandGate(scsiOnly, Admission::stateToo), other));
            }
    }
    // The translation's own fields decide what becomes of a command inside: hard resets, direction, length.
    void aWrappedCommandMustBeWrappedAsOrbitaDoes() {
        for (const Sent& sent : ataCommands()) {
            const CommandBlock wrapped = scsi::wrapAta(sent.block);
            for (unsigned first = 0; first < 256; ++first)
                for (unsigned second = 0; second < 256; ++second) {
                    Sent other = sent;
                    other.block = wrapped;
                    other.block.bytes[1] = static_cast<std::byte>(first);
                    other.block.bytes[2] = static_cast<std::byte>(second);
                    QVERIFY2(passes(CommandGate(scsiOnly, Admission::stateToo), other) ==
                                 (other.block == wrapped),
                             sent.name);
                }
            Sent shorter = sent; // ATA PASS-THROUGH(12), which is BLANK to an optical drive
            shorter.block = blockOf(Protocol::scsi, 0xA1);
            std::copy_n(wrapped.bytes.begin() + 1, 2, shorter.block.bytes.begin() + 1);
            shorter.block.bytes[9] = sent.block.bytes[2];
            QVERIFY2(!passes(CommandGate(scsiOnly, Admission::stateToo), shorter), sent.name);
        }
    }
    // Of the security protocols, the one page that tells what is locked, and nothing else.
    void securityProtocolsOnlyTellWhatIsLocked() {
        for (unsigned protocol = 0; protocol < 256; ++protocol)
            for (const unsigned comId : {0x0000U, 0x0001U, 0x0002U, 0x0100U, 0x07FEU, 0x1001U, 0xFFFFU}) {
                const auto p = static_cast<std::uint8_t>(protocol);
                const auto id = static_cast<std::uint16_t>(comId);
                for (const CommandBlock& block :
                     {ata::trustedReceive(p, id, 1), scsi::wrapAta(ata::trustedReceive(p, id, 1)),
                      scsi::securityProtocolIn(p, id, 512), nvme::securityReceive(p, id, 512)})
                    QCOMPARE(passes(CommandGate(setOf(block.protocol)), {"security", block, 512}),
                             protocol == 1 && comId == 1);
            }
    }
    void sctIsJudgedByItsAction() {
        const CommandBlock block = ata::smartCommand(ata::smart::writeLog, ata::logAddress::sctCommand);
        for (unsigned action = 0; action < 65536; ++action)
            for (unsigned function = 0; function < 4; ++function) {
                ata::Page page = ata::sctSetRecoveryTime(true, function == 2 ? 0 : 70);
                putLittleEndian(page, 0, 2, action);
                putLittleEndian(page, 2, 2, function);
                const bool listed = action == 3 && (function == 1 || function == 2);
                QCOMPARE(passes(CommandGate(ataOnly, Admission::stateToo), {"sct", block, 0, listOf(page)}),
                         listed);
                if (action == 2)
                    QCOMPARE(classOf(block, {page, 0}), CommandClass::foreignWrite);
            }
    }
    void whatWritesIsToldFromTheUnknown() {
        for (const unsigned write :
             {0x04U, 0x07U, 0x0AU, 0x2AU, 0x2EU, 0x41U, 0x42U, 0x48U, 0x8AU, 0x93U, 0xAAU}) {
            CommandBlock block = blockOf(Protocol::scsi, write);
            block.bytes[1] = std::byte{0x20}; // a protection field, which Orbita never sets
            QCOMPARE(classOf(block, {}), CommandClass::foreignWrite);
        }
        CommandBlock frame = ata::identifyDevice();
        for (const unsigned write : {0x30U, 0x35U, 0x45U, 0x61U, 0xB4U, 0xCAU, 0xF4U}) {
            frame.bytes[2] = static_cast<std::byte>(write);
            QCOMPARE(classOf(frame, {}), CommandClass::foreignWrite);
            QCOMPARE(classOf(scsi::wrapAta(frame), {}), CommandClass::foreignWrite);
        }
    }
    // Opcode by opcode with random surroundings, nothing passes that is not listed.
    void randomBlocks() {
        std::mt19937_64 random(9);
        const auto known = everything();
        for (int round = 0; round < 400'000; ++round) {
            // Half of them begin as one that is listed.
            CommandBlock block = known[random() % known.size()].block;
            const std::size_t from = round % 2 == 0 ? 1 + random() % 3 : 0;
            for (std::size_t i = from; i < 16; ++i)
                block.bytes[i] = static_cast<std::byte>(random() & 0xFFU);
            const auto expected = static_cast<std::uint32_t>(random() % 3 == 0 ? 0 : random() % 8192);
            const CommandGate gate = seasoned(setOf(block.protocol), Admission::stateToo);
            if (!gate.passes(block, {{}, expected}))
                continue;
            const bool isListed = std::any_of(known.begin(), known.end(), [&](const Sent& sent) {
                return sent.block.protocol == block.protocol && sent.block.bytes[0] == block.bytes[0];
            });
            QVERIFY(isListed);
        }
    }
    void aLinkAdmitsWhatItWasTold() {
        test::ScriptedLink link(
            [](const CommandBlock&) { return test::Scripted{{.transport = TransportStatus::answered}}; });
        Request request;
        request.block = ata::smartCommand(ata::smart::executeOffline, 1, 0);
        request.haltAfter = std::chrono::seconds{8};
        Reply reply;
        link.submit({&request, 1});
        QCOMPARE(link.reap({&reply, 1}, std::chrono::seconds{1}), std::size_t{1});
        QCOMPARE(reply.transport, TransportStatus::refused);
        QVERIFY(link.sent().empty());
        QCOMPARE(link.refusals(), std::uint64_t{1});
        link.admit(Admission::stateToo);
        link.submit({&request, 1});
        QCOMPARE(link.reap({&reply, 1}, std::chrono::seconds{1}), std::size_t{1});
        QCOMPARE(reply.transport, TransportStatus::answered);
        QCOMPARE(link.sent().size(), std::size_t{1});
    }
    // Replies come in the order of submission, refused ones in their turn; nothing behind a refusal is sent.
    void aRefusalComesInItsTurnAndHoldsBackTheRest() {
        test::ScriptedLink link(
            [](const CommandBlock&) { return test::Scripted{{.transport = TransportStatus::answered}}; });
        std::array<Request, 5> requests;
        for (std::size_t i = 0; i < requests.size(); ++i) {
            requests[i].tag = i;
            requests[i].block = i == 2 ? blockOf(Protocol::scsi, 0x8A) : plain::readBlock(i * 4096, 4096);
            requests[i].expected = i == 2 ? 0 : 4096;
            requests[i].haltAfter = std::chrono::seconds{8};
        }
        link.submit(requests);
        std::vector<Reply> replies;
        for (int look = 0; look < 20 && replies.size() < requests.size(); ++look) {
            std::array<Reply, 3> some;
            const std::size_t n = link.reap(some, std::chrono::milliseconds{10});
            replies.insert(replies.end(), some.begin(), some.begin() + static_cast<std::ptrdiff_t>(n));
        }
        QCOMPARE(replies.size(), requests.size());
        for (std::size_t i = 0; i < replies.size(); ++i) {
            QCOMPARE(replies[i].tag, std::uint64_t{i});
            QCOMPARE(replies[i].transport, i < 2    ? TransportStatus::answered
                                           : i == 2 ? TransportStatus::refused
                                                    : TransportStatus::withdrawn);
        }
        QCOMPARE(link.sent().size(), std::size_t{2});
        // Once that is known, it goes on.
        link.submit(std::span(requests).first(1));
        Reply reply;
        QCOMPARE(link.reap({&reply, 1}, std::chrono::seconds{1}), std::size_t{1});
        QCOMPARE(reply.transport, TransportStatus::answered);
    }
    // A question may be repeated after a reset; what changes the drive's state may have been done already.
    void onlyQuestionsAreRepeated() {
        int asked = 0;
        test::ScriptedLink link([&](const CommandBlock&) {
            ++asked;
            test::Scripted scripted;
            scripted.reply.transport = TransportStatus::failed;
            scripted.reply.systemError = EAGAIN;
            return scripted;
        });
        link.admit(Admission::stateToo);
        Enquiry enquiry(link, Family::scsi, "scripted", std::chrono::seconds{5});
        (void)enquiry.ask(scsi::inquiry(std::nullopt, 96), 96);
        QCOMPARE(asked, 4);
        asked = 0;
        (void)enquiry.ask(scsi::sendDiagnostic(scsi::SelfTestCode::backgroundShort), 0);
        QCOMPARE(asked, 1);
    }
};

ORBITA_TEST(TestCommandGate)

} // namespace test_command_gate

#include "test_command_gate.moc"
