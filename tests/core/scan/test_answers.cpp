// SPDX-License-Identifier: GPL-3.0-or-later
// The answers of a running scan for those who watch: none late goes by unseen, at any pace.
#include "core/scan/answer_strip.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <atomic>
#include <random>
#include <set>
#include <thread>

namespace test_answers {

using namespace orbita;
using namespace orbita::test;

AnswerSeen answer(std::uint64_t block, Grade grade = Grade::steady, int ms = 5) {
    return {block, {grade, Standing::once, encodeLatency(std::chrono::milliseconds{ms})}};
}

std::vector<AnswerSeen> answers(std::uint64_t from, std::uint64_t to,
                                const std::set<std::uint64_t>& late = {}) {
    std::vector<AnswerSeen> all;
    for (std::uint64_t block = from; block < to; ++block)
        all.push_back(late.contains(block) ? answer(block, Grade::laboured, 90) : answer(block));
    return all;
}

class TestAnswers : public QObject {
    Q_OBJECT
private slots:
    void eachOnceAndInOrder() {
        AnswerTail tail;
        QVERIFY(tail.since(0).answers.empty());
        std::uint64_t next = 0;
        std::uint64_t seen = 0;
        std::mt19937_64 random(1);
        for (std::uint64_t block = 0; block < 200'000;) {
            const std::uint64_t n = random() % 300;
            tail.add(answers(block, block + n));
            block += n;
            if (random() % 3 == 0)
                continue;
            const auto news = tail.since(next);
            QCOMPARE(news.passedOver, std::uint64_t{0});
            for (const AnswerSeen& one : news.answers)
                QCOMPARE(one.block, seen++);
            next = news.next;
        }
    }
    // Who looks away for long misses what was as it should be, and nothing else.
    void whatWasLateIsKeptLonger() {
        AnswerTail tail;
        const std::set<std::uint64_t> late = {3, 500, 99'999, 100'000, 300'000, 399'999};
        for (std::uint64_t block = 0; block < 400'000; block += 1000)
            tail.add(answers(block, block + 1000, late));
        const auto news = tail.since(0);
        QCOMPARE(news.answers.size() + news.passedOver, std::size_t{400'000});
        std::set<std::uint64_t> told;
        std::uint64_t last = 0;
        for (const AnswerSeen& one : news.answers) {
            QVERIFY(one.block >= last);
            last = one.block;
            if (one.cell.grade >= Grade::late)
                told.insert(one.block);
        }
        QCOMPARE(told, late);
        QVERIFY(tail.since(news.next).answers.empty());
    }
    // One column each while they come slowly; never two that are laboured in one.
    void columnsFollowThePace() {
        AnswerStrip slow(300);
        for (int look = 0; look < 50; ++look)
            slow.add({0,
                      answers(static_cast<std::uint64_t>(look) * 2, static_cast<std::uint64_t>(look) * 2 + 2),
                      0},
                     0.03);
        QCOMPARE(slow.columns().size(), std::size_t{100});
        for (const AnswerColumn& column : slow.columns())
            QCOMPARE(column.blocks, std::uint64_t{1});

        std::mt19937_64 random(3);
        AnswerStrip fast(300);
        std::set<std::uint64_t> bad;
        std::uint64_t blocks = 0;
        for (std::uint64_t look = 0; look < 60; ++look) {
            std::set<std::uint64_t> now;
            for (int i = 0; i < 4; ++i)
                now.insert(look * 1000 + random() % 1000);
            bad.insert(now.begin(), now.end());
            fast.add({0, answers(look * 1000, look * 1000 + 1000, now), 0}, 0.03);
        }
        QVERIFY(fast.begun() < 60U * 9);
        std::set<std::uint64_t> shown;
        for (const AnswerColumn& column : fast.columns()) {
            blocks += column.blocks;
            QVERIFY(column.late <= 1);
            if (column.slowest.cell.grade >= Grade::laboured)
                shown.insert(column.slowest.block);
        }
        // All of those that the columns still stand for.
        const std::uint64_t oldest = 60'000 - blocks;
        for (const std::uint64_t block : bad)
            QCOMPARE(shown.contains(block), block >= oldest);
    }
    // Written and read at once.
    void oneWritesWhileOthersRead() {
        AnswerTail tail;
        std::atomic<bool> done = false;
        std::jthread writer([&] {
            for (std::uint64_t block = 0; block < 3'000'000; block += 100)
                tail.add(answers(block, block + 100));
            done = true;
        });
        std::uint64_t next = 0;
        std::uint64_t told = 0;
        bool last = false;
        while (!last) {
            last = done;
            const auto news = tail.since(next);
            QVERIFY(news.next >= next);
            told += news.answers.size() + news.passedOver;
            next = news.next;
        }
        QCOMPARE(told, std::uint64_t{3'000'000});
    }
    // A scan tells every block, as the plate has it, and the slowest of all.
    void aScanTellsEachBlock() {
        sim::Scenario scenario = smallScenario(600'000);
        sim::Defect slow;
        slow.span = {{300'000}, {8}};
        slow.kind = sim::DefectKind::slow;
        slow.delay = std::chrono::milliseconds{700};
        sim::Defect bad = slow;
        bad.kind = sim::DefectKind::unreadable;
        bad.span = {{450'000}, {8}};
        scenario.defects = {slow, bad};
        sim::settleDefects(scenario);
        const auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.blockSectors = 256;
        const auto settled = settlePlan(plan, drive->identity(), drive->limits());
        PauseGate pause;
        ScanFeed feed;
        Engine engine(*drive, *settled, {}, pause, feed, {});
        engine.run({});
        const auto news = feed.answersSince(0);
        const auto plate = feed.plate();
        QCOMPARE(news.answers.size(), plate->blocks());
        std::set<std::uint64_t> blocks;
        for (const AnswerSeen& one : news.answers) {
            QVERIFY(blocks.insert(one.block).second);
            QCOMPARE(one.cell.grade, plate->at(one.block).grade);
        }
        QCOMPARE(feed.status().slowest.lba, settled->grid.spanOf(450'000 / 256).first);
        QCOMPARE(feed.status().latest.lba, settled->grid.spanOf(plate->blocks() - 1).first);
    }
};

ORBITA_TEST(TestAnswers)

} // namespace test_answers

#include "test_answers.moc"
