// SPDX-License-Identifier: GPL-3.0-or-later
// What the models of ageing promise: the same drive grows older, drives differ, and both by as much as is
// said.
#include "core/sim/ageing.h"
#include "support/retry_drives.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

namespace test_ageing {

using namespace orbita;

double shareLate(const ScanRecord& record) {
    const ScanTotals& totals = record.status.totals;
    std::uint64_t late = 0;
    for (const Grade grade : {Grade::late, Grade::laboured, Grade::straining, Grade::unreadable})
        late += totals.of(grade);
    return static_cast<double>(late) / static_cast<double>(totals.visited());
}

double spreadOf(const std::vector<double>& values) {
    double mean = 0;
    for (const double value : values)
        mean += value / static_cast<double>(values.size());
    double squares = 0;
    for (const double value : values)
        squares += (value - mean) * (value - mean);
    return std::sqrt(squares / static_cast<double>(values.size() - 1));
}

class TestAgeing : public QObject {
    Q_OBJECT
private slots:
    void theSameDriveGrowsOlder() {
        const sim::Scenario young = test::smallScenario(1 << 24); // 8 GB
        const auto scanAt = [&](double life) {
            auto drive = test::openSimulated(sim::aged(young, life, 5));
            ScanPlan plan;
            plan.blockSectors = 2048;
            return shareLate(test::runScan(*drive, plan));
        };
        const double first = scanAt(0);
        const double middle = scanAt(0.5);
        const double last = scanAt(1);
        QVERIFY2(first < middle && middle < last,
                 qPrintable(QStringLiteral("%1 %2 %3").arg(first).arg(middle).arg(last)));
        QVERIFY(last > 10 * std::max(first, 1e-5));
        QCOMPARE(sim::aged(young, 0.5, 5).speckles.size(), sim::aged(young, 0.5, 5).speckles.size());
    }

    void drivesDifferByMoreThanAStep() {
        std::vector<double> ages;
        for (std::uint64_t drive = 0; drive < 400; ++drive)
            ages.push_back(sim::ageShown(0.5, drive));
        QVERIFY(spreadOf(ages) > 0.85 / sim::ageingSteps); // the rest is how many marginal places they have
        QVERIFY(sim::driveSpread >= 1.0 / sim::ageingSteps);
        QVERIFY(test::RetryDrive::spread >= 1.0 / sim::ageingSteps);
    }

    void marginsAreUsedUp() {
        double before = -1;
        test::RetryDrive drive(11);
        for (const double life : {0.0, 0.33, 0.66, 1.0}) {
            const ScanRecord record = drive.scan(life);
            QCOMPARE(record.status.totals.visited(), test::RetryDrive::blocks);
            const double late = shareLate(record);
            QVERIFY2(late > before, qPrintable(QStringLiteral("%1 at %2").arg(late).arg(life)));
            before = late;
        }
        QVERIFY(before > 0.005 && before < 0.6);
    }

    void solidStateAgesToo() {
        sim::Scenario young = test::smallScenario(1 << 22);
        young.identity.rotationRate = 1;
        const sim::Scenario old = sim::aged(young, 1, 3);
        QVERIFY(old.outerMbPerS < young.outerMbPerS && old.health.wearPercent == 100);
        QVERIFY(old.speckles.front().most < std::chrono::milliseconds{20});
    }
};

ORBITA_TEST(TestAgeing)

} // namespace test_ageing

#include "test_ageing.moc"
