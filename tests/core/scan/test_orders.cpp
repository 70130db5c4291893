// SPDX-License-Identifier: GPL-3.0-or-later
// In which order blocks are visited, and that each is visited once, whatever the order.
#include "core/scan/asked_blocks.h"
#include "core/scan/damage_model.h"
#include "core/scan/route.h"
#include "core/scan/sampling.h"
#include "core/scan/verify_check.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <cmath>
#include <map>
#include <random>
#include <set>

namespace test_orders {

using namespace orbita;
using namespace orbita::test;

SettledPlan planOf(std::uint64_t blocks, ScanOrder order) {
    SettledPlan plan;
    plan.grid = {{{100}, {blocks * 8}}, 8};
    plan.asked.order = order;
    return plan;
}

// All blocks in the order in which they are read; every one is good.
std::vector<std::uint64_t> visited(Route& route) {
    std::vector<std::uint64_t> blocks;
    while (const auto range = route.next()) {
        for (std::uint64_t i = 0; i < range->count; ++i)
            blocks.push_back(range->at(i));
        RangeResult news;
        news.done = range->count;
        news.readTime = std::chrono::milliseconds{range->count};
        route.learn(news);
    }
    return blocks;
}

std::vector<std::uint64_t> orderOf(const SettledPlan& plan) {
    return visited(*makeRoute(plan, blocksToVisit(plan.grid, plan.asked.parts, {})));
}

bool onceEach(std::vector<std::uint64_t> blocks, std::uint64_t of) {
    std::sort(blocks.begin(), blocks.end());
    for (std::uint64_t i = 0; i < blocks.size(); ++i)
        if (blocks[i] != i)
            return false;
    return blocks.size() == of;
}

class TestOrders : public QObject {
    Q_OBJECT
private slots:
    void eachBlockOnce_data() {
        QTest::addColumn<int>("order");
        QTest::addColumn<quint64>("blocks");
        for (const ScanOrder order : {ScanOrder::forward, ScanOrder::backward, ScanOrder::suspectsFirst,
                                      ScanOrder::sweep, ScanOrder::careful})
            for (const quint64 blocks : {1ULL, 2ULL, 3ULL, 7ULL, 255ULL, 256ULL, 257ULL, 10'000ULL})
                QTest::addRow("%s %llu", std::string(scanOrderName(order)).c_str(), blocks)
                    << static_cast<int>(order) << blocks;
    }
    void eachBlockOnce() {
        QFETCH(int, order);
        QFETCH(quint64, blocks);
        SettledPlan plan = planOf(blocks, static_cast<ScanOrder>(order));
        plan.asked.suspects = {{{100}, {1}}, {{100 + blocks * 4}, {9}}, {{1'000'000}, {1}}};
        QVERIFY(onceEach(orderOf(plan), blocks));
        for (const double percent : {0.1, 13.0, 33.4, 50.0}) {
            plan.asked.sweepDistancePercent = percent;
            QVERIFY(onceEach(orderOf(plan), blocks));
        }
    }
    void forwardAndBackward() {
        QCOMPARE(orderOf(planOf(4, ScanOrder::forward)), (std::vector<std::uint64_t>{0, 1, 2, 3}));
        QCOMPARE(orderOf(planOf(4, ScanOrder::backward)), (std::vector<std::uint64_t>{3, 2, 1, 0}));
    }
    void sweepGoesThereAndBack() {
        SettledPlan plan = planOf(8, ScanOrder::sweep);
        QCOMPARE(orderOf(plan), (std::vector<std::uint64_t>{0, 4, 1, 5, 2, 6, 3, 7}));
        plan.asked.sweepDistancePercent = 25;
        QCOMPARE(orderOf(plan), (std::vector<std::uint64_t>{0, 2, 1, 3, 4, 6, 5, 7}));
    }
    void suspectsComeFirst() {
        SettledPlan plan = planOf(6, ScanOrder::suspectsFirst);
        plan.asked.suspects = {{{100 + 4 * 8}, {1}}, {{100 + 16 + 7}, {2}}}; // blocks 4, and 2 to 3
        QCOMPARE(orderOf(plan), (std::vector<std::uint64_t>{2, 3, 4, 0, 1, 5}));
        plan.asked.suspects.clear();
        QCOMPARE(orderOf(plan), (std::vector<std::uint64_t>{0, 1, 2, 3, 4, 5}));
    }
    void partsAreKeptTo() {
        SettledPlan plan = planOf(10, ScanOrder::forward);
        plan.asked.parts = {{{100 + 8}, {9}}, {{100 + 72}, {8}}, {{100 + 20}, {1}}};
        QCOMPARE(orderOf(plan), (std::vector<std::uint64_t>{1, 2, 9}));
    }
    // What is vouched for is not visited again; a block known only in part is.
    void whatIsDoneIsLeftOut() {
        const BlockGrid grid{{{100}, {77}}, 8}; // the last block has five sectors
        SpanSet done;
        done.add({{100}, {16}});      // blocks 0 and 1
        done.add({{100 + 28}, {21}}); // the end of 3, 4, 5, the beginning of 6
        done.add({{100 + 72}, {5}});  // the last
        QCOMPARE(blocksToVisit(grid, {}, done), (BlockRuns{{2, 4}, {6, 9}}));
        std::mt19937 random(3);
        for (int round = 0; round < 500; ++round) {
            SpanSet known;
            for (int i = 0; i < 4; ++i)
                known.add(intersection({{100 + random() % 80}, {1 + random() % 30}}, grid.span));
            std::set<std::uint64_t> expected;
            for (std::uint64_t block = 0; block < grid.blocks(); ++block)
                if (!known.contains(grid.spanOf(block)))
                    expected.insert(block);
            std::set<std::uint64_t> found;
            for (const auto& [first, end] : blocksToVisit(grid, {}, known))
                for (std::uint64_t block = first; block < end; ++block)
                    found.insert(block);
            QCOMPARE(found, expected);
        }
    }
    // One from each equal part, and the first eighth has been everywhere.
    void samplesAreStratified() {
        constexpr std::uint64_t blocks = 1'000'003;
        constexpr std::uint64_t samples = 8'000;
        const auto drawn = drawSamples(blocks, samples, 7);
        QCOMPARE(drawn.size(), samples);
        std::vector<std::uint64_t> sorted = drawn;
        std::sort(sorted.begin(), sorted.end());
        QVERIFY(std::adjacent_find(sorted.begin(), sorted.end()) == sorted.end());
        for (std::uint64_t i = 0; i < samples; ++i) {
            QVERIFY(sorted[i] + 1 >= i * blocks / samples);
            QVERIFY(sorted[i] <= (i + 1) * blocks / samples);
        }
        QVERIFY(drawn[999] > blocks * 99 / 100);
        QVERIFY(std::is_sorted(drawn.begin(), drawn.begin() + 1000));
        QCOMPARE(drawSamples(blocks, samples, 7), drawn);
        QVERIFY(drawSamples(blocks, samples, 8) != drawn);
        QVERIFY(onceEach(drawSamples(100, 5000, 1), 100));
    }
    // Against the closed form without defects, and by drawing from drives that are at the bound.
    void sampleAllowsWhatItSays() {
        QVERIFY(std::abs(mostDefective(20'000, 0) - (1 - std::pow(0.05, 1.0 / 20'000))) < 1e-9);
        QVERIFY(mostDefective(20'000, 0) < 0.00015);
        QCOMPARE(mostDefective(0, 0), 1.0);
        QCOMPARE(mostDefective(5, 5), 1.0);
        std::mt19937_64 random(11);
        for (const std::uint64_t defects : {1ULL, 4ULL, 20ULL}) {
            constexpr std::uint64_t samples = 2'000;
            const double bound = mostDefective(samples, defects);
            QVERIFY(bound > static_cast<double>(defects) / samples);
            // At the bound itself, so few defects turn up in one of twenty samples.
            std::binomial_distribution<std::uint64_t> draw(samples, bound);
            int few = 0;
            for (int i = 0; i < 20'000; ++i)
                few += draw(random) <= defects ? 1 : 0;
            QVERIFY2(few > 880 && few < 1120, qPrintable(QString::number(few)));
        }
    }
    void damageIsLikelierNearDamage() {
        DamageModel model(1 << 20);
        const double before = model.chanceOfFailure(500'000);
        model.read(0, 500'000, std::chrono::seconds{500});
        model.failed(500'000, std::chrono::seconds{3});
        QVERIFY(before < 1e-3);
        QVERIFY(model.chanceOfFailure(500'001) > 0.2);
        QVERIFY(model.chanceOfFailure(500'001) > model.chanceOfFailure(500'100));
        QVERIFY(model.chanceOfFailure(500'100) > model.chanceOfFailure(510'000));
        QVERIFY(model.chanceOfFailure(900'000) < 0.01);
        QVERIFY(std::abs(model.secondsToRead() - 0.001) < 1e-9);
        QVERIFY(std::abs(model.secondsToFail() - 3) < 1e-9);
    }
    // A block that failed is looked into when all that is likelier to be read has been read.
    void carefulRouteLeavesTheWorstForLast() {
        const SettledPlan plan = planOf(4'000, ScanOrder::careful);
        const auto route = makeRoute(plan, blocksToVisit(plan.grid, {}, {}));
        QVERIFY(route->defersFailures());
        const auto bad = [](std::uint64_t block) { return block >= 1'000 && block < 1'064; };
        std::vector<std::uint64_t> order;
        std::set<std::uint64_t> lookedInto;
        std::uint64_t readBeforeFirstLook = 0;
        while (const auto range = route->next()) {
            if (range->splitBlock) {
                if (lookedInto.empty())
                    readBeforeFirstLook = order.size();
                QVERIFY(lookedInto.insert(range->first).second);
                route->learnInside({1}, std::chrono::seconds{20});
                continue;
            }
            RangeResult news;
            for (std::uint64_t i = 0; i < range->count && !news.failed; ++i) {
                const std::uint64_t block = range->at(i);
                if (bad(block)) {
                    news.failed = block;
                    news.putOff = true;
                    news.failedTime = std::chrono::seconds{3};
                } else {
                    ++news.done;
                    news.readTime += std::chrono::milliseconds{5};
                    order.push_back(block);
                }
            }
            route->learn(news);
        }
        QCOMPARE(lookedInto.size(), std::size_t{64});
        QCOMPARE(order.size(), std::size_t{4'000 - 64});
        QVERIFY2(readBeforeFirstLook > 3'900, qPrintable(QString::number(readBeforeFirstLook)));
    }
    void askedBlocksAreCountedThrough() {
        ScanPlan plan;
        planSpans(plan, {{{100 * 128}, {10 * 128}}, {{500 * 128}, {3 * 128}}, {{900 * 128}, {1}}});
        plan.blockSectors = 128;
        DriveIdentity drive;
        drive.capacity.value = 200'000;
        DriveLimits limits;
        limits.maxSectors = 4096;
        const auto settled = settlePlan(plan, drive, limits);
        QVERIFY(settled.has_value());
        const AskedBlocks asked(*settled);
        std::vector<std::uint64_t> all;
        for (std::uint64_t n = 0; n < asked.count(); ++n)
            all.push_back(asked.at(n));
        std::vector<std::uint64_t> wanted;
        for (std::uint64_t block = 0; block < settled->grid.blocks(); ++block) {
            const bool in = block < 10 || (block >= 400 && block < 403) || block == 800;
            QCOMPARE(asked.contains(block), in);
            if (in)
                wanted.push_back(block);
        }
        QCOMPARE(all, wanted);
        QVERIFY(asked.together(0, 9) && !asked.together(0, 10) && !asked.together(13, 1));
        QVERIFY(asked.together(10, 2) && !asked.together(12, 1));
    }
    void verifyIsBelievedOnlyAtThePaceOfTheMedium() {
        const Nanoseconds turn = fromSeconds(60.0 / 7200);
        const auto all = [](double ms) { return std::vector<Nanoseconds>(9, fromMilliseconds(ms)); };
        QVERIFY(believableVerify(all(4), all(5), turn));
        QVERIFY(!believableVerify(all(0.2), all(5), turn));
        // What holds nothing is answered at once, by either.
        QVERIFY(believableVerify(all(0.1), all(0.2), turn));
        QVERIFY(believableVerify(all(0.1), all(1.0), turn)); // reads that waited for no medium are no measure
        QVERIFY(!believableVerify(all(0.1), all(1.1), turn));
        QVERIFY(
            believableVerify(all(0.1), std::vector<Nanoseconds>(7, fromMilliseconds(5)), turn)); // too few
        // One slow answer, as of a spin-up, makes no difference.
        auto once = all(0.1);
        once[4] = std::chrono::seconds{9};
        QVERIFY(!believableVerify(once, all(5), turn));
        // Solid state: what a longer one takes more. In ms: short and long verify, short and long read.
        const auto probes = [](double sv, double lv, double sr, double lr) {
            return std::vector<LengthProbe>(
                9, {fromMilliseconds(sv), fromMilliseconds(lv), fromMilliseconds(sr), fromMilliseconds(lr)});
        };
        constexpr std::uint64_t mib = 1U << 20U;
        QVERIFY(believableVerify(probes(0.1, 2.1, 0.1, 2.2), mib));
        QVERIFY(believableVerify(probes(0.1, 2.1, 0.2, 31), mib)); // over a slow link
        QVERIFY(believableVerify(probes(0.06, 0.2, 0.07, 0.3), mib));
        QVERIFY(!believableVerify(probes(0.06, 0.06, 0.1, 2.2), mib));
        QVERIFY(!believableVerify(probes(0.06, 0.061, 0.07, 0.3), mib));
        QVERIFY(believableVerify(std::vector<LengthProbe>{}, mib)); // nothing to doubt it by
    }
};

ORBITA_TEST(TestOrders)

} // namespace test_orders

#include "test_orders.moc"
