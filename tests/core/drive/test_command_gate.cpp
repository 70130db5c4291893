// SPDX-License-Identifier: GPL-3.0-or-later
// What may leave for a drive: every opcode there is, tried in every mode.
#include "core/drive/ata/logs.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "support/scripted_link.h"

#include <QTest>
#include <set>

using namespace orbita;

namespace {

CommandBlock blockOf(Protocol protocol, unsigned opcode) {
    CommandBlock block;
    block.protocol = protocol;
    block.bytes[0] = static_cast<std::byte>(opcode);
    return block;
}

CommandBlock ataWith(unsigned opcode) {
    CommandBlock block = ata::identifyDevice();
    block.bytes[2] = static_cast<std::byte>(opcode);
    return block;
}

bool passes(const CommandBlock& block, Admission admission, std::span<const std::byte> parameters = {}) {
    return mayPass(block, parameters, admission);
}

} // namespace

class TestCommandGate final : public QObject {
    Q_OBJECT
private slots:
    void everyAtaOpcode() {
        const std::set<unsigned> reading = {0x25, 0x27, 0x2F, 0x42, 0xE5, 0xEC};
        for (unsigned opcode = 0; opcode < 256; ++opcode) {
            QCOMPARE(passes(ataWith(opcode), Admission::readingOnly), reading.contains(opcode));
            QCOMPARE(passes(ataWith(opcode), Admission::stateToo), reading.contains(opcode));
            // The same inside a pass-through command.
            QCOMPARE(passes(scsi::wrapAta(ataWith(opcode)), Admission::stateToo), reading.contains(opcode));
        }
    }
    // Of the security protocols, the one page that tells what is locked, and nothing else.
    void securityProtocolsOnlyTellWhatIsLocked() {
        for (unsigned protocol = 0; protocol < 256; ++protocol)
            for (const unsigned comId : {0x0000U, 0x0001U, 0x0002U, 0x0100U, 0x07FEU, 0x1001U, 0xFFFFU}) {
                const auto p = static_cast<std::uint8_t>(protocol);
                const auto id = static_cast<std::uint16_t>(comId);
                const bool allowed = protocol == 1 && comId == 1;
                for (const CommandBlock& block :
                     {ata::trustedReceive(p, id, 1), scsi::wrapAta(ata::trustedReceive(p, id, 1)),
                      scsi::securityProtocolIn(p, id, 512), nvme::securityReceive(p, id, 512)}) {
                    QCOMPARE(passes(block, Admission::readingOnly), allowed);
                    QCOMPARE(passes(block, Admission::stateToo), allowed);
                }
            }
    }
    void everySmartFeatureAndLog() {
        const std::set<unsigned> reading = {0xD0, 0xD1, 0xD5, 0xDA};
        for (unsigned feature = 0; feature < 256; ++feature)
            for (unsigned low = 0; low < 256; ++low) {
                const CommandBlock block =
                    ata::smartCommand(static_cast<std::uint8_t>(feature), static_cast<std::uint8_t>(low));
                const bool test = feature == 0xD4 && ((low >= 1 && low <= 4) || low == 0x7F);
                const bool state = test || feature == 0xD8 || (feature == 0xD6 && low == 0x09);
                QCOMPARE(passes(block, Admission::readingOnly), reading.contains(feature));
                QCOMPARE(passes(block, Admission::stateToo), reading.contains(feature) || state);
            }
    }
    void sctIsJudgedByItsAction() {
        const CommandBlock block = ata::smartCommand(ata::smart::writeLog, ata::logAddress::sctCommand);
        QVERIFY(!passes(block, Admission::stateToo)); // without parameters nobody knows what it does
        QVERIFY(passes(block, Admission::readingOnly, ata::sctAskRecoveryTime(true)));
        QVERIFY(!passes(block, Admission::readingOnly, ata::sctSetRecoveryTime(true, 70)));
        QVERIFY(passes(block, Admission::stateToo, ata::sctSetRecoveryTime(true, 70)));
        for (unsigned action = 0; action < 65536; ++action) {
            ata::Page page = ata::sctSetRecoveryTime(true, 70);
            page[0] = static_cast<std::byte>(action & 0xFFU);
            page[1] = static_cast<std::byte>(action >> 8U);
            QCOMPARE(passes(block, Admission::stateToo, page), action == 3);
            if (action == 2)
                QCOMPARE(classOf(block, page), CommandClass::mediumWriting);
        }
    }
    void everyScsiOpcode() {
        const std::set<unsigned> reading = {0x00, 0x03, 0x08, 0x12, 0x1A, 0x25, 0x28, 0x2F,
                                            0x37, 0x4D, 0x5A, 0x88, 0x8F, 0x95, 0xA0, 0xB7};
        for (unsigned opcode = 0; opcode < 256; ++opcode) {
            QCOMPARE(passes(blockOf(Protocol::scsi, opcode), Admission::readingOnly),
                     reading.contains(opcode));
            QCOMPARE(passes(blockOf(Protocol::scsi, opcode), Admission::stateToo), reading.contains(opcode));
        }
        for (const unsigned write :
             {0x04U, 0x07U, 0x0AU, 0x2AU, 0x2EU, 0x41U, 0x42U, 0x48U, 0x8AU, 0x93U, 0xAAU})
            QCOMPARE(classOf(blockOf(Protocol::scsi, write)), CommandClass::mediumWriting);
    }
    void scsiCommandsWithASting() {
        CommandBlock verify = scsi::verify16({0}, 8);
        QVERIFY(passes(verify, Admission::readingOnly));
        verify.bytes[1] = std::byte{0x02}; // BYTCHK
        QVERIFY(!passes(verify, Admission::stateToo));
        CommandBlock log = scsi::logSense(0x03, 512);
        log.bytes[1] = std::byte{0x01}; // SP: save
        QVERIFY(!passes(log, Admission::stateToo));
        QVERIFY(passes(scsi::readCapacity16(), Admission::readingOnly));
        CommandBlock other = scsi::readCapacity16();
        other.bytes[1] = std::byte{0x13}; // another service action
        QVERIFY(!passes(other, Admission::stateToo));
        QVERIFY(passes(scsi::getLbaStatus({77}, 4096), Admission::readingOnly));
        CommandBlock zones = scsi::reportZones({0}, 4096);
        QVERIFY(passes(zones, Admission::readingOnly));
        zones.bytes[1] = std::byte{0x04}; // of the zoning commands, RESET WRITE POINTER has this number
        QVERIFY(!passes(zones, Admission::stateToo));
        zones.bytes[0] = std::byte{0x94}; // ZONING OUT
        QVERIFY(!passes(zones, Admission::stateToo));
        CommandBlock start = blockOf(Protocol::scsi, scsi::opcode::startStopUnit);
        QVERIFY(!passes(start, Admission::stateToo)); // stop
        start.bytes[4] = std::byte{1};
        QVERIFY(passes(start, Admission::stateToo));
        QVERIFY(!passes(start, Admission::readingOnly));
        start.bytes[4] = std::byte{3}; // eject
        QVERIFY(!passes(start, Admission::stateToo));
    }
    void scsiSelfTestsOnlyInTheBackground() {
        for (unsigned flags = 0; flags < 256; ++flags) {
            CommandBlock block = blockOf(Protocol::scsi, scsi::opcode::sendDiagnostic);
            block.bytes[1] = static_cast<std::byte>(flags);
            const bool background = flags == 0x20 || flags == 0x40 || flags == 0x80;
            QCOMPARE(passes(block, Admission::stateToo), background);
            QVERIFY(!passes(block, Admission::readingOnly));
        }
    }
    void modeSelectOnlyOfErrorRecovery() {
        std::vector<std::byte> page(12);
        page[0] = std::byte{0x01};
        page[1] = std::byte{10};
        auto list = scsi::modeSelectList(page);
        const CommandBlock block = scsi::modeSelect10(static_cast<std::uint16_t>(list.size()));
        QVERIFY(passes(block, Admission::stateToo, list));
        QVERIFY(!passes(block, Admission::readingOnly, list));
        QVERIFY(!passes(block, Admission::stateToo));
        list[8] = std::byte{0x08}; // caching
        QVERIFY(!passes(block, Admission::stateToo, list));
        list[8] = std::byte{0x01};
        list.push_back(std::byte{0x08}); // a second page behind it
        QVERIFY(!passes(block, Admission::stateToo, list));
        CommandBlock saved = block;
        saved.bytes[1] |= std::byte{1};
        list.pop_back();
        QVERIFY(!passes(saved, Admission::stateToo, list));
    }
    void everyNvmeOpcode() {
        for (unsigned opcode = 0; opcode < 256; ++opcode) {
            const CommandBlock admin = blockOf(Protocol::nvmeAdmin, opcode);
            QCOMPARE(passes(admin, Admission::stateToo), opcode == 0x06 || opcode == 0x0A);
            const CommandBlock io = blockOf(Protocol::nvmeIo, opcode);
            QCOMPARE(passes(io, Admission::stateToo), opcode == 0x02 || opcode == 0x0C);
        }
        for (unsigned page = 0; page < 256; ++page) {
            const CommandBlock block = nvme::getLogPage(static_cast<std::uint8_t>(page), 512);
            const std::set<unsigned> listed = {0x01, 0x02, 0x05, 0x06, 0x81};
            QCOMPARE(passes(block, Admission::readingOnly), listed.contains(page));
        }
        for (unsigned feature = 0; feature < 256; ++feature) {
            CommandBlock block = nvme::getFeatures(static_cast<std::uint8_t>(feature), 1);
            block.bytes[0] = std::byte{nvme::admin::setFeatures};
            QCOMPARE(passes(block, Admission::stateToo), feature == nvme::feature::errorRecovery);
            QVERIFY(!passes(block, Admission::readingOnly));
            block.bytes[43] = std::byte{0x80}; // save
            QVERIFY(!passes(block, Admission::stateToo));
        }
        for (unsigned code = 0; code < 16; ++code) {
            const CommandBlock block = nvme::deviceSelfTest(static_cast<nvme::SelfTestCode>(code));
            QCOMPARE(passes(block, Admission::stateToo), code == 1 || code == 2 || code == 15);
            QVERIFY(!passes(block, Admission::readingOnly));
        }
    }
    void plainBlocksOnlyRead() {
        CommandBlock block = plain::readBlock(1ULL << 40U, 4096);
        QVERIFY(passes(block, Admission::readingOnly));
        for (unsigned first = 0; first < 256; ++first) {
            block.bytes[0] = static_cast<std::byte>(first);
            QCOMPARE(passes(block, Admission::stateToo), first == 'R');
        }
    }
    void aLinkAdmitsWhatItWasTold() {
        test::ScriptedLink link(
            [](const CommandBlock&) { return test::Scripted{{.carried = Carried::answered}}; });
        Request request;
        request.block = ata::smartCommand(ata::smart::executeOffline, 1, 0);
        request.haltAfter = std::chrono::seconds{8};
        Reply reply;
        link.submit({&request, 1});
        QCOMPARE(link.reap({&reply, 1}, std::chrono::seconds{1}), std::size_t{1});
        QCOMPARE(reply.carried, Carried::refused);
        QVERIFY(link.sent().empty());
        link.admit(Admission::stateToo);
        link.submit({&request, 1});
        QCOMPARE(link.reap({&reply, 1}, std::chrono::seconds{1}), std::size_t{1});
        QCOMPARE(reply.carried, Carried::answered);
        QCOMPARE(link.sent().size(), std::size_t{1});
    }
};

QTEST_APPLESS_MAIN(TestCommandGate)
#include "test_command_gate.moc"
