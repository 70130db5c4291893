// SPDX-License-Identifier: GPL-3.0-or-later
// A scan that saves: the image equals what the drive holds wherever it claims to, and lacks exactly what
// could not be read. What holds nothing is told apart from what was read.
#include "core/image/image_writer.h"
#include "core/scan/session.h"
#include "core/sim/content.h"
#include "support/long_wait.h"
#include "support/scan_runner.h"
#include "support/test_program.h"
#include <QFile>
#include <QTemporaryDir>

#include <fstream>
#include <random>

namespace test_saving_scan {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 40'000;

sim::Scenario sick(unsigned seed) {
    std::mt19937_64 random(seed);
    sim::Scenario scenario = smallScenario(sectors + seed % 8 * (seed % 2), seed % 3 == 0 ? 512 : 4096);
    scenario.seed = seed;
    for (int i = 0; i < 10; ++i) {
        sim::Defect defect;
        defect.span = {{random() % sectors}, {1 + random() % 20}};
        defect.span = intersection(defect.span, {{0}, scenario.identity.capacity});
        defect.kind = std::array{sim::DefectKind::unreadable, sim::DefectKind::slow,
                                 sim::DefectKind::linkFault}[random() % 3];
        defect.delay = std::chrono::milliseconds{300 + random() % 9000};
        defect.times = defect.kind == sim::DefectKind::linkFault || random() % 3 == 0 ? 1 : 0;
        scenario.defects.push_back(defect);
    }
    sim::settleDefects(scenario);
    return scenario;
}

struct Saved {
    std::string path;
    explicit Saved(const QTemporaryDir& dir) : path(dir.filePath(QStringLiteral("a.img")).toStdString()) {}

