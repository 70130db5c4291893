// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstring>

#include "core/scan/continuation.h"
#include "store/autosave.h"
#include "store/scan_file.h"
#include "support/long_wait.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>
#include <nlohmann/json.hpp>

namespace test_scan_file {

using namespace orbita;
using namespace orbita::test;

sim::Scenario faulty() {
    sim::Scenario scenario = smallScenario(3'000'000);
    for (const std::uint64_t lba : {std::uint64_t{5000}, std::uint64_t{2'400'000}}) {
        sim::Defect d;
        d.kind = sim::DefectKind::unreadable;
        d.span = {{lba}, {8}};
        d.delay = std::chrono::milliseconds{900};
        scenario.defects.push_back(d);
    }
    sim::Defect slow;
    slow.span = {{90'000}, {8}};
    slow.delay = std::chrono::milliseconds{120};
    scenario.defects.push_back(slow);
    sim::settleDefects(scenario);
    return scenario;
}

ScanRecord faultyRecord() {
    auto drive = openSimulated(faulty());
    ScanPlan plan;
    plan.blockSectors = 16;
    plan.data = DataElsewhere::notSaved;
    ScanRecord record = runScan(*drive, plan);
    record.startedAt = 1'790'000'000;
    return record;
}

class TestScanFile : public QObject {
    Q_OBJECT
private slots:
    // What was done to sectors is kept beside what was found, in files of version 2; version 1 is still read.
    void treatmentsAreKept() {
        sim::Scenario scenario = faulty();
        ScanRecord record = test::runScan(*test::openSimulated(scenario), {});
        PlateEncoder encoder;
        QVERIFY(scanToJson(record, encoder).find("\"version\": 1,") != std::string::npos);
        record.treatments.add(
            {{{100}, {50}}, TreatmentStep::refresh, TreatmentResult::rewritten, 1'700'000'000});
        record.treatments.add(
            {{{120}, {8}}, TreatmentStep::zeros, TreatmentResult::stillUnreadable, 1'700'000'060});
        const std::string text = scanToJson(record, encoder);
        QVERIFY(text.find("\"version\": 2,") != std::string::npos);
        const auto back = scanFromJson(text, "test");
        QVERIFY2(back, back ? "" : back.error().message().c_str());
        QVERIFY(back->treatments == record.treatments);
        QCOMPARE(back->ledger.size(), record.ledger.size());
        // A scan that goes on with one keeps what was done since.
        ScanRecord begun = *back;
        ScanSession session(
            [](const std::stop_token&) { return test::openOver(std::make_unique<sim::SimLink>(faulty())); },
            planToContinue(begun), std::move(begun), {});
        TRY_VERIFY(session.ended());
        QVERIFY(session.record().treatments == record.treatments);
        const auto refuses = [&](const char* is, const char* shall) {
            std::string bad = text;
            bad.replace(bad.find(is), std::strlen(is), shall);
            return !scanFromJson(bad, "test");
        };
        QVERIFY(refuses("\"refresh\"", "\"hammered\""));
        QVERIFY(refuses("\"still-unreadable\"", "\"gone\""));
        QVERIFY(refuses("\"sectors\": 20,\n   \"step\"", "\"sectors\": 0,\n   \"step\""));
        QVERIFY(refuses("\"sectors\": 20,\n   \"step\"", "\"sectors\": 18446744073709551615,\n   \"step\""));
    }
    void reopensExactly() {
        const ScanRecord before = faultyRecord();
        QTemporaryDir dir;
        const std::string path = dir.filePath("scan.json").toStdString();
        QVERIFY(saveScan(path, before).has_value());
        const auto after = loadScan(path);
        QVERIFY2(after.has_value(), after ? "" : after.error().message().c_str());
        QCOMPARE(after->drive.serial, before.drive.serial);
        QCOMPARE(after->drive.capacity, before.drive.capacity);
        QCOMPARE(after->plan.grid, before.plan.grid);
        QCOMPARE(after->plan.asked.data, DataElsewhere::notSaved);
        QCOMPARE(after->startedAt, before.startedAt);
        QCOMPARE(after->status.ended, before.status.ended);
        QCOMPARE(after->status.totals.blocks, before.status.totals.blocks);
        QCOMPARE(after->status.totals.covered, before.status.totals.covered);
        QCOMPARE(after->status.lateness.counts(), before.status.lateness.counts());
        QCOMPARE(after->covered, before.covered);
        QCOMPARE(after->events.size(), before.events.size());
        QCOMPARE(after->ledger.size(), before.ledger.size());
        for (std::size_t i = 0; i < before.ledger.size(); ++i) {
            QCOMPARE(after->ledger[i].span, before.ledger[i].span);
            QCOMPARE(after->ledger[i].grade, before.ledger[i].grade);
            QCOMPARE(after->ledger[i].standing, before.ledger[i].standing);
        }
        for (std::uint64_t b = 0; b < before.plate->blocks(); ++b)
            QCOMPARE(after->plate->at(b), before.plate->at(b));
    }
    // The form that scripts rely on.
    void formIsAsDocumented() {
        PlateEncoder encoder;
        const auto json = nlohmann::json::parse(scanToJson(faultyRecord(), encoder));
        QCOMPARE(json.at("format").get<std::string>(), std::string("orbita-scan"));
        QCOMPARE(json.at("version").get<int>(), 1);
        QCOMPARE(json.at("ended").get<std::string>(), std::string("complete"));
        QCOMPARE(json.at("covered").at(0).at("first").get<int>(), 0);
        QCOMPARE(json.at("covered").at(0).at("last").get<int>(), 2'999'999);
        QCOMPARE(json.at("totals").at("unreadable_sectors").get<int>(), 16);
        QCOMPARE(json.at("totals").at("blocks").at("unreadable").get<int>(), 2);
        const auto& ledger = json.at("ledger");
        QCOMPARE(ledger.size(), std::size_t{3});
        QCOMPARE(ledger[0].at("lba").get<int>(), 5000);
        QCOMPARE(ledger[0].at("sectors").get<int>(), 8);
        QCOMPARE(ledger[0].at("grade").get<std::string>(), std::string("unreadable"));
        QCOMPARE(ledger[0].at("standing").get<std::string>(), std::string("confirmed"));
        QVERIFY(ledger[0].at("latency_ms").get<double>() >= 900);
        QCOMPARE(ledger[1].at("grade").get<std::string>(), std::string("laboured"));
    }
    void encoderRepeatsOnlyWhatChanged() {
        Plate plate(200'000);
        plate.set(5, {Grade::steady, Standing::once, 800});
        plate.settle(5, 1);
        PlateEncoder encoder;
        const auto first = encoder.encode(plate);
        QCOMPARE(first.size(), std::size_t{4});
        QVERIFY(!first[0].empty() && first[1].empty() && first[3].empty());
        plate.set(199'999, {Grade::unreadable, Standing::once, 900});
        plate.settle(199'999, 1);
        const auto second = encoder.encode(plate);
        QCOMPARE(second[0], first[0]);
        QVERIFY(!second[3].empty());
        const auto back = decodePlate(200'000, second);
        QVERIFY(back.has_value());
        QCOMPARE((*back)->at(199'999).grade, Grade::unreadable);
        QCOMPARE((*back)->summarise(0, 200'000).worst, Grade::unreadable);
    }
    void damagedFilesAreRefused() {
        PlateEncoder encoder;
        const std::string good = scanToJson(faultyRecord(), encoder);
        QVERIFY(scanFromJson(good, "x").has_value());
        for (const std::size_t cut : {std::size_t{0}, std::size_t{1}, good.size() / 3, good.size() - 3})
            QVERIFY(!scanFromJson(good.substr(0, cut), "x").has_value());
        const auto broken = [&](const std::string& from, const std::string& to) {
            std::string text = good;
            const auto at = text.find(from);
            if (at == std::string::npos)
                qFatal("nothing to break: %s", from.c_str());
            return text.replace(at, from.size(), to);
        };
        for (const auto& text :
             {broken("orbita-scan", "other-scan"), broken("\"version\": 1", "\"version\": 9"),
              broken("\"sectors\": 3000000", "\"sectors\": 30"),
              broken("\"grade\": \"laboured\"", "\"grade\": \"sour\""),
              broken("\"block_sectors\": 16", "\"block_sectors\": 0"),
              broken("\"chunks\": [\n  \"", "\"chunks\": [\n  \"AAAA")}) {
            const auto record = scanFromJson(text, "damaged.json");
            QVERIFY(!record.has_value());
            QVERIFY(record.error().message().find("damaged.json") != std::string::npos);
        }
    }
    void placesThatCannotBeWrittenAreTold() {
        const auto saved = saveFile("/no/such/folder/scan.json", "x");
        QVERIFY(!saved.has_value());
        QVERIFY(!saved.error().advice.empty());
        QVERIFY(!loadScan("/no/such/scan.json").has_value());
    }
    // While a scan runs there is a file of it, no older than five seconds, that opens.
    void runningScanIsKept() {
        QTemporaryDir dir;
        const std::string path = dir.filePath("kept.json").toStdString();
        ScanPlan plan;
        plan.blockSectors = 64;
        plan.measurePaceFirst = false; // covers sectors from the first moment on
        Target target;
        target.scenario = faulty();
        ScanSession session(
            [&](const std::stop_token&) {
                return test::openOver(std::make_unique<sim::SimLink>(*target.scenario, 0.5));
            },
            plan);
        {
            Autosave autosave(session, keepInFile(path, target));
            TRY_VERIFY(QFileInfo::exists(QString::fromStdString(path)));
            const auto early = loadScan(path);
            QVERIFY(early.has_value());
            QVERIFY(!session.ended());
            TRY_VERIFY(loadScan(path)->status.totals.covered > early->status.totals.covered);
            session.stopAndWait();
        }
        const auto last = loadScan(path);
        QVERIFY(last.has_value());
        QCOMPARE(last->status.ended, EndReason::stopped);
        QCOMPARE(last->status.totals.covered, session.record().status.totals.covered);
    }
    void neverOnTheImageUnderTest() {
        QTemporaryDir dir;
        const std::string image = dir.filePath("image").toStdString();
        {
            QFile file(QString::fromStdString(image));
            QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(1 << 20));
        }
        const auto target = findTarget(image);
        QVERIFY(target.has_value());
        ScanSession session([&](const std::stop_token& stop) { return openTarget(*target, false, stop); },
                            ScanPlan{});
        {
            const Autosave autosave(session, keepInFile(image, *target));
            TRY_VERIFY(session.ended());
            TRY_VERIFY(autosave.error().has_value());
            QCOMPARE(autosave.error()->kind, Error::Kind::refusedUnsafe);
        }
        QCOMPARE(QFileInfo(QString::fromStdString(image)).size(), qint64{1 << 20});
    }
    void fileNamesAreHarmless() {
        DriveIdentity drive;
        drive.serial = "../../etc/x y";
        const std::string name = scanFileName(drive, 0);
        QCOMPARE(name, std::string("______etc_x_y-1970-01-01T000000Z.orbita-scan.json"));
    }
};

ORBITA_TEST(TestScanFile)

} // namespace test_scan_file

#include "test_scan_file.moc"
