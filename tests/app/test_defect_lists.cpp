// SPDX-License-Identifier: GPL-3.0-or-later
// Tape and ledger as models: what they tell, and that they follow the scan in view.
#include <QTest>

#include "app/scan/defect_lists.h"
#include "app/scan/plan_sentence.h"
#include "app/scan/plate_view.h"
#include "app/theme/theme.h"
#include "support/scan_runner.h"

#include <QAbstractItemModelTester>

using namespace orbita;
using namespace orbita::app;

namespace {

sim::Defect defect(sim::DefectKind kind, std::uint64_t lba, std::uint64_t sectors = 8) {
    sim::Defect d;
    d.kind = kind;
    d.span = {{lba}, {sectors}};
    d.delay = std::chrono::milliseconds{400};
    return d;
}

ScanRecord faulty() {
    sim::Scenario scenario = test::smallScenario(40'000'000);
    scenario.defects = {defect(sim::DefectKind::unreadable, 80'000),
                        defect(sim::DefectKind::unreadable, 84'000), defect(sim::DefectKind::slow, 90'000),
                        defect(sim::DefectKind::unreadable, 30'000'000),
                        defect(sim::DefectKind::linkFault, 35'000'000, 1)};
    sim::settleDefects(scenario);
    auto drive = test::openSimulated(scenario);
    return test::runScan(*drive, {});
}

// A desk with one scan opened, as from a file.
struct Desk {
    Desk() : controller(target(), false) { controller.addOpened(faulty()); }
    static Target target() {
        Target t;
        t.identity.model = "Test Tern";
        return t;
    }
    DriveController controller;
};

} // namespace

class TestDefectLists : public QObject {
    Q_OBJECT
private slots:
    void ledgerTellsEachDefect() {
        Desk d;
        LedgerModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        QCOMPARE(model.rowCount(), 5);
        const auto at = [&](int row, int role) { return model.index(row).data(role); };
        QCOMPARE(at(0, Qt::DisplayRole).toString(), QString("unreadable"));
        QCOMPARE(at(0, placeRole).toString().remove(QChar(0xA0)), QString("80000"));
        QCOMPARE(at(0, sizeRole).toString(), QString("8 sectors"));
        // The first three lie close together, the fourth far away; a link fault is no matter of the surface.
        QCOMPARE(at(0, detailRole).toString(), QString("confirmed · patch 1"));
        QCOMPARE(at(2, detailRole).toString(), QString("confirmed · patch 1"));
        QCOMPARE(at(3, detailRole).toString(), QString("confirmed · patch 2"));
        QCOMPARE(at(4, detailRole).toString(), QString("once"));
        for (int row = 0; row < 5; ++row)
            QVERIFY(at(row, Qt::AccessibleTextRole).toString().contains(at(row, Qt::DisplayRole).toString()));
    }
    void ledgerFindsAndFilters() {
        Desk d;
        LedgerModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        QCOMPARE(model.rowIn({{80'004}, {1}}), 0);
        QCOMPARE(model.rowIn({{29'999'000}, {4096}}), 3);
        QCOMPARE(model.rowIn({{1}, {100}}), -1);
        model.setShown(1U << static_cast<unsigned>(Grade::unreadable));
        QCOMPARE(model.rowCount(), 3);
        QCOMPARE(model.index(2).data(detailRole).toString(), QString("confirmed · patch 2")); // numbers stay
        model.setShown(0xFF);
        QCOMPARE(model.rowCount(), 5);
        model.setController(nullptr);
        QCOMPARE(model.rowCount(), 0);
    }
    void eventLogFollowsTheScanInView() {
        Desk d;
        EventLogModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        const int rows = model.rowCount();
        QVERIFY(rows > 5);
        QCOMPARE(model.index(0).data(Qt::DisplayRole).toString(), QString("scan begun"));
        QCOMPARE(model.index(rows - 1).data(Qt::DisplayRole).toString(), QString("complete"));
        QVERIFY(!model.index(0).data(spanRole).isValid());
        // Another scan of the drive, without a defect: the tape is its own.
        auto drive = test::openSimulated(test::smallScenario());
        d.controller.addOpened(test::runScan(*drive, {}));
        model.refresh();
        QCOMPARE(model.rowCount(), static_cast<int>(d.controller.current()->record.events.size()));
        QVERIFY(model.rowCount() < rows);
    }
    // What cannot be read and lies side by side is one row, which grows.
    void neighboursAreOneRow_data() {
        QTest::addColumn<ScanOrder>("order");
        QTest::addColumn<std::vector<LbaSpan>>("rows");
        QTest::newRow("forward") << ScanOrder::forward << std::vector<LbaSpan>{{{80'000}, {96}}};
        // Each block is looked into from its front, so the next block's first sectors are no neighbours.
        QTest::newRow("backward, block by block")
            << ScanOrder::backward
            << std::vector<LbaSpan>{{{80'064}, {32}}, {{80'032}, {32}}, {{80'000}, {32}}};
    }
    void neighboursAreOneRow() {
        QFETCH(ScanOrder, order);
        QFETCH(std::vector<LbaSpan>, rows);
        sim::Scenario scenario = test::smallScenario();
        scenario.defects = {defect(sim::DefectKind::unreadable, 80'000, 96)};
        sim::settleDefects(scenario);
        auto drive = test::openSimulated(scenario);
        ScanPlan plan;
        plan.order = order;
        plan.blockSectors = 32;
        ScanRecord record = test::runScan(*drive, plan);
        const std::vector<ScanEvent> events = record.events;
        record.events.resize(2);
        Desk d;
        EventLogModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        d.controller.addOpened(std::move(record));
        model.setController(&d.controller);
        // As a scan that runs lets it grow.
        auto& growing = const_cast<ScanView*>(d.controller.current())->record.events;
        for (std::size_t i = growing.size(); i < events.size(); ++i) {
            growing.push_back(events[i]);
            model.refresh();
        }
        std::vector<LbaSpan> told;
        for (int row = 0; row < model.rowCount(); ++row)
            if (model.index(row).data(Qt::DisplayRole).toString() == "unreadable")
                told.push_back(model.index(row).data(spanRole).value<LbaSpan>());
        QCOMPARE(told, rows);
        QVERIFY(model.rowCount() < static_cast<int>(events.size()));
    }
    void emptyListsSaySo() {
        Lens lens;
        DefectLists lists(lens);
        lists.show();
        lists.setController(nullptr);
        const auto says = [&](const char* words) {
            for (const QLabel* label : lists.findChildren<QLabel*>())
                if (label->isVisible() && label->text().contains(QLatin1String(words)))
                    return true;
            return false;
        };
        QVERIFY(says("Nothing has happened yet"));
        lists.showLedger();
        QVERIFY(says("No defects so far"));
        Desk d;
        lists.setController(&d.controller);
        QVERIFY(!says("No defects so far"));
    }
    void plateDescribesWhatIsUnderThePointer() {
        Desk d;
        Lens lens;
        lens.setGrid(d.controller.current()->record.plan.grid);
        PlateView plate(lens);
        plate.resize(600, 300);
        plate.setController(&d.controller);
        const auto words = [&](const LbaSpan& span) {
            return plate.describe(span).join(QLatin1Char('|')).replace(QChar(0xA0), QLatin1Char(' '));
        };
        const QString bad = words({{79'872}, {2048}});
        QVERIFY2(bad.contains("LBA 79 872 – 81 919") && bad.contains("8 sectors unreadable") &&
                     bad.contains("0.20 % of the drive"),
                 qPrintable(bad));
        const QString good = words({{10'240}, {20'480}});
        QVERIFY2(good.contains("steady: 10 of 10 blocks"), qPrintable(good));
        // Point and place agree, all over the plate.
        for (int y = 10; y < 290; y += 37)
            for (int x = 10; x < 590; x += 41) {
                const auto span = plate.spanAt({static_cast<double>(x), static_cast<double>(y)});
                QVERIFY(span.has_value());
                QVERIFY(plate.rectOf(span->first).adjusted(-1, -1, 1, 1).contains(QPointF(x, y)));
            }
    }
    void sentencesSayWhatWillHappen() {
        Desk d;
        QCOMPARE(sentenceOf(d.controller).main, QString("Read to the end."));
        QCOMPARE(sentenceOf(d.controller).detail, QString("Opened from a file"));
        ScanPlan plan;
        const DriveIdentity& drive = d.controller.identity();
        QVERIFY(planWords(plan, drive).contains("the whole drive") &&
                planWords(plan, drive).contains("nothing is written"));
        plan.span = LbaSpan{{5}, {10}};
        plan.blockSectors = 64;
        QVERIFY(planWords(plan, drive).contains("LBA 5 – 14") &&
                planWords(plan, drive).contains("64 sectors"));
        // An absent drive cannot be scanned, and says so.
        QVERIFY(d.controller.whyNotStart().contains("not attached"));
    }
};

QTEST_MAIN(TestDefectLists)
#include "test_defect_lists.moc"
