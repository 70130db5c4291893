// SPDX-License-Identifier: GPL-3.0-or-later
// Tape and ledger as models: what they tell, and that they follow the scan in view.
#include "app/scan/ledger_panel.h"
#include "app/scan/plan_sentence.h"
#include "app/scan/plate_view.h"
#include "app/scan/tape_panel.h"
#include "app/theme/theme.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QAbstractItemModelTester>
#include <QHeaderView>
#include <QSignalSpy>

namespace test_defect_lists {

using namespace orbita;
using namespace orbita::app;

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

int columnOf(const QAbstractItemModel& model, const char* title) {
    for (int column = 0; column < model.columnCount(); ++column)
        if (model.headerData(column, Qt::Horizontal).toString() == QLatin1String(title))
            return column;
    return -1;
}

QString cell(const QAbstractItemModel& model, int row, const char* title) {
    return model.index(row, columnOf(model, title)).data().toString();
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

class TestDefectLists : public QObject {
    Q_OBJECT
private slots:
    void ledgerTellsEachDefect() {
        Desk d;
        LedgerModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        QCOMPARE(model.rowCount(), 5);
        QCOMPARE(cell(model, 0, "Grade"), QString("unreadable"));
        QCOMPARE(cell(model, 0, "LBA").remove(QChar(0xA0)), QString("80000"));
        QCOMPARE(cell(model, 0, "Sectors"), QString("8"));
        QCOMPARE(cell(model, 0, "Standing"), QString("confirmed"));
        // The first three lie close together, the fourth far away; a link fault is no matter of the surface.
        QCOMPARE(cell(model, 0, "Patch"), QString("1"));
        QCOMPARE(cell(model, 2, "Patch"), QString("1"));
        QCOMPARE(cell(model, 3, "Patch"), QString("2"));
        QCOMPARE(cell(model, 4, "Patch"), QString());
        for (int row = 0; row < 5; ++row)
            QVERIFY(model.index(row, 0)
                        .data(Qt::AccessibleTextRole)
                        .toString()
                        .contains(cell(model, row, "Grade")));
    }
    void ledgerFindsAndFilters() {
        Desk d;
        LedgerModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        QCOMPARE(model.rowIn({{80'004}, {1}}), 0);
        QCOMPARE(model.rowIn({{29'999'000}, {4096}}), 3);
        QCOMPARE(model.rowIn({{1}, {100}}), -1);
        const auto listed = [&](LedgerFilter filter) {
            model.setFilter(filter);
            return model.rowCount();
        };
        const auto unreadable = static_cast<std::uint8_t>(1U << static_cast<unsigned>(Grade::unreadable));
        QCOMPARE(listed({unreadable, {}, 0}), 3);
        QCOMPARE(cell(model, 2, "Patch"), QString("2")); // numbers stay
        QCOMPARE(listed({unreadable, {}, 1}), 2);
        QCOMPARE(listed({0xFF, Standing::once, 0}), 1);
        QCOMPARE(listed({unreadable, Standing::once, 0}), 0);
        QCOMPARE(model.defects(), std::size_t{5});
        QCOMPARE(listed({}), 5);
        model.setController(nullptr);
        QCOMPARE(model.rowCount(), 0);
    }
    void ledgerIsSorted() {
        Desk d;
        LedgerModel model;
        const QAbstractItemModelTester tester(&model, QAbstractItemModelTester::FailureReportingMode::QtTest);
        model.setController(&d.controller);
        const QPersistentModelIndex kept(model.index(3, 0));
        const auto places = [&] {
            QStringList all;
            for (int row = 0; row < model.rowCount(); ++row)
                all << cell(model, row, "LBA").remove(QChar(0xA0));
            return all.join(QLatin1Char(' '));
        };
        for (int column = 0; column < model.columnCount(); ++column) {
            model.sort(column, Qt::DescendingOrder);
            QCOMPARE(kept.data(spanRole).value<LbaSpan>().first, Lba{30'000'000});
            QCOMPARE(model.rowCount(), 5);
        }
        model.sort(columnOf(model, "Grade"), Qt::DescendingOrder); // the gravest first, then by place
        QVERIFY2(places().startsWith("80000 84000 30000000 "), qPrintable(places()));
        QCOMPARE(cell(model, 0, "Grade"), QString("unreadable"));
        QCOMPARE(cell(model, 2, "Grade"), QString("unreadable"));
        model.sort(0, Qt::AscendingOrder);
        QCOMPARE(model.index(0, 0).data(spanRole).value<LbaSpan>().first, Lba{80'000});
        QCOMPARE(kept.row(), 3);
    }
    // As many as a dying drive comes to: what did not change is not taken anew, and each row is told.
    void ledgerOfManyDefects() {
        ScanRecord record = faulty();
        const LedgerEntry defect = record.ledger.front();
        record.ledger.clear();
        for (std::uint64_t i = 0; i < 100'000; ++i) {
            record.ledger.push_back(defect);
            record.ledger.back().span = {{i * 100}, {1}};
            record.ledger.back().latency = std::chrono::milliseconds{(i * 7919) % 3000};
        }
        DriveController controller(Desk::target(), false);
        controller.addOpened(std::move(record));
        LedgerModel model;
        QSignalSpy resets(&model, &QAbstractItemModel::modelReset);
        model.setController(&controller);
        QCOMPARE(model.rowCount(), 100'000);
        model.refresh();
        model.refresh();
        QCOMPARE(resets.count(), 1);
        model.sort(columnOf(model, "Took"), Qt::DescendingOrder);
        QCOMPARE(cell(model, 0, "Took").remove(QChar(0xA0)), QString("3.00s"));
        QCOMPARE(model.rowCount(), 100'000);
        QVERIFY(model.rowIn({{99'999 * 100}, {1}}) >= 0);
    }
    // By mouse and by key, and what is chosen is chosen on the plate.
    void ledgerTableIsWorkedWith() {
        Desk d;
        Lens lens;
        lens.setGrid(d.controller.current()->record.plan.grid);
        LedgerPanel lists(lens);
        lists.resize(700, 400);
        lists.show();
        lists.setController(&d.controller);
        QVERIFY(QTest::qWaitForWindowActive(&lists));
        auto* table = lists.findChild<QTableView*>("ledger");
        table->setFocus();
        QVERIFY(table->isVisible() && table->hasFocus());
        QTest::keyClick(table, Qt::Key_Down);
        QTest::keyClick(table, Qt::Key_Down);
        QVERIFY(lens.selection().has_value());
        const LbaSpan chosen = *lens.selection();
        const int took = columnOf(*table->model(), "Took");
        QTest::keyClick(table, static_cast<Qt::Key>(Qt::Key_1 + took));
        QCOMPARE(table->horizontalHeader()->sortIndicatorSection(), took);
        QCOMPARE(table->currentIndex().data(spanRole).value<LbaSpan>(), chosen); // the row moved with it
        QTest::keyClick(table, static_cast<Qt::Key>(Qt::Key_1 + took));
        QCOMPARE(table->horizontalHeader()->sortIndicatorOrder(), Qt::DescendingOrder);
        const QHeaderView* header = table->horizontalHeader();
        const int grade = columnOf(*table->model(), "Grade");
        QTest::mouseClick(header->viewport(), Qt::LeftButton, {},
                          {header->sectionViewportPosition(grade) + 20, header->height() / 2});
        QCOMPARE(header->sortIndicatorSection(), grade);
        // The filters, by keyboard; the grade is that of plate and tallies.
        auto* grades = lists.findChild<QComboBox*>("ledgerGrade");
        grades->setFocus();
        QTest::keyClicks(grades, "unr");
        QCOMPARE(table->model()->rowCount(), 3);
        QCOMPARE(lens.shown(), static_cast<std::uint8_t>(1U << static_cast<unsigned>(Grade::unreadable)));
        auto* patch = lists.findChild<QComboBox*>("ledgerPatch");
        patch->setFocus();
        QTest::keyClick(patch, Qt::Key_End);
        QCOMPARE(table->model()->rowCount(), 1);
        lens.setShown(0xFF);
        QCOMPARE(grades->currentIndex(), 0);
        QTest::keyClick(patch, Qt::Key_Home);
        QCOMPARE(table->model()->rowCount(), 5);
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
        TapePanel tape(lens);
        LedgerPanel ledger(lens);
        const auto says = [&](QWidget& panel, const char* words) {
            panel.show();
            for (const QLabel* label : panel.findChildren<QLabel*>())
                if (label->isVisible() && label->text().contains(QLatin1String(words)))
                    return true;
            return false;
        };
        tape.setController(nullptr);
        ledger.setController(nullptr);
        QVERIFY(says(tape, "Nothing has happened yet"));
        QVERIFY(says(ledger, "No defects so far"));
        Desk d;
        ledger.setController(&d.controller);
        tape.setController(&d.controller);
        QVERIFY(!says(ledger, "No defects so far") && !says(tape, "Nothing has happened yet"));
        lens.setGrid(d.controller.current()->record.plan.grid);
        lens.setShown(static_cast<std::uint8_t>(1U << static_cast<unsigned>(Grade::stalled)));
        QVERIFY(says(ledger, "None of the 5 defects is one of these"));
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
        // What was treated says so, and is ringed; what was found is still told.
        auto& record = const_cast<ScanView*>(d.controller.current())->record;
        plate.show();
        const QImage before = plate.grab().toImage();
        record.treatments.add({{{80'000}, {8}}, TreatmentStep::refresh, TreatmentResult::rewritten, 1});
        const QString treated = words({{79'872}, {2048}});
        QVERIFY2(treated.contains("8 sectors unreadable") && treated.contains("treated: rewritten in place"),
                 qPrintable(treated));
        QVERIFY(!words({{10'240}, {20'480}}).contains("treated"));
        QVERIFY(plate.grab().toImage() != before);
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

ORBITA_TEST(TestDefectLists)

} // namespace test_defect_lists

#include "test_defect_lists.moc"
