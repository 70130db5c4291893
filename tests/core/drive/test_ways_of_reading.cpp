// SPDX-License-Identifier: GPL-3.0-or-later
// Every family of drives, read and verified: by which commands, with which findings, past which cache.
#include "core/drive/ata/taskfile.h"
#include "core/drive/family.h"
#include "core/drive/linked_drive.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/reply.h"
#include "support/scan_runner.h"
#include "support/scripted_link.h"
#include "support/sim_scenarios.h"
#include "support/test_program.h"

namespace test_ways_of_reading {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t firstBad = 1'000'000;
constexpr std::uint64_t badSectors = 24;

Result<std::unique_ptr<Drive>> open(const sim::Scenario& scenario) {
    DriveIdentity known;
    known.rotating = scenario.rotating();
    known.physicalBytes = scenario.identity.physicalBytes;
    return openOver(std::make_unique<sim::SimLink>(scenario), sim::familyOfFront(scenario.front), known);
}

Nanoseconds timeOf(Drive& drive, LbaSpan span, ReadWay way) {
    const ReadRequest request{1, span, std::chrono::seconds{8}, way};
    drive.submit({&request, 1});
    ReadAnswer answer;
    if (drive.reap({&answer, 1}, std::chrono::seconds{10}) != 1 ||
        answer.verdict.outcome != Outcome::answered)
        return {};
    return answer.latency;
}

class TestWaysOfReading : public QObject {
    Q_OBJECT
private slots:
    void defectsAreExact_data() {
        QTest::addColumn<sim::Front>("front");
        QTest::addColumn<ReadWay>("way");
        const auto add = [](const char* name, sim::Front front, ReadWay way) {
            QTest::newRow(name) << front << way;
        };
        add("ATA read", sim::Front::ata, ReadWay::read);
        add("ATA verify", sim::Front::ata, ReadWay::verify);
        add("SAT read", sim::Front::sat, ReadWay::read);
        add("SAT verify", sim::Front::sat, ReadWay::verify);
        add("bridge read", sim::Front::bridge, ReadWay::read);
        add("SCSI read", sim::Front::scsi, ReadWay::read);
        add("SCSI verify", sim::Front::scsi, ReadWay::verify);
        add("NVMe read", sim::Front::nvme, ReadWay::read);
        add("NVMe verify", sim::Front::nvme, ReadWay::verify);
    }
    void defectsAreExact() {
        QFETCH(sim::Front, front);
        QFETCH(ReadWay, way);
        sim::Scenario scenario = smallDrive(front);
        addUnreadable(scenario, firstBad, badSectors);
        auto drive = open(scenario);
        QVERIFY2(drive, drive ? "" : drive.error().message().c_str());
        ScanPlan plan;
        plan.way = way;
        const ScanRecord record = runScan(**drive, plan);
        QCOMPARE(record.status.ended, EndReason::complete);
        const auto bad = sectorsOf(record.ledger, Grade::unreadable);
        QCOMPARE(bad.size(), badSectors);
        QCOMPARE(bad.front(), firstBad);
        QCOMPARE(bad.back(), firstBad + badSectors - 1);
        QCOMPARE(record.plan.asked.way, way);
    }
    // Every read of it fails, some of them without a cause: no sector is accused, and it is said why.
    void aLockedDriveHasNoDefects_data() {
        QTest::addColumn<sim::Front>("front");
        QTest::addColumn<sim::Lock>("lock");
        const auto add = [](const char* name, sim::Front front, sim::Lock lock) {
            QTest::newRow(name) << front << lock;
        };
        add("ATA password", sim::Front::ata, sim::Lock::password);
        add("SAT password", sim::Front::sat, sim::Lock::password);
        add("SAT ranges", sim::Front::sat, sim::Lock::ranges);
        add("SCSI ranges", sim::Front::scsi, sim::Lock::ranges);
        add("NVMe ranges", sim::Front::nvme, sim::Lock::ranges);
    }
    void aLockedDriveHasNoDefects() {
        QFETCH(sim::Front, front);
        QFETCH(sim::Lock, lock);
        sim::Scenario scenario = smallDrive(front);
        scenario.lock = lock;
        auto drive = open(scenario);
        QVERIFY2(drive, drive ? "" : drive.error().message().c_str());
        const ScanRecord record = runScan(**drive, {});
        QCOMPARE(record.status.ended, EndReason::locked);
        QVERIFY(record.ledger.empty());
        QVERIFY(record.covered.empty());
    }
    void verifyingIsRefusedWhereItIsNotToBeHad() {
        const auto drive = open(smallDrive(sim::Front::bridge));
        QVERIFY(drive);
        QVERIFY(!(*drive)->limits().verifies);
        QVERIFY(!(*drive)->limits().pastCache);
        ScanPlan plan;
        plan.way = ReadWay::verify;
        const auto settled = settlePlan(plan, (*drive)->identity(), (*drive)->limits());
        QVERIFY(!settled);
        QVERIFY(settled.error().advice.text().find("reading") != std::string::npos);
    }
    // A bridge that knows no 16-byte command has its drive read by shorter ones, and never beyond their
    // reach.
    void shortCommandsReachNoFurtherThanTheyCan() {
        sim::Scenario scenario = smallDrive(sim::Front::bridge);
        QVERIFY(open(scenario));
        scenario.identity.capacity.value = (1ULL << 32U) + 4096;
        const auto drive = open(scenario);
        QVERIFY(!drive);
    }
    void theWayPastTheCacheComesFromTheMedium_data() {
        QTest::addColumn<sim::Front>("front");
        QTest::newRow("ATA") << sim::Front::ata;
        QTest::newRow("SAT") << sim::Front::sat;
        QTest::newRow("SCSI") << sim::Front::scsi;
        QTest::newRow("NVMe") << sim::Front::nvme;
    }
    void theWayPastTheCacheComesFromTheMedium() {
        QFETCH(sim::Front, front);
        sim::Scenario scenario = smallDrive(front);
        scenario.identity.rotationRate = 7200; // whose cache and medium are told apart most easily
        const auto drive = open(scenario);
        QVERIFY(drive);
        const auto pastCache = (*drive)->limits().pastCache;
        QVERIFY(pastCache);
        const LbaSpan span{{2'000'000}, {256}};
        const Nanoseconds first = timeOf(**drive, span, ReadWay::read);
        timeOf(**drive, {{100}, {256}}, ReadWay::read);
        const Nanoseconds cached = timeOf(**drive, span, ReadWay::read);
        timeOf(**drive, {{100}, {256}}, *pastCache);
        const Nanoseconds fromMedium = timeOf(**drive, span, *pastCache);
        QVERIFY(cached < std::chrono::milliseconds{1});
        QVERIFY(first > 2 * cached);
        QVERIFY(fromMedium > 2 * cached);
    }
    // A drive that takes the commands it names when it is opened, and none afterwards: that accuses no
    // sector.
    void refusedCommandsAccuseNoSector() {
        auto link = std::make_unique<ScriptedLink>([](const CommandBlock& command) {
            Scripted scripted{{.transport = TransportStatus::answered}};
            const bool nothing = scsi::sectorsOf(command) == 0;
            const std::uint8_t op = scsi::opcodeOf(command);
            if ((op == scsi::opcode::read16 || op == scsi::opcode::verify16) && !nothing) {
                const auto sense =
                    scsi::encodeSense({scsi::senseKey::illegalRequest, 0x24, 0, {}, {}, false, {}}, false);
                std::copy(sense.begin(), sense.end(), scripted.reply.bytes.begin());
                scripted.reply.status = scsi::status::checkCondition;
            }
            return scripted;
        });
        DriveIdentity identity;
        identity.capacity.value = 100'000;
        struct Codec {
            static CommandBlock command(ReadWay /*way*/, const LbaSpan& span,
                                        std::uint32_t /*logicalBytes*/) {
                return scsi::read16(span.first, static_cast<std::uint32_t>(span.count.value));
            }
            static ReplyVerdict classify(const Reply& reply) { return scsi::classifyReply(reply); }
        };
        DriveLimits limits;
        limits.maxSectors = 8192;
        LinkedDrive<Codec> drive(std::move(link), identity, limits);
        const ScanRecord record = runScan(drive, {});
        QCOMPARE(record.status.ended, EndReason::refused);
        QVERIFY(record.ledger.empty());
    }
    // Passed through a translation, an ATA verify comes back with its registers only where it asked or
    // failed.
    void passedThroughVerifiesComeBackAsTheTranslationSays() {
        sim::Scenario scenario = smallDrive(sim::Front::sat);
        addUnreadable(scenario, firstBad);
        AskedSim drive(scenario);
        QVERIFY(drive.enquiry.askAta(ata::readVerifyExt({1000}, 64), 0));
        const CommandBlock plain = scsi::wrapAta(ata::identifyDevice());
        QVERIFY(!scsi::asksRegistersBack(plain));
        QVERIFY(scsi::asksRegistersBack(scsi::wrapAta(ata::readVerifyExt({1000}, 64))));
        const auto data = drive.enquiry.ask(plain, 512);
        QVERIFY(data && !data->sense && data->data.size() == 512);
        const auto bad = drive.enquiry.ask(scsi::wrapAta(ata::readVerifyExt({firstBad - 8}, 64)), 0);
        QVERIFY(bad && bad->sense);
        const auto registers = scsi::answerFromSense(*bad->sense);
        QVERIFY(registers);
        QVERIFY((registers->error & ata::error::uncorrectable) != 0);
        QCOMPARE(registers->lba.value, firstBad);
    }
    void onlyTheNamespacesVerifyWhoseControllerHasIt() {
        const auto drive = open(smallDrive(sim::Front::nvme));
        QVERIFY(drive);
        QVERIFY((*drive)->limits().verifies);
        QVERIFY(timeOf(**drive, {{0}, {8}}, ReadWay::fua) > Nanoseconds{});
    }
};

ORBITA_TEST(TestWaysOfReading)

} // namespace test_ways_of_reading

#include "test_ways_of_reading.moc"
