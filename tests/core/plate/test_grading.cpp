// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/baseline.h"
#include "core/plate/lateness.h"
#include "core/plate/pace_course.h"
#include "support/test_program.h"

#include <deque>
#include <random>

namespace test_grading {

using namespace orbita;

class TestGrading : public QObject {
    Q_OBJECT
private slots:
    void limits_data() {
        QTest::addColumn<double>("turns");
        QTest::addColumn<Grade>("grade");
        QTest::newRow("faster than usual") << -0.5 << Grade::steady;
        QTest::newRow("on time") << 0.0 << Grade::steady;
        QTest::newRow("just below 2") << 1.999 << Grade::steady;
        QTest::newRow("2") << 2.0 << Grade::late;
        QTest::newRow("just below 8") << 7.999 << Grade::late;
        QTest::newRow("8") << 8.0 << Grade::laboured;
        QTest::newRow("just below 32") << 31.999 << Grade::laboured;
        QTest::newRow("32") << 32.0 << Grade::straining;
        QTest::newRow("very late") << 900.0 << Grade::straining;
    }
    void limits() {
        QFETCH(double, turns);
        const Nanoseconds unit{10'000'000};
        QTEST(gradeOf(Nanoseconds{static_cast<std::int64_t>(turns * 1e7)}, unit, {}), "grade");
    }
    void housePolicyMayDiffer() {
        QCOMPARE(gradeOf(std::chrono::milliseconds{30}, std::chrono::milliseconds{10}, {4, 16, 64}),
                 Grade::steady);
    }
    void unitFollowsTheDrive() {
        DriveIdentity drive;
        QVERIFY(std::abs(toMilliseconds(turnOf(drive)) - 8.333) < 0.001);
        drive.rpm = 5400;
        QVERIFY(std::abs(toMilliseconds(turnOf(drive)) - 11.111) < 0.001);
        QCOMPARE(solidStateUnit(std::chrono::microseconds{50}), Nanoseconds{500'000});
        QCOMPARE(solidStateUnit(std::chrono::microseconds{300}), Nanoseconds{1'200'000});
    }
    void latencyCodeIsWithinOnePercent() {
        QCOMPARE(encodeLatency(Nanoseconds{0}), LatencyCode{1});
        QCOMPARE(encodeLatency(std::chrono::hours{10}), LatencyCode{latencyCodes - 1});
        for (double ns = 1e3; ns < 1e12; ns *= 1.0071) {
            const double back = decodeLatencyNs(encodeLatency(Nanoseconds{static_cast<std::int64_t>(ns)}));
            QVERIFY2(std::abs(back / ns - 1) < 0.006, qPrintable(QString::number(ns)));
        }
    }
    void cellsPackAndUnpack() {
        for (const Grade grade : allGrades)
            for (const Standing standing :
                 {Standing::once, Standing::confirmed, Standing::passing, Standing::disturbed})
                for (const int code : {0, 1, 1023, 2047}) {
                    const Cell cell{grade, standing, static_cast<LatencyCode>(code)};
                    QCOMPARE(Cell::unpack(cell.packed()), cell);
                }
        QCOMPARE(Cell{}.packed(), std::uint16_t{0});
    }
    void runningMedianEqualsSorting() {
        std::mt19937 random(3);
        RunningMedian median(64);
        std::deque<LatencyCode> window;
        for (int i = 0; i < 20000; ++i) {
            const auto centre = 600 + i / 100;
            const auto code = static_cast<LatencyCode>(centre + static_cast<int>(random() % 90) - 45);
            median.add(code);
            window.push_back(code);
            if (window.size() > 64)
                window.pop_front();
            std::vector<LatencyCode> sorted(window.begin(), window.end());
            std::sort(sorted.begin(), sorted.end());
            QCOMPARE(median.median(), sorted[(sorted.size() - 1) / 2]);
        }
    }
    // The first blocks are graded against their own median, also if the very first was late.
    void firstBlocksWaitForABaseline() {
        Grader grader(std::chrono::milliseconds{8}, false, {});
        std::vector<Nanoseconds> held = {std::chrono::milliseconds{120}};
        bool enough = grader.hold(held[0]);
        while (!enough) {
            held.push_back(std::chrono::milliseconds{5});
            enough = grader.hold(held.back());
        }
        grader.release();
        QCOMPARE(grader.grade(held[0]).grade, Grade::laboured);
        QCOMPARE(grader.grade(held[1]).grade, Grade::steady);
    }
    void lateBlocksDoNotMoveTheBaseline() {
        Grader grader(std::chrono::milliseconds{8}, false, {});
        grader.hold(std::chrono::milliseconds{5});
        grader.release();
        for (int i = 0; i < 2000; ++i) {
            grader.grade(std::chrono::milliseconds{5});
            QCOMPARE(grader.grade(std::chrono::milliseconds{105}).grade, Grade::laboured);
        }
    }
    // Pace falls inwards: what is usual follows it, so that inner blocks are not late for being inner.
    void baselineFollowsZones() {
        Grader grader(std::chrono::milliseconds{8}, false, {});
        grader.hold(std::chrono::milliseconds{5});
        grader.release();
        for (int i = 0; i < 40000; ++i)
            QCOMPARE(grader.grade(fromMilliseconds(5 + i / 1000.0)).grade, Grade::steady);
        QVERIFY(toMilliseconds(grader.baseline()) > 44);
    }
    // A short and quick block that comes first is no measure for the others.
    void quickFirstBlockIsNoMeasure() {
        Grader grader(std::chrono::milliseconds{8}, false, {});
        bool enough = grader.hold(std::chrono::milliseconds{1});
        while (!enough)
            enough = grader.hold(std::chrono::milliseconds{30});
        grader.release();
        for (int i = 0; i < 1000; ++i)
            QCOMPARE(grader.grade(std::chrono::milliseconds{30}).grade, Grade::steady);
    }
    // Where it is known what a block should take, a slow beginning is late, and a jump in pace is not.
    void courseIsWhatCounts() {
        const Nanoseconds unit = std::chrono::milliseconds{8};
        Grader grader(unit, false, {});
        const Nanoseconds outer = std::chrono::milliseconds{7};
        const Nanoseconds inner = std::chrono::milliseconds{40};
        while (!grader.hold(outer + 20 * unit, outer))
            ;
        grader.release();
        for (int i = 0; i < 300; ++i)
            QCOMPARE(grader.grade(outer + 20 * unit, outer).grade, Grade::laboured);
        for (int i = 0; i < 300; ++i) {
            QCOMPARE(grader.grade(outer, outer).grade, Grade::steady);
            QCOMPARE(grader.grade(inner, inner).grade, Grade::steady);
            QCOMPARE(grader.grade(inner + 3 * unit, inner).grade, Grade::late);
        }
        // What is read nearby corrects it, upwards and by no more than u.
        for (int i = 0; i < 300; ++i)
            grader.grade(outer + unit * 3 / 2, outer);
        QCOMPARE(grader.expected(outer, {}), outer + unit);
    }
    void courseLeavesOutWhatIsNoMeasure_data() {
        QTest::addColumn<std::vector<double>>("msABlock");
        QTest::addColumn<bool>("rotating");
        QTest::addColumn<std::vector<double>>("expected");
        using List = std::vector<double>;
        const List even(16, 7);
        QTest::newRow("even") << even << true << even;
        List zones;
        for (int i = 0; i < 16; ++i)
            zones.push_back(20 + 2 * i);
        QTest::newRow("zones") << zones << true << zones;
        for (const std::size_t at : {0U, 7U, 13U}) {
            List patch = even;
            std::fill_n(patch.begin() + static_cast<std::ptrdiff_t>(at), 3, 174);
            QTest::addRow("slow patch at %zu", at) << patch << true << even;
        }
        List step(16, 7);
        std::fill_n(step.begin() + 8, 8, 60);
        QTest::newRow("a slower half is the drive's own") << step << true << step;
        List empty(16, 28);
        std::fill_n(empty.begin(), 8, 2); // 1 MiB in 2 ms: no rotating medium
        QTest::newRow("answered without the medium") << empty << true << List(16, 28);
    }
    void courseLeavesOutWhatIsNoMeasure() {
        QFETCH(std::vector<double>, msABlock);
        QFETCH(bool, rotating);
        QFETCH(std::vector<double>, expected);
        constexpr std::uint32_t blockSectors = 2048;
        PaceCourse course;
        for (std::size_t i = 0; i < msABlock.size(); ++i)
            course.add({i * 1'000'000}, msABlock[i] * 1e6 / blockSectors);
        course.settle(rotating, fromMilliseconds(8.3), blockSectors, 512);
        QVERIFY(course.known());
        for (std::size_t i = 0; i < expected.size(); ++i) {
            const LbaSpan span{{i * 1'000'000 - (i == 0 ? 0 : blockSectors / 2)}, {blockSectors}};
            const double told = toMilliseconds(course.expected(span));
            QVERIFY2(std::abs(told - expected[i]) < 0.5, qPrintable(QString::number(told)));
        }
        // A shorter block takes less.
        QVERIFY(course.expected({{0}, {blockSectors / 4}}) * 3 < course.expected({{0}, {blockSectors}}));
    }
    void fewPlacesMakeNoCourse() {
        PaceCourse course;
        course.add({0}, 1000);
        course.add({1000}, 1000);
        course.settle(true, std::chrono::milliseconds{8}, 2048, 512);
        QVERIFY(!course.known());
        QCOMPARE(course.expected({{0}, {2048}}), Nanoseconds{});
    }
    void solidStateUnitIsSettledByTheFirstThousand() {
        Grader grader(solidStateUnit({}), true, {});
        int blocks = 1;
        while (!grader.hold(std::chrono::microseconds{400}))
            ++blocks;
        QCOMPARE(blocks, 1000);
        grader.release();
        QCOMPARE(grader.unit(), Nanoseconds{1'600'000});
    }
    void histogramKeepsEveryBlock() {
        LatenessHistogram histogram;
        const Nanoseconds unit{1'000'000};
        for (const double turns : {-5.0, 0.0, 2.0, 8.0, 1000.0})
            histogram.add(Nanoseconds{static_cast<std::int64_t>(turns * 1e6)}, unit);
        std::uint64_t sum = 0;
        for (std::size_t i = 0; i < LatenessHistogram::buckets; ++i) {
            sum += histogram.counts()[i];
            if (LatenessHistogram::edges[i] == 2 || LatenessHistogram::edges[i] == 8)
                QCOMPARE(histogram.counts()[i], std::uint64_t{1});
        }
        QCOMPARE(sum, std::uint64_t{5});
        QCOMPARE(histogram.counts().front(), std::uint64_t{1});
        QCOMPARE(histogram.counts().back(), std::uint64_t{1});
    }
};

ORBITA_TEST(TestGrading)

} // namespace test_grading

#include "test_grading.moc"
