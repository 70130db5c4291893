// SPDX-License-Identifier: GPL-3.0-or-later
// The queue of a scan against a link that does what it is told: fails, is late, stays silent.
#include "core/drive/plain/read_block.h"
#include "core/families/plain/plain_drive.h"
#include "core/scan/drive_queue.h"
#include "support/test_program.h"

#include <cerrno>
#include <deque>
#include <map>
#include <numeric>
#include <random>

namespace test_drive_queue {

using namespace orbita;

using std::chrono::milliseconds;
using std::chrono::seconds;

struct OwnClock final : Clock {
    [[nodiscard]] Nanoseconds now() const override { return m_now; }
    void sleep(Nanoseconds duration) override { m_now += duration; }
    Nanoseconds m_now{};
};

// One sector is one block. Answers each command in 1 ms, but for the sectors named.
class ScriptedLink final : public Link {
public:
    ScriptedLink() : Link({Protocol::plain}) {}
    void withdrawQueued() override { withdrawn = true; }
    void abandon() override { abandoned = true; }
    [[nodiscard]] std::size_t queueLimit() const override { return 8; }
    [[nodiscard]] Clock& clock() override { return ownClock; }

    OwnClock ownClock;
    std::map<std::uint64_t, int> failures;        // how often a sector fails before it reads
    std::map<std::uint64_t, Nanoseconds> latency; // where it is not 1 ms; zero: never answered
    std::vector<std::uint64_t> asked;             // sectors, in the order in which the drive got them
    std::size_t atOnce = 3;                       // answers handed over at a time
    bool withdrawn = false;
    bool abandoned = false;

protected:
    void send(std::span<const Request> requests) override {
        m_queue.insert(m_queue.end(), requests.begin(), requests.end());
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        std::size_t n = 0;
        for (; n < std::min(replies.size(), atOnce) && !m_queue.empty() && !abandoned; ++n) {
            const Request& request = m_queue.front();
            const std::uint64_t sector = plain::offsetOf(request.block) / 512;
            const bool unsent = withdrawn || m_halted;
            const auto special = latency.find(sector);
            const Nanoseconds took = special == latency.end() ? milliseconds{1} : special->second;
            if (!unsent && took.count() == 0) {
                if (n == 0)
                    ownClock.sleep(patience);
                break;
            }
            Reply& reply = replies[n] = {};
            reply.tag = request.tag;
            reply.expected = request.expected;
            if (!unsent) {
                asked.push_back(sector);
                ownClock.sleep(took);
                reply.latency = took;
                const bool fails = failures[sector] > 0;
                failures[sector] -= fails ? 1 : 0;
                reply.transport = fails ? TransportStatus::failed : TransportStatus::answered;
                reply.systemError = fails ? ENODATA : 0;
                reply.transferred = fails ? 0 : request.expected;
                m_halted = fails || took > request.haltAfter;
            }
            reply.completedAt = ownClock.m_now;
            m_queue.pop_front();
        }
        if (m_queue.empty())
            m_halted = withdrawn = false;
        return n;
    }

private:
    std::deque<Request> m_queue;
    bool m_halted = false;
};

struct Bench {
    explicit Bench(std::uint64_t sectors = 100) {
        auto own = std::make_unique<ScriptedLink>();
        link = own.get();
        DriveIdentity identity;
        identity.capacity.value = sectors;
        DriveLimits limits;
        limits.maxSectors = 1;
        drive = makePlainDrive(std::move(own), identity, limits);
        queue = std::make_unique<DriveQueue>(*drive, BlockGrid{{{0}, {sectors}}, 1}, ReadWay::read,
                                             QueueTimes{.limit = seconds{2}, .giveUp = seconds{30}});
    }
    // Takes until the queue is idle; the blocks that were answered well.
    std::vector<std::uint64_t> takeAll() {
        std::vector<std::uint64_t> good;
        while (!queue->idle())
            if (const auto answers = queue->take())
                for (std::size_t i = 0; i < answers->size(); ++i) {
                    good.push_back(queue->current());
                    queue->advance();
                }
        return good;
    }

