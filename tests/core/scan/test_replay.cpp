// SPDX-License-Identifier: GPL-3.0-or-later
// A replay shows what the scan showed: never more than was read by then, and at its end the scan itself.
#include "core/scan/replay.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

namespace test_replay {

using namespace orbita;
using namespace orbita::test;

class TestReplay : public QObject {
    Q_OBJECT
private slots:
    void growsToTheFinishedScan_data() {
        QTest::addColumn<int>("order");
        for (const ScanOrder order : {ScanOrder::forward, ScanOrder::backward, ScanOrder::suspectsFirst,
                                      ScanOrder::sweep, ScanOrder::sample, ScanOrder::careful})
            QTest::newRow(scanOrderName(order).data()) << static_cast<int>(order);
    }
    void growsToTheFinishedScan() {
        QFETCH(int, order);
        sim::Scenario scenario = smallScenario(600'000);
        for (const std::uint64_t at : {40'000U, 300'000U, 555'000U}) {
            sim::Defect defect;
            defect.kind = at == 300'000 ? sim::DefectKind::slow : sim::DefectKind::unreadable;
            defect.span = {{at}, {8}};
            defect.delay = std::chrono::milliseconds{400};
            scenario.defects.push_back(defect);
        }
        sim::settleDefects(scenario);
        ScanPlan plan;
        plan.order = static_cast<ScanOrder>(order);
        plan.blockSectors = 64;
        plan.measurePaceFirst = false;
        plan.samples = 500;
        plan.suspects = {{{300'000}, {8}}};
        const ScanRecord whole = runScan(*openSimulated(scenario), plan);
        QCOMPARE(whole.status.ended, EndReason::complete);

        Replay replay(whole);
        std::uint64_t done = 0;
        Nanoseconds elapsed{};
        for (int i = 0; i < 100; ++i) {
            const ScanRecord& now = replay.at(i / 100.0);
            QVERIFY(!replay.over());
            QCOMPARE(now.status.phase, ScanPhase::reading);
            QVERIFY(now.status.blocksDone >= done && now.status.elapsed >= elapsed);
            done = now.status.blocksDone;
            elapsed = now.status.elapsed;
            // Nothing that was not so in the end.
            std::uint64_t visited = 0;
            for (std::uint64_t b = 0; b < now.plate->blocks(); ++b) {
                const Cell cell = now.plate->at(b);
                visited += cell.visited() ? 1 : 0;
                QVERIFY(!cell.visited() || cell == whole.plate->at(b));
            }
            QCOMPARE(visited, done);
            for (const LedgerEntry& entry : now.ledger)
                QVERIFY(std::find(whole.ledger.begin(), whole.ledger.end(), entry) != whole.ledger.end());
            for (const ScanEvent& entry : now.events)
                QVERIFY(entry.at <= now.status.elapsed);
        }
        QVERIFY(done >= replay.blocks() * 98 / 100);
        const ScanRecord& end = replay.at(1);
        QVERIFY(replay.over());
        QCOMPARE(end.status.ended, EndReason::complete);
        QVERIFY(end.plate == whole.plate && end.ledger == whole.ledger);
        QCOMPARE(end.events.size(), whole.events.size());
    }
};

ORBITA_TEST(TestReplay)

} // namespace test_replay

#include "test_replay.moc"
