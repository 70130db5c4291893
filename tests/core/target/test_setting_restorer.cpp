// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan changes of a drive is written down before, and put back; a drive that left is found again; who
// uses a drive is named.
#include "core/drive/error_recovery.h"
#include "core/inventory/load_source.h"
#include "core/inventory/usb_hub.h"
#include "core/session/open_action_log.h"
#include "core/target/setting_restorer.h"
#include "support/scan_runner.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"
#include "support/test_program.h"
#include <QTemporaryDir>

#include <filesystem>
#include <fstream>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace test_setting_restorer {

using namespace orbita;
using namespace orbita::test;

namespace fs = std::filesystem;

std::string logIn(const QTemporaryDir& dir) {
    return dir.filePath("actions.jsonl").toStdString();
}

// How long the drive would try by its own setting, as the log has it; empty where nothing is owed.
std::string debtIn(const QTemporaryDir& dir, const Target& target) {
    const auto actions = readActionLog(logIn(dir));
    const auto undo = owedRecoveryLimit(actions.value(), driveIdOf(target.identity));
    return undo ? undo->at("limit_ms") : std::string{};
}

class TestSettingRestorer : public QObject {
    Q_OBJECT
private slots:
    void settingIsReadAndWritten_data() {
        QTest::addColumn<int>("front");
        QTest::newRow("ata") << static_cast<int>(sim::Front::ata);
        QTest::newRow("ata behind a translation") << static_cast<int>(sim::Front::sat);
        QTest::newRow("scsi") << static_cast<int>(sim::Front::scsi);
        QTest::newRow("nvme") << static_cast<int>(sim::Front::nvme);
    }
    void settingIsReadAndWritten() {
        QFETCH(int, front);
        AskedSim asked(smallDrive(static_cast<sim::Front>(front)));
        auto setting = readErrorRecovery(asked.enquiry);
        QVERIFY2(setting.has_value(), setting ? "" : setting.error().message().c_str());
        QCOMPARE(setting->limit, Nanoseconds{0});
        setting->limit = std::chrono::milliseconds{1500};
        // Without leave to change the drive's state, the gate lets nothing pass.
        QVERIFY(!writeErrorRecovery(asked.enquiry, *setting).has_value());
        QCOMPARE(asked.condition->recoveryLimit(), Nanoseconds{0});
        asked.link.admit(Admission::stateToo);
        const auto now = writeErrorRecovery(asked.enquiry, *setting);
        QVERIFY2(now.has_value(), now ? "" : now.error().message().c_str());
        QCOMPARE(now->limit, Nanoseconds{std::chrono::milliseconds{1500}});
        QCOMPARE(asked.condition->recoveryLimit(), Nanoseconds{std::chrono::milliseconds{1500}});
        QCOMPARE(readErrorRecovery(asked.enquiry)->limit, Nanoseconds{std::chrono::milliseconds{1500}});
    }
    void whereThereIsNoneItSaysSo() {
        sim::Scenario without = smallDrive(sim::Front::sat);
        without.limitsErrorRecovery = false;
        for (const sim::Scenario& scenario : {without, smallDrive(sim::Front::bridge)}) {
            AskedSim asked(scenario);
            const auto setting = readErrorRecovery(asked.enquiry);
            // Behind such a bridge there is a mode page of its own that changes nothing.
            if (setting) {
                asked.link.admit(Admission::stateToo);
                QVERIFY(
                    !writeErrorRecovery(asked.enquiry, {setting->by, std::chrono::seconds{1}}).has_value() ||
                    asked.condition->recoveryLimit().count() == 0);
            } else {
                QVERIFY(setting.error().message().find("no such setting") != std::string::npos);
            }
        }
    }
    void debtIsWrittenBeforeAndPaidAfter() {
        const QTemporaryDir dir;
        const Target target = targetOf(smallDrive(sim::Front::ata));
        target.condition->setRecoveryLimitMs(7000);
        const auto keeper = errorRecoveryLimitOf(target, logIn(dir));
        QVERIFY(keeper != nullptr);
        QVERIFY(!*keeper->settle({}));
        const auto before = keeper->shorten(std::chrono::seconds{1}, {});
        QVERIFY2(before.has_value(), before ? "" : before.error().message().c_str());
        QCOMPARE(*before, Nanoseconds{std::chrono::seconds{7}});
        QCOMPARE(target.condition->recoveryLimitMs(), 1000U);
        QCOMPARE(debtIn(dir, target), std::string("7000"));
        // It is still being used: nobody else pays it.
        QVERIFY(!*restoreOwedLimit(target, logIn(dir)));
        QCOMPARE(target.condition->recoveryLimitMs(), 1000U);
        // A reset brings the drive's own setting back; it is shortened anew, and the debt stays what it was.
        target.condition->setRecoveryLimitMs(0);
        QVERIFY(keeper->shorten(std::chrono::seconds{1}, {}).has_value());
        QCOMPARE(debtIn(dir, target), std::string("7000"));
        QVERIFY(keeper->restore(std::chrono::seconds{1}).has_value());
        QCOMPARE(target.condition->recoveryLimitMs(), 7000U);
        QVERIFY(debtIn(dir, target).empty());
        // Never longer than the drive itself would try.
        target.condition->setRecoveryLimitMs(500);
        QVERIFY(keeper->shorten(std::chrono::seconds{1}, {}).has_value());
        QCOMPARE(target.condition->recoveryLimitMs(), 500U);
    }
    void debtOutlivesACrash() {
        const QTemporaryDir dir;
        const QTemporaryDir aside;
        const Target target = targetOf(smallDrive(sim::Front::scsi));
        target.condition->setRecoveryLimitMs(3000);
        {
            const auto keeper = errorRecoveryLimitOf(target, logIn(dir));
            QVERIFY(keeper->shorten(std::chrono::seconds{1}, {}).has_value());
            fs::copy(dir.path().toStdString(), aside.path().toStdString(), fs::copy_options::recursive);
        }
        QCOMPARE(target.condition->recoveryLimitMs(), 3000U); // paid in parting
        QVERIFY(debtIn(dir, target).empty());
        // As a crash leaves it: the debt on disk, the drive shortened, nobody there.
        target.condition->setRecoveryLimitMs(1000);
        const auto folder = logIn(aside);
        Target another = target;
        another.identity.serial = "another";
        QVERIFY(!*restoreOwedLimit(another, folder));
        const auto settled = restoreOwedLimit(target, folder);
        QVERIFY2(settled.has_value(), settled ? "" : settled.error().message().c_str());
        QVERIFY(*settled);
        QCOMPARE(target.condition->recoveryLimitMs(), 3000U);
        QVERIFY(debtIn(aside, target).empty());
        QVERIFY(!*restoreOwedLimit(target, folder));
    }
    // A record that is not valid, not ours or of another version sends nothing to any drive, and is told.
    void onlyAValidRecordIsPaid_data() {
        QTest::addColumn<QByteArray>("record");
        const auto record = [](const char* ms, int version = 1, const char* means = "mode-page") {
            return QByteArray("{\"format\":\"orbita-owed-setting\",\"version\":") +
                   QByteArray::number(version) + ",\"model\":\"Test Tern\",\"serial\":\"R-1\",\"means\":\"" +
                   means + "\",\"recovery_ms\":" + ms + "}";
        };
        QTest::newRow("another version") << record("7000", 999);
        QTest::newRow("no version") << QByteArray(record("7000")).replace("\"version\":1,", "");
        QTest::newRow("wrapped round") << record("4294967396");
        QTest::newRow("more than the page holds") << record("65536");
        QTest::newRow("negative") << record("-1");
        QTest::newRow("a text") << record("\"7000\"");
        QTest::newRow("no such means") << record("7000", 1, "hammer");
        QTest::newRow("another drive") << QByteArray(record("7000")).replace("R-1", "R-2");
        QTest::newRow("no JSON") << QByteArray("7000");
        QTest::newRow("nothing") << QByteArray();
    }
    void onlyAValidRecordIsPaid() {
        QFETCH(QByteArray, record);
        const QTemporaryDir dir;
        sim::Scenario scenario = smallDrive(sim::Front::scsi);
        scenario.identity.model = "Test Tern";
        scenario.identity.serial = "R-1";
        const Target target = targetOf(scenario);
        target.condition->setRecoveryLimitMs(1234);
        QDir(dir.path()).mkdir("owed");
        QFile file(dir.filePath("owed/Test_Tern-R-1.json"));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(record) == record.size());
        file.close();
        const auto settled = restoreOwedLimit(target, logIn(dir));
        QVERIFY(!settled.has_value());
        QVERIFY(!settled.error().advice.empty());
        QCOMPARE(target.condition->recoveryLimitMs(), 1234U);
        QVERIFY(file.exists() && file.size() == record.size()); // left as it is
        // Nor does a scan that would change the setting begin to, for what it was before is not certain.
        const auto keeper = errorRecoveryLimitOf(target, logIn(dir));
        QVERIFY(!keeper->shorten(std::chrono::seconds{1}, {}).has_value());
        QCOMPARE(target.condition->recoveryLimitMs(), 1234U);
    }
    // What an earlier version wrote down in a file of its own is taken into the log, and put back.
    void anEarlierVersionsRecordIsTakenIn() {
        const QTemporaryDir dir;
        sim::Scenario scenario = smallDrive(sim::Front::scsi);
        scenario.identity.model = "Test Tern";
        scenario.identity.serial = "R-1";
        const Target target = targetOf(scenario);
        target.condition->setRecoveryLimitMs(1000);
        QDir(dir.path()).mkdir("owed");
        QFile file(dir.filePath("owed/Test_Tern-R-1.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(R"({"format":"orbita-owed-setting","version":1,"model":"Test Tern","serial":"R-1",)"
                   R"("means":"mode-page","recovery_ms":7000})");
        file.close();
        const auto settled = restoreOwedLimit(target, logIn(dir));
        QVERIFY2(settled.has_value(), settled ? "" : settled.error().message().c_str());
        QVERIFY(*settled);
        QCOMPARE(target.condition->recoveryLimitMs(), 7000U);
        QVERIFY(!file.exists());
        QVERIFY(debtIn(dir, target).empty());
    }
    void aLinkIsNoLog() {
        const QTemporaryDir dir;
        const QTemporaryDir other;
        const Target target = targetOf(smallDrive(sim::Front::scsi));
        const QString mine = other.filePath("mine");
        QFile(mine).open(QIODevice::WriteOnly);
        QVERIFY(QFile::link(mine, dir.filePath("actions.jsonl")));
        const auto keeper = errorRecoveryLimitOf(target, logIn(dir));
        QVERIFY(!keeper->shorten(std::chrono::seconds{1}, {}).has_value());
        QCOMPARE(QFileInfo(mine).size(), qint64{0});
        QCOMPARE(target.condition->recoveryLimitMs(), 0U);
    }
    void careful() {
        const QTemporaryDir dir;
        sim::Scenario scenario = smallScenario(600'000);
        scenario.identity.serial = "R-1";
        std::vector<std::uint64_t> bad;
        for (std::uint64_t at = 200'000; at < 210'000; at += 800) {
            sim::Defect defect;
            defect.kind = at % 1600 == 0 ? sim::DefectKind::unreadable : sim::DefectKind::slow;
            defect.span = {{at}, {8}};
            defect.delay = std::chrono::seconds{4};
            scenario.defects.push_back(defect);
            for (std::uint64_t i = 0; i < 8 && defect.kind == sim::DefectKind::unreadable; ++i)
                bad.push_back(at + i);
        }
        sim::settleDefects(scenario);
        const Target target = targetOf(scenario);
        const auto scan = [&](bool limited) {
            auto drive = test::openOver(std::make_unique<sim::SimLink>(scenario, 0, target.condition));
            ScanPlan plan;
            plan.order = ScanOrder::careful;
            plan.blockSectors = 64;
            plan.measurePaceFirst = false;
            ScanServices services;
            if (limited)
                services.recovery = errorRecoveryLimitOf(target, logIn(dir));
            return runScan(**drive, plan, {}, std::move(services));
        };
        const ScanRecord with = scan(true);
        QCOMPARE(with.status.ended, EndReason::complete);
        QCOMPARE(target.condition->recoveryLimitMs(), 0U);
        QVERIFY(debtIn(dir, target).empty());
        const auto told = [&](ScanEventKind kind) {
            return std::count_if(with.events.begin(), with.events.end(),
                                 [&](const ScanEvent& e) { return e.kind == kind; });
        };
        QVERIFY(told(ScanEventKind::limitShortened) >= 1);
        QVERIFY(told(ScanEventKind::limitRestored) >= 1);
        // Giving up early accuses nobody: what can be read is found to be only slow.
        QCOMPARE(sectorsOf(with.ledger, Grade::unreadable), bad);
        QVERIFY(std::any_of(with.ledger.begin(), with.ledger.end(), [](const LedgerEntry& e) {
            return e.grade == Grade::straining && e.span.contains({200'800});
        }));
        const ScanRecord without = scan(false);
        QCOMPARE(sectorsOf(without.ledger, Grade::unreadable), bad);
    }
    // The drive drops off and answers again at another place.
    void returnsUnderAnotherName() {
        sim::Scenario leaving = smallScenario(400'000);
        sim::Defect drop;
        drop.kind = sim::DefectKind::drop;
        drop.span = {{200'000}, {1}};
        leaving.defects = {drop};
        sim::Scenario back = smallScenario(400'000);
        addUnreadable(back, 300'000);
        for (const bool found : {true, false}) {
            const auto drive = openSimulated(leaving);
            ScanPlan plan;
            plan.blockSectors = 64;
            plan.measurePaceFirst = false;
            int asked = 0;
            ScanServices services;
            services.finder = [&](const std::stop_token&) -> std::unique_ptr<Drive> {
                return ++asked < 3 || !found ? nullptr : openSimulated(back);
            };
            const ScanRecord record = runScan(*drive, plan, {}, std::move(services));
            const bool told = std::any_of(record.events.begin(), record.events.end(), [](const ScanEvent& e) {
                return e.kind == ScanEventKind::elsewhere;
            });
            QCOMPARE(told, found);
            QCOMPARE(record.status.ended, found ? EndReason::complete : EndReason::driveGone);
            QCOMPARE(record.status.totals.covered.value, found ? 400'000U : 200'000U);
            QCOMPARE(sectorsOf(record.ledger, Grade::unreadable).size(),
                     found ? std::size_t{8} : std::size_t{0});
        }
    }
    // What asks the drive is made anew when it is back: the rules that live by it go on.
    void rulesGoOnAfterItCameBack() {
        sim::Scenario scenario = smallScenario(400'000);
        sim::Defect drop;
        drop.kind = sim::DefectKind::drop;
        drop.span = {{200'000}, {8}};
        scenario.defects = {drop};
        const auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.blockSectors = 1000;
        plan.measurePaceFirst = false;
        plan.rules = {{RuleKind::critical, 1, RuleAction::end}};
        ScanServices services;
        int before = 0;
        bool anew = false;
        services.critical = [&](const std::stop_token&) -> std::optional<std::uint64_t> {
            ++before;
            return 0;
        };
        services.finder = [&](const std::stop_token&) -> FoundDrive {
            return {openSimulated(smallScenario(400'000)), [&anew] {
                        ScanServices fresh;
                        fresh.critical = [&anew](const std::stop_token&) -> std::optional<std::uint64_t> {
                            anew = true;
                            return 1;
                        };
                        return fresh;
                    }};
        };
        const ScanRecord record = runScan(*drive, plan, {}, std::move(services));
        QCOMPARE(before, 1);
        QVERIFY(anew);
        QCOMPARE(record.status.ended, EndReason::stopRule);
    }
    void criticalVitalsEndAScan() {
        const auto drive = openSimulated(smallScenario(8'000'000));
        ScanPlan plan;
        plan.blockSectors = 8;
        plan.measurePaceFirst = false;
        plan.rules = {{RuleKind::critical, 3, RuleAction::end}}; // those from before count, too
        sim::Scenario slow = smallScenario(8'000'000);
        slow.outerMbPerS = slow.innerMbPerS = 2; // half an hour
        const auto slowDrive = openSimulated(slow);
        int asked = 0;
        ScanServices services;
        services.critical = [&](const std::stop_token&) -> std::optional<std::uint64_t> {
            return ++asked < 3 ? 2 : 3;
        };
        const ScanRecord record = runScan(*slowDrive, plan, {}, std::move(services));
        QCOMPARE(record.status.ended, EndReason::stopRule);
        QCOMPARE(asked, 3);
        QVERIFY(std::any_of(record.events.begin(), record.events.end(), [](const ScanEvent& e) {
            return e.kind == ScanEventKind::stopRule && e.rule == RuleKind::critical && e.count == 3;
        }));
    }
    void drivesOnOneHubAreTold() {
        const QTemporaryDir dir;
        const fs::path root = dir.path().toStdString();
        fs::create_directories(root / "class/block");
        const auto drive = [&](const char* name, const char* usb) {
            const fs::path where =
                root / "devices/pci0000:00/usb1" / usb / "host4/target4:0:0/4:0:0:0/block" / name;
            fs::create_directories(where);
            fs::create_directory_symlink(where, root / "class/block" / name);
        };
        drive("sda", "1-2/1-2.1/1-2.1:1.0");
        drive("sdb", "1-2/1-2.4/1-2.4:1.0");
        drive("sdc", "1-3/1-3:1.0");                   // at the computer itself
        drive("sdd", "1-2/1-2.3/1-2.3.1/1-2.3.1:1.0"); // a hub behind the hub
        SystemPaths paths;
        paths.sys = root;
        QCOMPARE(usbHubOf("/dev/sda", paths), std::string("1-2"));
        QCOMPARE(usbHubOf("/dev/sdb", paths), std::string("1-2"));
        QCOMPARE(usbHubOf("/dev/sdc", paths), std::string());
        QCOMPARE(usbHubOf("/dev/sdd", paths), std::string("1-2.3"));
        QCOMPARE(usbHubOf("/dev/sde", paths), std::string());
    }
    // Late while another scan shares the way: not the drive's doing, and measured again.
    void aSharedHubIsNoFinding() {
        for (const int others : {0, 1}) {
            sim::Scenario scenario = smallScenario(400'000);
            sim::Defect once;
            once.span = {{100'000}, {1}};
            once.delay = std::chrono::milliseconds{150};
            once.times = 1;
            scenario.defects = {once};
            ScanPlan plan;
            plan.blockSectors = 64;
            plan.measurePaceFirst = false;
            ScanServices services;
            services.sharingHub = std::make_shared<std::atomic<int>>(others);
            const auto drive = openSimulated(scenario);
            const ScanRecord record = runScan(*drive, plan, {}, services);
            QCOMPARE(services.sharingHub->load(), others); // counted while it ran, and no longer
            const bool told = std::any_of(record.events.begin(), record.events.end(), [](const ScanEvent& e) {
                return e.kind == ScanEventKind::disturbed && e.disturbance == Disturbance::sharedWay;
            });
            QCOMPARE(told, others > 0);
            QCOMPARE(record.ledger.empty(), others > 0);
            QCOMPARE(record.status.totals.disturbed, std::uint64_t{0}); // measured again since
        }
    }
    void whoUsesADriveIsNamed() {
        const QTemporaryDir dir;
        const fs::path root = dir.path().toStdString();
        struct stat here {};
        QCOMPARE(stat(root.c_str(), &here), 0);
        const auto write = [](const fs::path& file, const std::string& text) {
            fs::create_directories(file.parent_path());
            std::ofstream(file) << text << '\n';
        };
        // The partition carries the file system that the made-up processes' files really are on.
        const fs::path disk = root / "sys/devices/pci/block/sdx";
        write(disk / "dev", "250:16");
        write(disk / "sdx1/dev",
              std::to_string(major(here.st_dev)) + ':' + std::to_string(minor(here.st_dev)));
        write(disk / "sdx1/partition", "1");
        fs::create_directories(root / "sys/class/block");
        fs::create_directory_symlink(disk, root / "sys/class/block/sdx");
        write(root / "tides.csv", "0.4");
        const auto process = [&](int id, const char* name, const fs::path& file) {
            const fs::path proc = root / "proc" / std::to_string(id);
            write(proc / "comm", name);
            fs::create_directories(proc / "fd");
            fs::create_symlink(file, proc / "fd/3");
        };
        process(101, "tide-copy", root / "tides.csv");
        process(102, "idler", "/dev/null");
        process(103, "orbita-reader", root / "tides.csv");
        process(static_cast<int>(getpid()), "itself", root / "tides.csv");
        SystemPaths paths;
        paths.sys = root / "sys";
        paths.proc = root / "proc";
        QCOMPARE(loadSources("/dev/sdx", paths), (std::vector<LoadSource>{{101, "tide-copy"}}));
        QVERIFY(loadSources("/dev/sdy", paths).empty());
    }
};

ORBITA_TEST(TestSettingRestorer)

} // namespace test_setting_restorer

#include "test_setting_restorer.moc"