    ScriptedLink* link = nullptr;
    std::unique_ptr<Drive> drive;
    std::unique_ptr<DriveQueue> queue;
};

class TestDriveQueue : public QObject {
    Q_OBJECT
private slots:
    void answersComeInTheOrderOfTheRange_data() {
        QTest::addColumn<bool>("backward");
        QTest::addColumn<int>("stride");
        QTest::newRow("forward") << false << 0;
        QTest::newRow("backward") << true << 0;
        QTest::newRow("every other one further on") << false << 50;
    }
    void answersComeInTheOrderOfTheRange() {
        QFETCH(bool, backward);
        QFETCH(int, stride);
        Bench bench;
        const BlockRange range{
            .first = 20, .count = 20, .backward = backward, .stride = static_cast<std::uint64_t>(stride)};
        bench.queue->begin(range);
        std::vector<std::uint64_t> good;
        while (!bench.queue->finished()) {
            bench.queue->fill();
            const auto some = bench.takeAll();
            good.insert(good.end(), some.begin(), some.end());
        }
        std::vector<std::uint64_t> expected;
        for (std::uint64_t i = 0; i < range.count; ++i)
            expected.push_back(range.at(i));
        QCOMPARE(good, expected);
        QCOMPARE(bench.link->asked, expected);
    }
    void aFailureHaltsAndTheRestIsSentAgain() {
        Bench bench;
        bench.link->failures[5] = 1;
        bench.queue->begin({.first = 0, .count = 12});
        bench.queue->fill();
        QCOMPARE(bench.takeAll(), (std::vector<std::uint64_t>{0, 1, 2, 3, 4}));
        QVERIFY(bench.queue->trouble().has_value());
        bench.queue->fill(); // sends nothing while there is trouble
        QVERIFY(bench.queue->idle());
        const auto trouble = bench.queue->takeTrouble();
        QCOMPARE(trouble.block, std::uint64_t{5});
        QCOMPARE(trouble.answer.verdict.outcome, Outcome::unreadable);
        QCOMPARE(bench.queue->current(), std::uint64_t{5});
        bench.queue->finishBlock();
        bench.queue->fill();
        QCOMPARE(bench.takeAll(), (std::vector<std::uint64_t>{6, 7, 8, 9, 10, 11}));
        QVERIFY(bench.queue->finished());
    }
    void anAnswerPastTheLimitIsTrouble() {
        Bench bench;
        bench.link->latency[2] = seconds{3};
        bench.queue->begin({.first = 0, .count = 4});
        bench.queue->fill();
        QCOMPARE(bench.takeAll(), (std::vector<std::uint64_t>{0, 1}));
        const auto trouble = bench.queue->takeTrouble();
        QCOMPARE(trouble.block, std::uint64_t{2});
        QCOMPARE(trouble.answer.verdict.outcome, Outcome::answered);
        bench.queue->sendAgain();
        bench.link->latency.clear();
        bench.queue->fill();
        QCOMPARE(bench.takeAll(), (std::vector<std::uint64_t>{2, 3}));
    }
    void leavingARangeLeavesTheRest() {
        Bench bench;
        bench.link->failures[1] = 1;
        bench.queue->begin({.first = 0, .count = 50});
        bench.queue->fill();
        bench.takeAll();
        QVERIFY(bench.queue->takeTrouble().block == 1);
        bench.queue->leaveRange();
        QVERIFY(bench.queue->finished());
        bench.queue->fill();
        QVERIFY(bench.queue->idle());
    }
    void whatIsTakenBackIsSentAgain() {
        Bench bench;
        bench.queue->begin({.first = 0, .count = 20});
        bench.queue->fill();
        auto good = *bench.queue->take();
        for (std::size_t i = 0; i < good.size(); ++i)
            bench.queue->advance();
        bench.queue->withdraw();
        QVERIFY(bench.takeAll().empty());
        QCOMPARE(bench.queue->current(), std::uint64_t{3});
        while (!bench.queue->finished()) {
            bench.queue->fill();
            bench.takeAll();
        }
        std::vector<std::uint64_t> each(20);
        std::iota(each.begin(), each.end(), std::uint64_t{0});
        QCOMPARE(bench.link->asked, each);
    }
    // However it is interrupted: each block is dealt with once, in its order.
    void eachBlockOnceWhateverHappens() {
        for (unsigned seed = 1; seed <= 2000; ++seed) {
            std::mt19937 random(seed);
            Bench bench(60);
            for (int i = 0; i < 8; ++i)
                bench.link->failures[random() % 60] = static_cast<int>(random() % 3);
            bench.link->latency[random() % 60] = seconds{3};
            bench.link->atOnce = 1 + random() % 8;
            bench.queue->begin({.first = 0, .count = 60});
            std::vector<std::uint64_t> dealt;
            while (!bench.queue->finished()) {
                bench.queue->fill();
                if (random() % 4 == 0)
                    bench.queue->withdraw();
                while (!bench.queue->idle()) {
                    if (const auto answers = bench.queue->take())
                        for (std::size_t i = 0; i < answers->size(); ++i) {
                            dealt.push_back(bench.queue->current());
                            bench.queue->advance();
                        }
                    if (random() % 8 == 0)
                        bench.queue->withdraw();
                }
                if (!bench.queue->trouble())
                    continue;
                const auto trouble = bench.queue->takeTrouble();
                QCOMPARE(trouble.block, bench.queue->current());
                if (random() % 2 == 0 && trouble.answer.verdict.outcome == Outcome::unreadable) {
                    bench.queue->sendAgain();
                } else {
                    dealt.push_back(trouble.block);
                    bench.queue->finishBlock();
                }
            }
            std::vector<std::uint64_t> each(60);
            std::iota(each.begin(), each.end(), std::uint64_t{0});
            QCOMPARE(dealt, each);
        }
    }
    void aloneItSaysHowLongItWaits() {
        Bench bench;
        bench.link->latency[7] = Nanoseconds{};
        Nanoseconds longest{};
        const auto alone =
            bench.queue->readAlone({{7}, {1}}, ReadWay::read, [&](Nanoseconds waited) { longest = waited; });
        QCOMPARE(alone.end, DriveQueue::AloneEnd::noAnswer);
        QVERIFY(longest > seconds{30} && longest < seconds{31});
        QVERIFY(!bench.link->abandoned); // that is for whoever asked to decide
    }
    void aStopDoesNotWaitForTheDrive() {
        Bench bench;
        bench.link->latency[7] = Nanoseconds{};
        std::stop_source stop;
        bench.queue->stopWith(stop.get_token());
        stop.request_stop();
        const Nanoseconds from = bench.link->ownClock.m_now;
        const auto alone = bench.queue->readAlone({{7}, {1}}, ReadWay::read, [](Nanoseconds) {});
        QCOMPARE(alone.end, DriveQueue::AloneEnd::stopped);
        QVERIFY(bench.link->ownClock.m_now - from < milliseconds{200});
        QVERIFY(bench.link->abandoned);
        QVERIFY(!bench.queue->sleep(seconds{5}));
    }
};

ORBITA_TEST(TestDriveQueue)

} // namespace test_drive_queue

#include "test_drive_queue.moc"
