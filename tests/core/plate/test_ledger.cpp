// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/ledger.h"
#include "core/plate/treatment.h"
#include "support/test_program.h"

#include <array>
#include <map>
#include <random>

namespace test_ledger {

using namespace orbita;

LedgerEntry bad(std::uint64_t lba, std::uint64_t sectors, Grade grade = Grade::unreadable,
                Standing standing = Standing::confirmed) {
    return {{{lba}, {sectors}}, grade, standing, std::chrono::milliseconds{10}, true};
}
class TestLedger : public QObject {
    Q_OBJECT
    static void compare(const Ledger& ledger, const std::map<std::uint64_t, Grade>& sectors,
                        std::uint32_t bytes) {
        const auto entries = ledger.entries();
        std::map<std::uint64_t, Grade> listed;
        std::uint64_t unreadable = 0;
        for (std::size_t k = 0; k < entries.size(); ++k) {
            const LedgerEntry& e = entries[k];
            QVERIFY(k == 0 || entries[k - 1].span.end() <= e.span.first);
            for (std::uint64_t s = e.span.first.value; s < e.span.end().value; ++s) {
                listed[s] = e.grade;
                unreadable += e.grade == Grade::unreadable ? 1 : 0;
            }
        }
        QCOMPARE(listed, sectors);
        QCOMPARE(ledger.unreadable().value, unreadable);
        std::uint64_t patches = 0;
        SectorCount most;
        for (const Patch& patch : patchesOf(entries, bytes)) {
            patches += patch.unreadable.value > 0 ? 1 : 0;
            most = std::max(most, patch.unreadable);
        }
        QCOMPARE(ledger.unreadablePatches(), patches);
        QCOMPARE(ledger.mostInOnePatch().value, most.value);
    }

private slots:
    // Of each sector, what was done last; as a map from sector to treatment says it.
    void treatmentsAsAMapHasThem() {
        std::mt19937 random(17);
        for (int round = 0; round < 300; ++round) {
            TreatmentLayer layer;
            std::map<std::uint64_t, std::pair<TreatmentResult, std::int64_t>> sectors;
            for (std::int64_t step = 0; step < 40; ++step) {
                Treatment treatment;
                treatment.span = {{random() % 100}, {random() % 12}};
                treatment.result = static_cast<TreatmentResult>(random() % 8);
                treatment.at = step;
                layer.add(treatment);
                for (std::uint64_t s = treatment.span.first.value; s < treatment.span.end().value; ++s)
                    sectors[s] = {treatment.result, step};
            }
            std::map<std::uint64_t, std::pair<TreatmentResult, std::int64_t>> listed;
            Lba end;
            for (const Treatment& treatment : layer.all()) {
                QVERIFY(!treatment.span.empty() && treatment.span.first >= end);
                end = treatment.span.end();
                for (std::uint64_t s = treatment.span.first.value; s < end.value; ++s)
                    listed[s] = {treatment.result, treatment.at};
            }
            QVERIFY(listed == sectors);
            const LbaSpan asked{{random() % 110}, {random() % 20}};
            std::optional<TreatmentResult> worst;
            for (std::uint64_t s = asked.first.value; s < asked.end().value; ++s)
                if (sectors.contains(s))
                    worst = worst ? std::max(*worst, sectors[s].first) : sectors[s].first;
            QCOMPARE(layer.worstIn(asked) == worst, true);
            const LbaSpan few{{random() % 110}, {random() % 4}};
            bool healed = !few.empty();
            for (std::uint64_t s = few.first.value; s < few.end().value; ++s)
                healed = healed && sectors.contains(s) && isHealed(sectors[s].first);
            QCOMPARE(layer.heals(few), healed);
        }
        QVERIFY(isHealed(TreatmentResult::remapped) && !isHealed(TreatmentResult::stillUnreadable));
    }
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
        for (const std::uint64_t slowAt : {0U, 8U, 16U}) {
            LedgerEntry slow = bad(slowAt, 8);
            slow.latency = std::chrono::seconds{3};
            Ledger ledger;
            for (const std::uint64_t at : {16U, 0U, 8U})
                ledger.add(at == slowAt ? slow : bad(at, 8));
            QCOMPARE(ledger.entries().size(), std::size_t{1});
            QCOMPARE(ledger.entries()[0].latency, Nanoseconds{std::chrono::seconds{3}});
        }
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
    // Whatever is added and taken away, in any order: as a map of single sectors has it, and as the patches
    // come out when they are counted afresh.
    void equalsAMapOfSectors() {
        constexpr std::uint32_t bytes = 1U << 20U; // a patch ends after 8 sectors
        constexpr std::array grades{Grade::unreadable, Grade::straining, Grade::stalled, Grade::linkFault};
        for (unsigned seed = 1; seed <= 10; ++seed) {
            std::mt19937 random(seed);
            Ledger ledger(bytes);
            std::map<std::uint64_t, Grade> sectors;
            const std::uint64_t places = seed % 2 == 0 ? 300 : 3000;
            for (int i = 0; i < 500; ++i) {
                const std::uint64_t lba = random() % places;
                const std::uint64_t count = random() % 20 == 0 ? 1 + random() % 90 : 1 + random() % 9;
                if (random() % 3 == 0) {
                    ledger.remove({{lba}, {count}});
                    for (std::uint64_t s = lba; s < lba + count; ++s)
                        sectors.erase(s);
                } else {
                    const Grade grade = grades[random() % grades.size()];
                    ledger.add(bad(lba, count, grade));
                    for (std::uint64_t s = lba; s < lba + count; ++s)
                        sectors[s] = grade;
                }
                compare(ledger, sectors, bytes);
                if (QTest::currentTestFailed())
                    return;
            }
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

ORBITA_TEST(TestLedger)

} // namespace test_ledger

#include "test_ledger.moc"