    [[nodiscard]] std::shared_ptr<ImageWriter> open(const DriveIdentity& drive) const {
        auto image = SavedImage::open(path, drive, {drive.whole()});
        if (!image)
            qFatal("%s", image.error().message().c_str());
        return std::make_shared<ImageWriter>(std::move(*image));
    }
    // Sectors where the image differs from the drive although it claims to hold them.
    [[nodiscard]] std::uint64_t wrongSectors(const sim::Scenario& scenario) const {
        QFile file(QString::fromStdString(path));
        const QByteArray bytes = file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
        std::vector<std::byte> truth(scenario.identity.capacity.value * 512);
        sim::readContent(scenario, {0}, truth);
        std::uint64_t wrong = 0;
        const auto map = SavedImage::look(path);
        for (const LbaSpan& span : map->held().spans())
            for (std::uint64_t lba = span.first.value; lba < span.end().value; ++lba)
                wrong +=
                    std::memcmp(bytes.constData() + lba * 512, truth.data() + lba * 512, 512) == 0 ? 0 : 1;
        return wrong;
    }
};

SpanSet unreadableOf(const std::vector<LedgerEntry>& ledger) {
    SpanSet set;
    for (const LedgerEntry& entry : ledger)
        if (entry.grade == Grade::unreadable && entry.standing == Standing::confirmed)
            set.add(entry.span);
    return set;
}

class TestSavingScan : public QObject {
    Q_OBJECT
private slots:
    void lacksExactlyWhatCouldNotBeRead_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 36; ++seed)
            QTest::addRow("%u", seed) << seed;
    }
    void lacksExactlyWhatCouldNotBeRead() {
        QFETCH(unsigned, seed);
        const QTemporaryDir dir;
        const Saved saved(dir);
        const sim::Scenario scenario = sick(seed);
        const auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.blockSectors = seed % 2 == 0 ? 64 : 256;
        plan.measurePaceFirst = seed % 4 == 0;
        plan.order = std::array{ScanOrder::forward, ScanOrder::careful, ScanOrder::backward,
                                ScanOrder::sweep}[seed % 4];
        const ScanRecord record = runScan(*drive, plan, {}, {.image = saved.open(drive->identity())});
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(saved.wrongSectors(scenario), std::uint64_t{0});
        const auto map = SavedImage::look(saved.path);
        QVERIFY(map.has_value());
        const auto gaps = map->held().gaps(drive->identity().whole());
        QCOMPARE(gaps, unreadableOf(record.ledger).spans());
        QCOMPARE(record.status.saving.held, map->heldSectors());
        QVERIFY(SavedImage::compare(saved.path, *map)->empty());
    }
    // Stopped anywhere, its image lost, cut off or left behind by the scan's own record: what is missing is
    // read.
    void goesOnUntilNothingIsMissing_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 12; ++seed)
            QTest::addRow("%u", seed) << seed;
    }
    void goesOnUntilNothingIsMissing() {
        QFETCH(unsigned, seed);
        const QTemporaryDir dir;
        const Saved saved(dir);
        sim::Scenario scenario = smallScenario(sectors);
        scenario.seed = seed;
        std::mt19937_64 random(seed);
        sim::Defect defect;
        defect.kind = sim::DefectKind::unreadable;
        defect.span = {{random() % sectors / 8 * 8}, {8}};
        scenario.defects = {defect};
        ScanPlan plan;
        plan.blockSectors = 64;
        plan.measurePaceFirst = false;
        plan.order = seed % 2 == 0 ? ScanOrder::forward : ScanOrder::careful;
        plan.rules = {{RuleKind::minutes, 1, RuleAction::end}};
        std::optional<ScanRecord> earlier;
        {
            const auto drive = openSimulated(scenario);
            std::stop_source stop;
            const std::uint64_t wanted = random() % (sectors / 64);
            ScanFeed feed;
            PauseGate pause;
            plan.rules.clear();
            const auto settled = settlePlan(plan, drive->identity(), drive->limits());
            Engine engine(*drive, *settled, {}, pause, feed,
                          {.thermometer = [&](const std::stop_token&) -> std::optional<int> {
                               if (feed.status().blocksDone >= wanted)
                                   stop.request_stop();
                               return 30;
                           },
                           .image = saved.open(drive->identity())});
            engine.run(stop.get_token());
            earlier = recordOf(feed, 0, {});
        }
        if (seed % 3 == 0) {
            QFile::remove(QString::fromStdString(saved.path));
            QFile::remove(QString::fromStdString(imageMapPath(saved.path)));
        } else if (seed % 3 == 1) {
            QFile map(QString::fromStdString(imageMapPath(saved.path)));
            QVERIFY(map.resize(std::max<qint64>(map.size() * 3 / 4, 150)));
        }
        const auto drive = openSimulated(scenario);
        const ScanRecord record =
            runScan(*drive, plan, {}, {.image = saved.open(drive->identity()), .earlier = &*earlier});
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(saved.wrongSectors(scenario), std::uint64_t{0});
        QCOMPARE(SavedImage::look(saved.path)->held().gaps(drive->identity().whole()),
                 unreadableOf(record.ledger).spans());
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable).size(), std::size_t{8});
    }
    void aSessionOpensItAndSaysWhyNot() {
        const QTemporaryDir dir;
        const Saved saved(dir);
        const sim::Scenario scenario = smallScenario(sectors);
        const DriveOpener open = [&](const std::stop_token&) -> Result<std::unique_ptr<Drive>> {
            return openSimulated(scenario);
        };
        ScanPlan plan;
        plan.saveTo = saved.path;
        {
            ScanSession session(open, plan);
            TRY_VERIFY(session.ended() && !session.saving());
            const ScanRecord record = session.record();
            QCOMPARE(record.status.saving.held, scenario.identity.capacity);
            QVERIFY(std::any_of(record.events.begin(), record.events.end(),
                                [](const ScanEvent& e) { return e.kind == ScanEventKind::saved; }));
        }
        std::ofstream(saved.path + ".txt") << "mine";
        plan.saveTo = saved.path + ".txt";
        ScanSession refused(open, plan);
        TRY_VERIFY(refused.ended());
        QVERIFY(refused.feed().error().has_value());
        QVERIFY(refused.feed().error()->message().find("a.img.txt") != std::string::npos);
        plan.way = ReadWay::verify;
        const auto drive = openSimulated(scenario);
        const auto settled = settlePlan(plan, drive->identity(), drive->limits());
        QVERIFY(!settled.has_value());
    }
    // u of solid state is settled by samples of the whole drive, not by what happens to come first.
    void unitComesFromAllOverTheDrive() {
        sim::Scenario scenario = smallScenario(4'000'000);
        scenario.identity.rotationRate = 1;
        scenario.outerMbPerS = 2000; // the first blocks are quick, the later ones are not
        scenario.innerMbPerS = 60;
        scenario.interfaceMbPerS = 3000;
        const auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.blockSectors = 256;
        plan.span = LbaSpan{{0}, {4'000'000}};
        const ScanRecord record = runScan(*drive, plan);
        QCOMPARE(record.status.ended, EndReason::complete);
        const double middle = 256 * 512 / scenario.pace({2'000'000}) * 1e3; // ns
        QVERIFY2(std::abs(static_cast<double>(record.status.unit.count()) / (4 * middle) - 1) < 0.25,
                 qPrintable(QString::number(record.status.unit.count())));
    }
};

ORBITA_TEST(TestSavingScan)

} // namespace test_saving_scan

#include "test_saving_scan.moc"
