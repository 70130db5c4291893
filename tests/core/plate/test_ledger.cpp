// SPDX-License-Identifier: GPL-3.0-or-later
#include <QTest>

#include "core/plate/ledger.h"

#include <map>
#include <random>

using namespace orbita;

namespace {
LedgerEntry bad(std::uint64_t lba, std::uint64_t sectors, Grade grade = Grade::unreadable,
                Standing standing = Standing::confirmed) {
    return {{{lba}, {sectors}}, grade, standing, std::chrono::milliseconds{10}, true};
}
} // namespace

class TestLedger : public QObject {
    Q_OBJECT
private slots:
    void equalNeighboursMerge() {
        Ledger ledger;
        ledger.add(bad(16, 8));
        ledger.add(bad(0, 8));
        ledger.add(bad(8, 8));
        QCOMPARE(ledger.entries().size(), std::size_t{1});
        QCOMPARE(ledger.entries()[0].span, (LbaSpan{{0}, {24}}));
        QCOMPARE(ledger.unreadable().value, std::uint64_t{24});
    }
    void unequalNeighboursStayApart() {
        Ledger ledger;
        ledger.add(bad(0, 8));
        ledger.add(bad(8, 8, Grade::unreadable, Standing::passing));
        ledger.add(bad(16, 8, Grade::laboured));
        LedgerEntry bare = bad(24, 8, Grade::laboured);
        bare.causeGiven = false;
        ledger.add(bare);
        QCOMPARE(ledger.entries().size(), std::size_t{4});
    }
    void latencyOfMergedIsTheLongest() {
        Ledger ledger;
        LedgerEntry slow = bad(8, 8);
        slow.latency = std::chrono::seconds{3};
        ledger.add(bad(0, 8));
        ledger.add(slow);
        QCOMPARE(ledger.entries()[0].latency, Nanoseconds{std::chrono::seconds{3}});
    }
    void laterFindingReplaces() {
        Ledger ledger;
        ledger.add(bad(0, 100, Grade::laboured));
        ledger.add(bad(40, 8));
        QCOMPARE(ledger.entries().size(), std::size_t{3});
        QCOMPARE(ledger.entries()[2].span, (LbaSpan{{48}, {52}}));
        ledger.remove({{0}, {1000}});
        QVERIFY(ledger.entries().empty());
        QCOMPARE(ledger.unreadable().value, std::uint64_t{0});
    }
    void equalsAMapOfSectors() {
        std::mt19937 random(9);
        Ledger ledger;
        std::map<std::uint64_t, Grade> sectors;
        for (int i = 0; i < 2000; ++i) {
            const std::uint64_t lba = random() % 300;
            const std::uint64_t count = 1 + random() % 9;
            if (random() % 4 == 0) {
                ledger.remove({{lba}, {count}});
                for (std::uint64_t s = lba; s < lba + count; ++s)
                    sectors.erase(s);
            } else {
                const Grade grade = random() % 2 == 0 ? Grade::unreadable : Grade::straining;
                ledger.add(bad(lba, count, grade));
                for (std::uint64_t s = lba; s < lba + count; ++s)
                    sectors[s] = grade;
            }
            std::map<std::uint64_t, Grade> listed;
            std::uint64_t unreadable = 0;
            for (std::size_t k = 0; k < ledger.entries().size(); ++k) {
                const LedgerEntry& e = ledger.entries()[k];
                QVERIFY(k == 0 || ledger.entries()[k - 1].span.end() <= e.span.first);
                for (std::uint64_t s = e.span.first.value; s < e.span.end().value; ++s) {
                    listed[s] = e.grade;
                    unreadable += e.grade == Grade::unreadable ? 1 : 0;
                }
            }
            QCOMPARE(listed, sectors);
            QCOMPARE(ledger.unreadable().value, unreadable);
        }
    }
    void patchesAreRunsOfNeighbours() {
        Ledger ledger;
        const std::uint64_t gap = patchGapBytes / 512;
        ledger.add(bad(0, 8));
        ledger.add(bad(8 + gap, 8, Grade::laboured));     // exactly the gap: the same patch
        ledger.add(bad(16 + gap + gap + 1, 8));           // one more: another
        ledger.add(bad(40'000'000, 8, Grade::linkFault)); // no matter of the surface
        const auto patches = patchesOf(ledger.entries(), 512);
        QCOMPARE(patches.size(), std::size_t{2});
        QCOMPARE(patches[0].count, std::size_t{2});
        QCOMPARE(patches[0].worst, Grade::unreadable);
        QCOMPARE(patches[0].unreadable.value, std::uint64_t{8});
        QCOMPARE(patches[0].span.end().value, 16 + gap);
    }
};

QTEST_APPLESS_MAIN(TestLedger)
#include "test_ledger.moc"
