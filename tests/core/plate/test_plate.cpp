// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/plate.h"
#include "support/test_program.h"

#include <random>
#include <thread>

namespace test_plate {

using namespace orbita;

Summary byHand(const Plate& plate, std::uint64_t first, std::uint64_t count) {
    Summary s;
    double sum = 0;
    double known = 0;
    double visited = 0;
    for (std::uint64_t b = first; b < first + count; ++b) {
        const Cell cell = plate.at(b);
        s.gradesPresent |= static_cast<std::uint8_t>(1U << static_cast<unsigned>(cell.grade));
        s.worst = std::max(s.worst, cell.grade);
        if (cell.grade == Grade::none)
            continue;
        ++visited;
        if (cell.latency == 0)
            continue;
        s.slowest = std::max(s.slowest, cell.latency);
        sum += decodeLatencyNs(cell.latency);
        ++known;
    }
    s.meanNs = known > 0 ? sum / known : 0;
    s.visited = visited / static_cast<double>(count);
    return s;
}

void compare(const Summary& fast, const Summary& slow) {
    QCOMPARE(fast.worst, slow.worst);
    QCOMPARE(fast.gradesPresent, slow.gradesPresent);
    QCOMPARE(fast.slowest, slow.slowest);
    QVERIFY2(std::abs(fast.meanNs - slow.meanNs) <= 0.02 * slow.meanNs + 1,
             qPrintable(QString("%1 %2").arg(fast.meanNs).arg(slow.meanNs)));
    QVERIFY(std::abs(fast.visited - slow.visited) < 0.001);
    QCOMPARE(fast.visited == 1.0, slow.visited == 1.0);
    QCOMPARE(fast.visited == 0.0, slow.visited == 0.0);
}

class TestPlate : public QObject {
    Q_OBJECT
private slots:
    void gridKnowsItsPartialLastBlock() {
        const BlockGrid grid{{{100}, {50}}, 16};
        QCOMPARE(grid.blocks(), std::uint64_t{4});
        QCOMPARE(grid.spanOf(3), (LbaSpan{{148}, {2}}));
        QCOMPARE(grid.blockAt({147}), std::uint64_t{2});
        QCOMPARE(grid.blockAt({148}), std::uint64_t{3});
    }
    void pyramidEqualsCells_data() {
        QTest::addColumn<quint64>("blocks");
        for (const quint64 n : {1ULL, 2ULL, 31ULL, 32ULL, 33ULL, 1024ULL, 1025ULL, 40000ULL, 100003ULL})
            QTest::addRow("%llu blocks", n) << n;
    }
    void pyramidEqualsCells() {
        QFETCH(quint64, blocks);
        std::mt19937_64 random(blocks);
        Plate plate(blocks);
        // Written in any order, in runs of any length, the rest left out.
        for (int i = 0; i < 400; ++i) {
            const std::uint64_t first = random() % blocks;
            const std::uint64_t count = 1 + random() % std::min<std::uint64_t>(blocks - first, 300);
            for (std::uint64_t b = first; b < first + count; ++b) {
                const auto grade = random() % 50 == 0 ? static_cast<Grade>(2 + random() % 6) : Grade::steady;
                const auto latency =
                    static_cast<LatencyCode>(grade == Grade::linkFault ? 0 : 700 + random() % 100);
                plate.set(b, {grade, Standing::once, latency});
            }
            plate.settle(first, count);
        }
        for (int i = 0; i < 300; ++i) {
            const std::uint64_t first = random() % blocks;
            const std::uint64_t count = 1 + random() % (blocks - first);
            compare(plate.summarise(first, count), byHand(plate, first, count));
            const auto counts = plate.countGrades(first, count);
            std::array<std::uint64_t, gradeCount> expected{};
            for (std::uint64_t b = first; b < first + count; ++b)
                ++expected[static_cast<std::size_t>(plate.at(b).grade)];
            QCOMPARE(counts, expected);
            const std::uint8_t wanted = 1U << static_cast<unsigned>(Grade::unreadable);
            std::uint64_t next = first;
            while (next < blocks && plate.at(next).grade != Grade::unreadable)
                ++next;
            QCOMPARE(plate.findNext(first, wanted), next);
        }
    }
    void oneBadBlockIsSeenFromFarAway() {
        Plate plate(3'000'000);
        for (std::uint64_t b = 0; b < plate.blocks(); ++b)
            plate.set(b, {Grade::steady, Standing::once, 800});
        plate.set(2'345'678, {Grade::unreadable, Standing::confirmed, 1500});
        plate.settle(0, plate.blocks());
        const Summary all = plate.summarise(0, plate.blocks());
        QCOMPARE(all.worst, Grade::unreadable);
        QCOMPARE(all.slowest, LatencyCode{1500});
        QCOMPARE(all.visited, 1.0);
        QCOMPARE(plate.findNext(0, 0x80), std::uint64_t{2'345'678});
    }
    void memoryIsWithinTwoAndAHalfBytesABlock() {
        const Plate plate(50'000'000);
        QVERIFY(static_cast<double>(plate.memoryBytes()) / static_cast<double>(plate.blocks()) <= 2.5);
    }
    void stampsTellWhatChanged() {
        Plate plate(1'000'000);
        const std::uint64_t block = 500'000;
        plate.set(block, {Grade::late, Standing::once, 900});
        plate.settle(block, 1);
        for (std::size_t s = 0; s < plate.stripes(); ++s)
            QCOMPARE(plate.stamp(s) != 0, s == block / plate.stripeBlocks());
    }
    // One writes while another reads: each cell and summary is whole.
    void readerNeverWaits() {
        Plate plate(200'000);
        std::jthread writer([&] {
            for (std::uint64_t b = 0; b < plate.blocks(); b += 50) {
                for (std::uint64_t i = b; i < b + 50; ++i)
                    plate.set(i, {Grade::steady, Standing::confirmed, 1000});
                plate.settle(b, 50);
            }
        });
        double visited = 0;
        while (visited < 1) {
            const Summary s = plate.summarise(0, plate.blocks());
            QVERIFY(s.visited >= visited - 1e-6);
            QVERIFY(s.worst <= Grade::steady);
            QVERIFY(s.meanNs == 0 || std::abs(s.meanNs / decodeLatencyNs(1000) - 1) < 0.02);
            visited = s.visited;
        }
    }
};

ORBITA_TEST(TestPlate)

} // namespace test_plate

#include "test_plate.moc"
