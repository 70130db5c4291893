// SPDX-License-Identifier: GPL-3.0-or-later
// What a drive says of itself, asked by the real commands of each family.
#include "core/drive/ata/taskfile.h"
#include "core/drive/family.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/scsi/commands.h"
#include "core/judge/findings.h"
#include "core/scan/session.h"
#include "core/sim/front.h"
#include "core/target/thermometer.h"
#include "core/vitals/identity_sheet.h"
#include "core/vitals/read_vitals.h"
#include "core/vitals/self_test.h"
#include "report/identity_words.h"
#include "support/long_wait.h"
#include "support/open_over.h"
#include "support/scripted_link.h"
#include "support/sim_scenarios.h"
#include "support/test_program.h"

#include <random>

namespace test_vitals {

using namespace orbita;
using sim::Front;

std::int64_t valueOf(const Vitals& vitals, ReadingKind kind) {
    const Reading* reading = vitals.find(kind);
    return reading == nullptr ? -1 : reading->value;
}

void read(test::AskedSim& drive, const LbaSpan& span) {
    Request request;
    request.expected = static_cast<std::uint32_t>(span.count.value * 512);
    request.haltAfter = std::chrono::seconds{8};
    const auto sectors = static_cast<std::uint32_t>(span.count.value);
    switch (drive.enquiry.speaks()) {
    case Family::ata:
        request.block = ata::readDmaExt(span.first, sectors);
        break;
    case Family::scsi:
        request.block = scsi::read16(span.first, sectors);
        break;
    default:
        request.block = nvme::read(span.first, sectors, 1);
    }
    drive.link.submit({&request, 1});
    Reply reply;
    while (drive.link.reap({&reply, 1}, std::chrono::seconds{30}) == 0) {
    }
}

Reading readingWith(ReadingKind kind, std::int64_t value, ReadingUnit unit = ReadingUnit::count) {
    Reading reading;
    reading.kind = kind;
    reading.value = value;
    reading.unit = unit;
    return reading;
}

class TestVitals final : public QObject {
    Q_OBJECT
private slots:
    // A scan asks for the temperature between its blocks, over another link than it reads by.
    void temperatureIsAskedWhileScanning_data() {
        QTest::addColumn<sim::Front>("front");
        QTest::addColumn<bool>("told");
        QTest::newRow("ATA") << sim::Front::ata << true;
        QTest::newRow("SAT") << sim::Front::sat << true;
        QTest::newRow("SCSI") << sim::Front::scsi << true;
        QTest::newRow("NVMe") << sim::Front::nvme << true;
        QTest::newRow("bridge") << sim::Front::bridge << false;
    }
    void temperatureIsAskedWhileScanning() {
        QFETCH(sim::Front, front);
        QFETCH(bool, told);
        sim::Scenario scenario = test::smallDrive(front);
        scenario.identity.capacity.value = 60'000'000; // long enough for several minutes
        scenario.health.temperature = 43;
        Target target;
        target.name = "sim";
        // A drive without a number has all that is read of it handed over, which takes its time here.
        target.identity.serial = scenario.identity.serial;
        target.condition = std::make_shared<sim::Condition>(scenario);
        target.scenario = scenario;
        ScanSession session([&](const std::stop_token& stop) { return openTarget(target, false, stop); },
                            ScanPlan{}, {.thermometer = thermometerOf(target)});
        TRY_VERIFY(session.ended());
        const ScanRecord record = session.record();
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(record.ledger.empty()); // asking makes no block late
        QCOMPARE(record.status.temperature.has_value(), told);
        if (told)
            QVERIFY(*record.status.hottest >= 43 && *record.status.hottest <= 60);
    }
    // All that it says it is and can, by each family, and by the system where it says nothing.
    void identitySheet_data() {
        QTest::addColumn<sim::Front>("front");
        QTest::addColumn<QByteArray>("standard");
        QTest::addColumn<QByteArray>("told"); // items that must be there
        QTest::newRow("ATA") << Front::ata << QByteArray("ACS-3")
                             << QByteArray(
                                    "link-now link-fastest queue-depth form-factor buffer zoned health "
                                    "write-cache look-ahead recovery-limit trim password frozen sanitize");
        QTest::newRow("SAT") << Front::sat << QByteArray("ACS-3")
                             << QByteArray("queue-depth form-factor trim");
        QTest::newRow("SCSI") << Front::scsi << QByteArray("SPC-4")
                              << QByteArray("queue-depth form-factor zoned self-test locked");
        QTest::newRow("NVMe") << Front::nvme << QByteArray("NVMe 1.4")
                              << QByteArray("trim verify encrypts sanitize write-cache");
        QTest::newRow("bridge") << Front::bridge << QByteArray() << QByteArray("model capacity rotation");
    }
    void identitySheet() {
        QFETCH(sim::Front, front);
        QFETCH(QByteArray, standard);
        QFETCH(QByteArray, told);
        const sim::Scenario scenario = test::smallDrive(front);
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        DriveIdentity known = drive.known;
        known.link = "480 Mb/s";
        const auto sheet = orbita::identitySheet(vitals, known);
        const auto line = [&](std::string_view name) -> const SheetLine* {
            const auto it = std::find_if(sheet.begin(), sheet.end(), [&](const SheetLine& one) {
                return sheetItemName(one.item) == name;
            });
            return it == sheet.end() ? nullptr : &*it;
        };
        for (const QByteArray& name : told.split(' '))
            QVERIFY2(line(name.toStdString()) != nullptr, name);
        for (std::size_t i = 1; i < sheet.size(); ++i)
            QVERIFY(sheet[i - 1].item < sheet[i].item);            // in order, and nothing twice
        QCOMPARE(line("link-now")->text, std::string("480 Mb/s")); // what the system says stands
        QCOMPARE(line("capacity")->number, scenario.identity.capacity.value * scenario.identity.logicalBytes);
        if (!standard.isEmpty())
            QCOMPARE(QByteArray::fromStdString(line("standard")->text), standard);
        if (front == Front::ata || front == Front::sat) {
            QCOMPARE(line("queue-depth")->number, std::uint64_t{32});
            QCOMPARE(line("write-cache")->answer, SheetAnswer::on);
            QCOMPARE(line("password")->answer, SheetAnswer::off);
            QCOMPARE(line("link-fastest")->number, std::uint64_t{6'000'000});
            QCOMPARE(orbita::identitySheet(vitals, drive.known)[0].text, scenario.identity.model);
        }
        // Every line has a name and a value, and the text has all of them.
        const QString text = words::sheetText(sheet, defaultPolicy());
        for (const SheetLine& one : sheet) {
            QVERIFY2(!words::sheetItem(one.item).isEmpty() && !words::sheetValue(one).isEmpty(),
                     std::string(sheetItemName(one.item)).c_str());
            QVERIFY(text.contains(words::sheetItem(one.item)) && text.contains(words::sheetValue(one)));
        }
        HousePolicy policy = defaultPolicy();
        policy.badFirmware = {{line("model")->text, line("firmware")->text, "loses its map"}};
        QVERIFY(words::sheetText(sheet, policy).contains("a bad one, by the house policy: loses its map") ||
                line("firmware")->text.empty());
    }
    void identityThroughEveryFront_data() {
        QTest::addColumn<int>("front");
        QTest::addColumn<int>("family");
        QTest::newRow("ata") << int(Front::ata) << int(Family::ata);
        QTest::newRow("ata behind a translation") << int(Front::sat) << int(Family::ata);
        QTest::newRow("scsi") << int(Front::scsi) << int(Family::scsi);
        QTest::newRow("nvme") << int(Front::nvme) << int(Family::nvme);
    }
    void identityThroughEveryFront() {
        QFETCH(int, front);
        QFETCH(int, family);
        const sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QCOMPARE(int(vitals.family), family);
        QCOMPARE(vitals.identity.model, std::string("Petrel 5"));
        QCOMPARE(vitals.identity.serial, std::string("PT5-00042"));
        QCOMPARE(vitals.identity.firmware, std::string("P501"));
        QCOMPARE(vitals.identity.capacity.value, std::uint64_t{4'000'000});
        QCOMPARE(vitals.worldWideName.size(), std::size_t{16});
        QVERIFY(vitals.worldWideName.front() == '5');
        QCOMPARE(*vitals.identity.rotating, static_cast<Front>(front) != Front::nvme);
        QVERIFY(!vitals.has(VitalsNote::bridgeHides));
        QVERIFY(!vitals.readings.empty());
        for (std::size_t i = 1; i < vitals.readings.size(); ++i)
            QVERIFY(vitals.readings[i - 1].kind <= vitals.readings[i].kind);
    }
    void countersAreTheStory_data() { identityThroughEveryFront_data(); }
    void countersAreTheStory() {
        QFETCH(int, front);
        sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        scenario.health.hours = 12'345;
        scenario.health.reallocated = 77;
        scenario.health.reportedUncorrectable = 5;
        scenario.health.mediaErrors = 5;
        scenario.health.temperature = 43;
        scenario.health.wearPercent = 38;
        scenario.health.sparePercent = 66;
        scenario.health.powerCycles = 321;
        scenario.health.linkErrors = 9;
        scenario.health.writtenBytes = 51'200'000'000'000;
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QCOMPARE(valueOf(vitals, ReadingKind::powerOnHours), 12'345);
        QCOMPARE(valueOf(vitals, ReadingKind::temperature), 43);
        QCOMPARE(valueOf(vitals, ReadingKind::bytesWritten), 51'200'000'000'000);
        switch (static_cast<Front>(front)) {
        case Front::nvme:
            QCOMPARE(valueOf(vitals, ReadingKind::mediaErrors), 5);
            QCOMPARE(valueOf(vitals, ReadingKind::wearUsed), 38);
            QCOMPARE(valueOf(vitals, ReadingKind::spareLeft), 66);
            QCOMPARE(valueOf(vitals, ReadingKind::powerCycles), 321);
            break;
        case Front::scsi:
            QCOMPARE(valueOf(vitals, ReadingKind::grownDefects), 77);
            QCOMPARE(valueOf(vitals, ReadingKind::uncorrectedReads), 5);
            QCOMPARE(valueOf(vitals, ReadingKind::nonMediumErrors), 9);
            break;
        default:
            QCOMPARE(valueOf(vitals, ReadingKind::reallocatedSectors), 77);
            QCOMPARE(valueOf(vitals, ReadingKind::reportedUncorrectable), 5);
            QCOMPARE(valueOf(vitals, ReadingKind::linkErrors), 9);
            QCOMPARE(valueOf(vitals, ReadingKind::powerCycles), 321);
        }
    }
    void aPoorBridgeHidesTheDrive() {
        test::AskedSim drive(test::smallDrive(Front::bridge));
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(vitals.has(VitalsNote::bridgeHides));
        QVERIFY(vitals.readings.empty());
        // Who it is, the bridge tells; how it is, nobody does.
        QCOMPARE(vitals.identity.model, std::string("Petrel 5"));
        QCOMPARE(vitals.identity.serial, std::string("PT5-00042"));
        QCOMPARE(vitals.identity.capacity.value, std::uint64_t{4'000'000});
        const auto gate = judgeEntry(vitals, {}, {}, defaultPolicy());
        QCOMPARE(gate.entry, Entry::gently);
        QCOMPARE(gate.reasons.front().kind, EntryReasonKind::noVitals);
        QVERIFY(!startSelfTest(drive.enquiry, vitals, SelfTestKind::shortTest).has_value());
    }
    // A drive knows of a bad sector once somebody has read it, not before.
    void pendingFollowsReading_data() { identityThroughEveryFront_data(); }
    void pendingFollowsReading() {
        QFETCH(int, front);
        sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        test::addUnreadable(scenario, 1'000'000, 8);
        test::AskedSim drive(scenario);
        const Vitals before = readVitals(drive.enquiry, drive.known);
        QVERIFY(before.suspects.empty());
        read(drive, {Lba{999'936}, SectorCount{256}});
        const Vitals after = readVitals(drive.enquiry, drive.known);
        QVERIFY(std::any_of(after.suspects.begin(), after.suspects.end(),
                            [](const Suspect& s) { return s.lba == Lba{1'000'000}; }));
        if (after.family == Family::nvme) {
            QCOMPARE(valueOf(after, ReadingKind::mediaErrors), valueOf(before, ReadingKind::mediaErrors) + 1);
        } else {
            QCOMPARE(valueOf(before, ReadingKind::pendingSectors), 0);
            QCOMPARE(valueOf(after, ReadingKind::pendingSectors), 8);
        }
    }
    void whatIsLockedIsSaid() {
        const auto notesOf = [](Front front, sim::Lock lock) {
            sim::Scenario scenario = test::smallDrive(front);
            scenario.lock = lock;
            test::AskedSim drive(scenario);
            Vitals vitals = readVitals(drive.enquiry, drive.known);
            vitals.readings.clear(); // the gate below is to judge by the lock alone
            return vitals;
        };
        for (const Front front : {Front::ata, Front::sat, Front::scsi, Front::nvme}) {
            const Vitals open = notesOf(front, sim::Lock::none);
            const Vitals ranges = notesOf(front, sim::Lock::ranges);
            QVERIFY(!open.has(VitalsNote::rangesLocked) && !open.has(VitalsNote::locked));
            QVERIFY(ranges.has(VitalsNote::rangesLocked));
            const EntryGate gate = judgeEntry(ranges, {}, {}, defaultPolicy());
            QVERIFY(std::any_of(gate.reasons.begin(), gate.reasons.end(),
                                [](const EntryReason& r) { return r.kind == EntryReasonKind::locked; }));
        }
        for (const Front front : {Front::ata, Front::sat})
            QVERIFY(notesOf(front, sim::Lock::password).has(VitalsNote::locked));
    }
    // Whether it is there, and whether it is on, are two things.
    void aWriteCacheThatIsOffIsNotNoted() {
        const auto noted = [](std::uint32_t enabled) {
            const sim::Scenario scenario = test::smallDrive(Front::nvme);
            const auto front = sim::makeFront(scenario, std::make_shared<sim::Condition>(scenario));
            test::ScriptedLink link([&](const CommandBlock& block) {
                test::Scripted scripted;
                scripted.reply.transport = TransportStatus::answered;
                scripted.data = front->answer(block, {}, {}, scripted.reply);
                if (nvme::opcodeOf(block) == nvme::admin::getFeatures) {
                    nvme::Completion completion;
                    completion.result = enabled;
                    scripted.reply.bytes = nvme::encodeCompletion(completion);
                }
                return scripted;
            });
            Enquiry enquiry(link, Family::nvme, "scripted", std::chrono::seconds{1});
            return readVitals(enquiry, {}).has(VitalsNote::writeCacheOn);
        };
        QVERIFY(noted(1));
        QVERIFY(!noted(0));
    }
    void healthSwitchedOffIsSaid() {
        sim::Scenario scenario = test::smallDrive(Front::sat);
        scenario.health.watching = false;
        test::AskedSim off(scenario);
        QVERIFY(readVitals(off.enquiry, off.known).has(VitalsNote::healthOff));
        scenario.health.offered = false;
        test::AskedSim never(scenario);
        QVERIFY(readVitals(never.enquiry, never.known).has(VitalsNote::healthNotOffered));
    }
    void whatTheDriveSaysOfItselfIsCritical_data() { identityThroughEveryFront_data(); }
    void whatTheDriveSaysOfItselfIsCritical() {
        QFETCH(int, front);
        sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        scenario.health.predictsFailure = true;
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        const auto findings = assessAll(vitals, defaultPolicy());
        const EntryGate gate = judgeEntry(vitals, findings, {}, defaultPolicy());
        QCOMPARE(gate.entry, Entry::saveFirst);
        QCOMPARE(findings[gate.reasons.front().reading].reason, FindingReason::overallHealth);
    }
    void selfTestPasses_data() { identityThroughEveryFront_data(); }
    void selfTestPasses() {
        QFETCH(int, front);
        test::AskedSim drive(test::smallDrive(static_cast<Front>(front)));
        drive.link.admit(Admission::stateToo);
        Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(vitals.selfTests.empty());
        const auto started = startSelfTest(drive.enquiry, vitals, SelfTestKind::shortTest);
        QVERIFY2(started.has_value(), started ? "" : started.error().message().c_str());
        drive.link.clock().sleep(std::chrono::seconds{60});
        refreshSelfTests(drive.enquiry, vitals);
        QVERIFY(vitals.selfTest.running);
        QVERIFY(*vitals.selfTest.done > 0.3 && *vitals.selfTest.done < 0.7);
        QVERIFY(!startSelfTest(drive.enquiry, vitals, SelfTestKind::shortTest).has_value());
        drive.link.clock().sleep(std::chrono::seconds{70});
        refreshSelfTests(drive.enquiry, vitals);
        QVERIFY(!vitals.selfTest.running);
        QCOMPARE(vitals.selfTests.size(), std::size_t{1});
        QCOMPARE(vitals.selfTests.front().kind, SelfTestKind::shortTest);
        QCOMPARE(vitals.selfTests.front().result, SelfTestResult::passed);
    }
    void selfTestFailsWhereTheSurfaceDoes_data() { identityThroughEveryFront_data(); }
    void selfTestFailsWhereTheSurfaceDoes() {
        QFETCH(int, front);
        sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        test::addUnreadable(scenario, 3'000'000);
        test::AskedSim drive(scenario);
        drive.link.admit(Admission::stateToo);
        Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(startSelfTest(drive.enquiry, vitals, SelfTestKind::extended).has_value());
        drive.link.clock().sleep(std::chrono::hours{2});
        vitals = readVitals(drive.enquiry, drive.known);
        QCOMPARE(vitals.selfTests.front().result, SelfTestResult::failedRead);
        QCOMPARE(vitals.selfTests.front().failingLba->value, std::uint64_t{3'000'000});
        QVERIFY(std::any_of(vitals.suspects.begin(), vitals.suspects.end(), [](const Suspect& s) {
            return s.lba == Lba{3'000'000} && s.source == SuspectSource::selfTest;
        }));
        QCOMPARE(judgeEntry(vitals, assessAll(vitals, defaultPolicy()), {}, defaultPolicy()).entry,
                 Entry::gently);
    }
    void selfTestIsAborted_data() { identityThroughEveryFront_data(); }
    void selfTestIsAborted() {
        QFETCH(int, front);
        test::AskedSim drive(test::smallDrive(static_cast<Front>(front)));
        drive.link.admit(Admission::stateToo);
        Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(startSelfTest(drive.enquiry, vitals, SelfTestKind::extended).has_value());
        refreshSelfTests(drive.enquiry, vitals);
        QVERIFY(vitals.selfTest.running);
        QVERIFY(abortSelfTest(drive.enquiry, vitals).has_value());
        refreshSelfTests(drive.enquiry, vitals);
        QVERIFY(!vitals.selfTest.running);
        QCOMPARE(vitals.selfTests.front().result, SelfTestResult::aborted);
    }
    // Pulled, or silent from then on: nothing is said to be running that nobody can see.
    void aDriveThatIsPulledWhileItTestsItself_data() {
        QTest::addColumn<Front>("front");
        QTest::addColumn<bool>("pulled");
        for (const bool pulled : {true, false})
            for (const auto& [name, front] : {std::pair{"ATA", Front::ata}, std::pair{"SAT", Front::sat},
                                              std::pair{"SCSI", Front::scsi}, std::pair{"NVMe", Front::nvme}})
                QTest::addRow("%s %s", name, pulled ? "pulled" : "silent") << front << pulled;
    }
    void aDriveThatIsPulledWhileItTestsItself() {
        QFETCH(Front, front);
        QFETCH(bool, pulled);
        const sim::Scenario scenario = test::smallDrive(front);
        const auto behind = sim::makeFront(scenario, std::make_shared<sim::Condition>(scenario));
        bool there = true;
        test::ScriptedLink link([&](const CommandBlock& block) {
            test::Scripted scripted;
            if (!there) {
                scripted.reply.transport = TransportStatus::failed;
                scripted.reply.systemError = ENODEV;
                if (!pulled)
                    scripted.latency.reset();
                return scripted;
            }
            scripted.reply.transport = TransportStatus::answered;
            scripted.data = behind->answer(block, {}, {}, scripted.reply);
            return scripted;
        });
        link.admit(Admission::stateToo);
        Enquiry enquiry(link, sim::familyOfFront(front), "scripted", std::chrono::seconds{2});
        Vitals vitals = readVitals(enquiry, {});
        QVERIFY(startSelfTest(enquiry, vitals, SelfTestKind::extended).has_value());
        SelfTestWatch watch;
        QVERIFY(watch.look(enquiry, vitals).has_value());
        QVERIFY(vitals.selfTest.running);
        there = false;
        const auto looked = watch.look(enquiry, vitals);
        QVERIFY(!looked.has_value());
        QVERIFY(!vitals.selfTest.running);
        QCOMPARE(enquiry.gone(), pulled);
        QCOMPARE(enquiry.lost(), !pulled);
        QVERIFY(looked.error().message().find(pulled ? "went away" : "stopped answering") !=
                std::string::npos);
    }
    // It sleeps, and takes ten seconds to wake up: waited for, and not held against it.
    void aDriveThatSleepsIsWaitedFor() {
        const sim::Scenario scenario = test::smallDrive(Front::sat);
        const auto behind = sim::makeFront(scenario, std::make_shared<sim::Condition>(scenario));
        bool asleep = true;
        test::ScriptedLink link([&](const CommandBlock& block) {
            test::Scripted scripted;
            scripted.reply.transport = TransportStatus::answered;
            scripted.data = behind->answer(block, {}, {}, scripted.reply);
            if (asleep)
                scripted.latency = std::chrono::seconds{10};
            asleep = false;
            return scripted;
        });
        Enquiry enquiry(link, Family::scsi, "scripted", std::chrono::seconds{20});
        const Vitals vitals = readVitals(enquiry, {});
        QCOMPARE(vitals.family, Family::ata);
        QCOMPARE(vitals.identity.serial, scenario.identity.serial);
        QVERIFY(!vitals.has(VitalsNote::checkedNoAnswer));
    }
    // Counters that ran over, or a drive whose electronics were exchanged: less than last time is no growth.
    void lessThanLastTimeIsNoGrowth() {
        const Reading before = readingWith(ReadingKind::reallocatedSectors, 65'000);
        const Reading now = readingWith(ReadingKind::reallocatedSectors, 3);
        QVERIFY(assess(now, defaultPolicy(), &before).reason != FindingReason::grewSinceLastVisit);
        QVERIFY(assess(before, defaultPolicy(), &now).level >= FindingLevel::warning);
    }
    // A log that is refused now and then is asked for again; one that stays away is not waited for for ever.
    void aTestThatNobodyTellsOfIsNotWaitedForForEver() {
        const sim::Scenario scenario = test::smallDrive(Front::ata);
        test::AskedSim drive(scenario);
        drive.link.admit(Admission::stateToo);
        Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(startSelfTest(drive.enquiry, vitals, SelfTestKind::extended).has_value());
        drive.condition->setWatching(false); // from here on it refuses
        SelfTestWatch watch;
        int rechecks = 1;
        while (watch.look(drive.enquiry, vitals) && rechecks < 1000)
            ++rechecks;
        QVERIFY(rechecks > 5 && rechecks < 100);
        QVERIFY(!vitals.selfTest.running);
    }
    void selectiveTestReadsItsSpanOnly() {
        sim::Scenario scenario = test::smallDrive(Front::sat);
        test::addUnreadable(scenario, 3'000'000);
        test::AskedSim drive(scenario);
        drive.link.admit(Admission::stateToo);
        for (const std::uint64_t first : {1'000'000ULL, 2'900'000ULL}) {
            Vitals vitals = readVitals(drive.enquiry, drive.known);
            QVERIFY(startSelfTest(drive.enquiry, vitals, SelfTestKind::selective,
                                  {Lba{first}, SectorCount{200'000}})
                        .has_value());
            drive.link.clock().sleep(std::chrono::hours{1});
            refreshSelfTests(drive.enquiry, vitals);
            QCOMPARE(vitals.selfTests.front().kind, SelfTestKind::selective);
            QCOMPARE(vitals.selfTests.front().result,
                     first < 2'000'000 ? SelfTestResult::passed : SelfTestResult::failedRead);
        }
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(!startSelfTest(drive.enquiry, vitals, SelfTestKind::selective, {}).has_value());
        QVERIFY(
            !startSelfTest(drive.enquiry, vitals, SelfTestKind::selective, {Lba{3'999'999}, SectorCount{2}})
                 .has_value());
    }
    void readingOnlyLinkRefusesSelfTests() {
        test::AskedSim drive(test::smallDrive(Front::sat));
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        const auto refused = startSelfTest(drive.enquiry, vitals, SelfTestKind::shortTest);
        QVERIFY(!refused.has_value());
        QCOMPARE(refused.error().kind, Error::Kind::refusedUnsafe);
    }
    // Asking sends reading commands only, whatever the family and whatever comes back.
    void askingNeverWrites() {
        std::mt19937 random(5);
        for (const Family speaks : {Family::ata, Family::scsi, Family::nvme}) {
            for (int round = 0; round < 40; ++round) {
                test::ScriptedLink link([&](const CommandBlock&) {
                    test::Scripted scripted;
                    scripted.reply.transport =
                        random() % 7 == 0 ? TransportStatus::failed : TransportStatus::answered;
                    scripted.reply.systemError = EIO;
                    scripted.reply.status = random() % 3 == 0 ? 2 : 0;
                    for (std::byte& b : scripted.reply.bytes)
                        b = static_cast<std::byte>(random() & 0xFFU);
                    return scripted;
                });
                Enquiry enquiry(link, speaks, "scripted", std::chrono::seconds{5});
                (void)readVitals(enquiry, {});
                QVERIFY(!link.sent().empty());
                QCOMPARE(link.refusals(), std::uint64_t{0}); // nothing else was tried
            }
        }
    }
    void aSilentDriveIsLeftAlone() {
        test::ScriptedLink link([](const CommandBlock&) { return test::Scripted{{}, std::nullopt}; });
        Enquiry enquiry(link, Family::scsi, "silent", std::chrono::seconds{10});
        const Vitals vitals = readVitals(enquiry, {});
        QVERIFY(enquiry.lost());
        QVERIFY(link.abandoned());
        QCOMPARE(link.sent().size(), std::size_t{1}); // nothing more was sent to it
        QVERIFY(vitals.has(VitalsNote::checkedNoAnswer));
        QCOMPARE(judgeEntry(vitals, {}, {}, defaultPolicy()).entry, Entry::saveFirst);
    }
    void findingsByTable() {
        const HousePolicy policy = defaultPolicy();
        struct Row {
            Reading reading;
            FindingLevel level;
            FindingReason reason;
        };
        Reading tripped = readingWith(ReadingKind::vendorSpecific, 1);
        tripped.normalised = 9;
        tripped.worst = 9;
        tripped.threshold = 10;
        Reading recovered = tripped;
        recovered.normalised = 90;
        Reading nonsense = tripped;
        nonsense.normalised = 0;
        nonsense.worst = 255;
        const Row rows[] = {
            {readingWith(ReadingKind::pendingSectors, 0), FindingLevel::fine, FindingReason::withinLimits},
            {readingWith(ReadingKind::pendingSectors, 1), FindingLevel::warning, FindingReason::aboveLimit},
            {readingWith(ReadingKind::pendingSectors, 200), FindingLevel::critical,
             FindingReason::aboveLimit},
            {readingWith(ReadingKind::reallocatedSectors, 1), FindingLevel::note, FindingReason::aboveLimit},
            {readingWith(ReadingKind::spareLeft, 100, ReadingUnit::percent), FindingLevel::fine,
             FindingReason::withinLimits},
            {readingWith(ReadingKind::spareLeft, 5, ReadingUnit::percent), FindingLevel::critical,
             FindingReason::aboveLimit},
            {readingWith(ReadingKind::powerOnHours, 900'000, ReadingUnit::hours), FindingLevel::fine,
             FindingReason::cannotBe},
            {readingWith(ReadingKind::temperature, -120, ReadingUnit::celsius), FindingLevel::fine,
             FindingReason::cannotBe},
            {readingWith(ReadingKind::overallHealth, 1), FindingLevel::critical,
             FindingReason::overallHealth},
            {readingWith(ReadingKind::criticalWarning, 2), FindingLevel::warning,
             FindingReason::overallHealth},
            {readingWith(ReadingKind::criticalWarning, 8), FindingLevel::critical,
             FindingReason::overallHealth},
            {tripped, FindingLevel::critical, FindingReason::belowOwnThreshold},
            {recovered, FindingLevel::warning, FindingReason::wasBelowThreshold},
            {nonsense, FindingLevel::fine, FindingReason::withinLimits},
        };
        for (const Row& row : rows) {
            const Finding finding = assess(row.reading, policy);
            QCOMPARE(int(finding.level), int(row.level));
            QCOMPARE(int(finding.reason), int(row.reason));
        }
    }
    void growthSinceTheLastVisitWarns() {
        Reading before = readingWith(ReadingKind::reallocatedSectors, 3);
        Reading now = before;
        QCOMPARE(assess(now, defaultPolicy(), &before).level, FindingLevel::note);
        now.value = 4;
        const Finding grown = assess(now, defaultPolicy(), &before);
        QCOMPARE(grown.level, FindingLevel::warning);
        QCOMPARE(grown.reason, FindingReason::grewSinceLastVisit);
        before = readingWith(ReadingKind::linkErrors, 0);
        now = readingWith(ReadingKind::linkErrors, 2);
        QCOMPARE(assess(now, defaultPolicy(), &before).level, FindingLevel::note); // the cable's
        before.kind = now.kind = ReadingKind::powerCycles;
        QCOMPARE(assess(now, defaultPolicy(), &before).level, FindingLevel::fine);
    }
    void complaintsCloseTheGate() {
        test::AskedSim drive(test::smallDrive(Front::sat));
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        const auto findings = assessAll(vitals, defaultPolicy());
        QCOMPARE(judgeEntry(vitals, findings, {}, defaultPolicy()).entry, Entry::goOn);
        for (std::size_t i = 0; i < complaintMarks; ++i) {
            const auto mark = static_cast<ComplaintMark>(i);
            const EntryGate gate =
                judgeEntry(vitals, findings, {{mark, Reproduced::notTried}}, defaultPolicy());
            QCOMPARE(gate.entry, meansStop(mark) ? Entry::saveFirst : Entry::goOn);
            QCOMPARE(*complaintFromName(complaintName(mark)), mark);
        }
    }
    // Where the drive keeps no count over its life, the link's own counters stand in.
    void phyCountersStandInForLinkErrors() {
        sim::Scenario scenario = test::smallDrive(Front::ata);
        scenario.health.linkErrors = 7;
        scenario.health.watching = false;
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QVERIFY(vitals.has(VitalsNote::healthOff));
        const Reading* errors = vitals.find(ReadingKind::linkErrors);
        QVERIFY(errors != nullptr);
        QCOMPARE(errors->value, 7);
        QCOMPARE(errors->source, std::string("phy event counters"));
    }
    void linkErrorsCloseNoGate() {
        sim::Scenario scenario = test::smallDrive(Front::sat);
        scenario.health.linkErrors = 100'000;
        test::AskedSim drive(scenario);
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QCOMPARE(judgeEntry(vitals, assessAll(vitals, defaultPolicy()), {}, defaultPolicy()).entry,
                 Entry::goOn);
    }
    void housePolicy() {
        const auto policy = parsePolicy(R"({"format": "orbita-policy", "version": 1, "name": "Quay workshop",
            "limits": {"pending-sectors": {"note": 1, "warning": 8, "damning": null}},
            "bad_firmware": [{"model": "Petrel", "firmware": "P501", "why": "forgets what it was told"}]})",
                                        "quay.json");
        QVERIFY2(policy.has_value(), policy ? "" : policy.error().message().c_str());
        QCOMPARE(assess(readingWith(ReadingKind::pendingSectors, 7), *policy).level, FindingLevel::note);
        QCOMPARE(assess(readingWith(ReadingKind::pendingSectors, 1'000'000), *policy).level,
                 FindingLevel::warning);
        // What it leaves out keeps its default.
        QCOMPARE(assess(readingWith(ReadingKind::mediaErrors, 1), *policy).level, FindingLevel::warning);
        test::AskedSim drive(test::smallDrive(Front::sat));
        const Vitals vitals = readVitals(drive.enquiry, drive.known);
        QCOMPARE(judgeEntry(vitals, assessAll(vitals, *policy), {}, *policy).entry, Entry::saveFirst);
        const std::pair<const char*, const char*> bad[] = {
            {"[]", "object"},
            {R"({"format": "orbita-policy", "version": 2, "name": "x"})", "version"},
            {R"({"format": "orbita-policy", "version": 1, "name": "x", "plans": []})", "at least one"},
            {R"({"format": "orbita-policy", "version": 1, "name": "x", "plans": [{"name": "y"}, {"name": "z", "order": "up"}]})",
             "plans[1]"},
            {R"({"format": "orbita-policy", "version": 1, "name": "x", "limit": {}})", "limit"},
            {R"({"format": "orbita-policy", "version": 1, "name": "x", "limits": {"rust": {}}})", "rust"},
            {R"({"format": "orbita-policy", "version": 1, "name": "x", "limits": {"wear-used": {"note": "a"}}})",
             "wear-used.note"},
            {"{", "JSON"},
        };
        for (const auto& [text, word] : bad) {
            const auto refused = parsePolicy(text, "bad.json");
            QVERIFY(!refused.has_value());
            QVERIFY2(refused.error().message().find(word) != std::string::npos,
                     refused.error().message().c_str());
        }
    }
    // Reading the surface by SCSI and NVMe commands finds the sectors that the drive names.
    void readingBySCSIAndNvme_data() {
        QTest::addColumn<int>("front");
        QTest::newRow("scsi") << int(Front::scsi);
        QTest::newRow("nvme") << int(Front::nvme);
    }
    void readingBySCSIAndNvme() {
        QFETCH(int, front);
        sim::Scenario scenario = test::smallDrive(static_cast<Front>(front));
        test::addUnreadable(scenario, 4096);
        auto drive =
            test::openOver(std::make_unique<sim::SimLink>(scenario), sim::familyOfFront(scenario.front));
        QVERIFY(drive.has_value());
        QCOMPARE((*drive)->identity().capacity.value, std::uint64_t{4'000'000});
        const ReadRequest requests[] = {{1, {Lba{0}, SectorCount{8}}, std::chrono::seconds{8}},
                                        {2, {Lba{4096}, SectorCount{8}}, std::chrono::seconds{8}}};
        (*drive)->submit(requests);
        std::array<ReadAnswer, 2> answers{};
        std::size_t n = 0;
        while (n < 2)
            n += (*drive)->reap(std::span(answers).subspan(n), std::chrono::seconds{5});
        QCOMPARE(answers[0].verdict.outcome, Outcome::answered);
        QCOMPARE(answers[1].verdict.outcome, Outcome::unreadable);
        if (scenario.front == Front::scsi)
            QCOMPARE(answers[1].verdict.firstBad->value, std::uint64_t{4096});
    }
};

ORBITA_TEST(TestVitals)

} // namespace test_vitals

#include "test_vitals.moc"
