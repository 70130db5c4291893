// SPDX-License-Identifier: GPL-3.0-or-later
// The standing of a defect: what is always so, what was so once, and what was somebody else's doing.
#include "core/judge/running_judgement.h"
#include "core/scan/stop_rules.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <map>
#include <random>
#include <set>

namespace test_recheck_queue {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 1U << 20U;
constexpr std::uint32_t block = 256;
const Nanoseconds turn = fromSeconds(60.0 / 7200);

ScanPlan planned() {
    ScanPlan plan;
    plan.blockSectors = block;
    plan.measurePaceFirst = false;
    return plan;
}

sim::Defect slow(std::uint64_t lba, double turns, std::uint32_t times = 0) {
    sim::Defect defect;
    defect.kind = sim::DefectKind::slow;
    defect.span = {{lba}, {1}};
    defect.delay = fromSeconds(toSeconds(turn) * turns);
    defect.times = times;
    return defect;
}

sim::Defect unreadable(std::uint64_t lba, std::uint32_t times = 0) {
    sim::Defect defect;
    defect.kind = sim::DefectKind::unreadable;
    defect.span = {{lba}, {8}};
    defect.delay = std::chrono::milliseconds{300};
    defect.times = times;
    return defect;
}

ScanRecord scanned(sim::Scenario scenario, const ScanPlan& plan = planned()) {
    sim::settleDefects(scenario);
    return runScan(*openSimulated(scenario), plan);
}

// The same drive, saying that it has no command that goes past its cache.
class NoWayPastTheCache final : public Drive {
public:
    explicit NoWayPastTheCache(Drive& drive) : m_drive(drive), m_limits(drive.limits()) {
        m_limits.pastCache.reset();
    }
    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive.identity(); }
    [[nodiscard]] const DriveLimits& limits() const override { return m_limits; }
    void addNote(AccessNote) override {}
    void submit(std::span<const ReadRequest> r) override { m_drive.submit(r); }
    std::size_t reap(std::span<ReadAnswer> a, Nanoseconds p) override { return m_drive.reap(a, p); }
    [[nodiscard]] Link& link() override { return m_drive.link(); }

private:
    Drive& m_drive;
    DriveLimits m_limits;
};

const LedgerEntry* entryAt(const ScanRecord& record, std::uint64_t lba) {
    for (const LedgerEntry& entry : record.ledger)
        if (entry.span.contains({lba}))
            return &entry;
    return nullptr;
}

std::uint64_t count(const ScanRecord& record, ScanEventKind kind) {
    return static_cast<std::uint64_t>(std::count_if(record.events.begin(), record.events.end(),
                                                    [kind](const ScanEvent& e) { return e.kind == kind; }));
}

class TestRecheckQueue : public QObject {
    Q_OBJECT
private slots:
    // The drive has the block in its cache by then: only a look at the medium tells.
    void slowAgainIsConfirmedSlowOnceIsPassing() {
        sim::Scenario scenario = smallScenario(sectors);
        scenario.defects = {slow(40'000, 14), slow(80'000, 50), slow(120'000, 14, 1), slow(160'000, 50, 1)};
        const ScanRecord record = scanned(scenario);
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(entryAt(record, 40'000)->standing, Standing::confirmed);
        QCOMPARE(entryAt(record, 40'000)->grade, Grade::laboured);
        QCOMPARE(entryAt(record, 80'000)->standing, Standing::confirmed);
        QCOMPARE(entryAt(record, 80'000)->grade, Grade::straining);
        QCOMPARE(entryAt(record, 120'000)->standing, Standing::passing);
        QCOMPARE(entryAt(record, 160'000)->standing, Standing::passing);
        for (const std::uint64_t lba : {40'000U, 80'000U, 120'000U, 160'000U})
            QCOMPARE(record.plate->at(lba / block).standing, entryAt(record, lba)->standing);
        QCOMPARE(record.status.toMeasureAgain, std::uint64_t{0});
        // One bad day of a block is nothing against the drive.
        const RunningJudgement judgement =
            judgeSoFar(record.status, record.ledger, record.drive, DataElsewhere::saved);
        QCOMPARE(judgement.slowBlocks, std::uint64_t{2});
    }
    void aStallIsMeasuredAgainLast() {
        sim::Scenario scenario = smallScenario(sectors);
        sim::Defect freeze;
        freeze.kind = sim::DefectKind::freeze;
        freeze.span = {{50'000}, {1}};
        freeze.duration = std::chrono::seconds{12};
        scenario.defects = {freeze, slow(900'000, 14)};
        QCOMPARE(entryAt(scanned(scenario), 50'000)->standing, Standing::confirmed);
        scenario.defects[0].times = 1;
        const ScanRecord record = scanned(scenario);
        QCOMPARE(entryAt(record, 50'000)->standing, Standing::passing);
        QCOMPARE(entryAt(record, 50'000)->grade, Grade::stalled);
        std::vector<std::uint64_t> again;
        for (const ScanEvent& entry : record.events)
            if (entry.kind == ScanEventKind::againConfirmed || entry.kind == ScanEventKind::againPassing)
                again.push_back(entry.span.first.value);
        QCOMPARE(again, (std::vector<std::uint64_t>{900'000 / block * block, 50'000 / block * block}));
    }
    // Where nothing goes past the drive's cache, and too little lies around to push it out, a quick answer
    // says nothing: it stays as it is. A slow one cannot come out of a cache.
    void withoutAWayToTheMediumItStaysOnce() {
        sim::Scenario scenario = smallScenario(sectors);
        scenario.front = sim::Front::ata;
        scenario.defects = {slow(40'000, 14)};
        {
            auto inner = openSimulated(scenario);
            NoWayPastTheCache drive(*inner);
            QCOMPARE(entryAt(runScan(drive, planned()), 40'000)->standing, Standing::confirmed);
        }
        scenario.defects[0].times = 1;
        sim::settleDefects(scenario);
        auto inner = openSimulated(scenario);
        NoWayPastTheCache drive(*inner);
        const ScanRecord record = runScan(drive, planned());
        QCOMPARE(entryAt(record, 40'000)->standing, Standing::once);
        QCOMPARE(count(record, ScanEventKind::notAgain), std::uint64_t{1});
        QCOMPARE(record.status.toMeasureAgain, std::uint64_t{1});
    }
    // With enough around it, other reads push the block out of the cache first.
    void otherReadsPushTheCacheOut() {
        sim::Scenario scenario = smallScenario(4U << 20U); // 2 GiB
        scenario.cacheBytes = 256U << 20U;
        scenario.defects = {slow(40'000, 14), slow(4'100'000, 14), slow(2'000'000, 14, 1)};
        sim::settleDefects(scenario);
        auto inner = openSimulated(scenario);
        ScanPlan plan = planned();
        plan.blockSectors = 2048;
        NoWayPastTheCache drive(*inner);
        const ScanRecord record = runScan(drive, plan);
        QCOMPARE(entryAt(record, 40'000)->standing, Standing::confirmed);
        QCOMPARE(entryAt(record, 4'100'000)->standing, Standing::confirmed);
        QCOMPARE(entryAt(record, 2'000'000)->standing, Standing::passing);
    }
    // Half of the scan runs while something else uses the drive: nothing of it is held against the drive.
    void otherLoadIsNotCountedAgainstTheDrive() {
        sim::Scenario scenario = smallScenario(sectors);
        scenario.otherLoads = {{fromSeconds(0.7), fromSeconds(60), fromMilliseconds(120), 30}};
        scenario.defects = {slow(1'000'000, 14), slow(30'000, 14), unreadable(900'000)};
        const ScanRecord record = scanned(scenario);
        QCOMPARE(record.status.ended, EndReason::complete);
        for (const LedgerEntry& entry : record.ledger) {
            const bool real = entry.span.contains({1'000'000}) || entry.span.contains({30'000}) ||
                              entry.span.contains({900'000});
            QVERIFY2(real || entry.standing == Standing::disturbed,
                     qPrintable(QString::number(entry.span.first.value)));
        }
        QCOMPARE(entryAt(record, 30'000)->standing, Standing::confirmed);
        QVERIFY(count(record, ScanEventKind::disturbed) > 0);
        const RunningJudgement judgement =
            judgeSoFar(record.status, record.ledger, record.drive, DataElsewhere::saved);
        QVERIFY(judgement.slowBlocks <= 2);
        QCOMPARE(judgement.unreadable, std::uint64_t{8});
    }
    // Once it is quiet, what was disturbed is measured again, and that counts.
    void whatWasDisturbedIsMeasuredAgainInQuiet() {
        sim::Scenario scenario = smallScenario(sectors);
        scenario.otherLoads = {{fromSeconds(0.5), fromSeconds(2), fromMilliseconds(200), 40}};
        scenario.defects = {slow(300'000, 14)};
        const ScanRecord record = scanned(scenario);
        QVERIFY(count(record, ScanEventKind::disturbed) > 0);
        QCOMPARE(record.ledger.size(), std::size_t{1});
        QCOMPARE(entryAt(record, 300'000)->standing, Standing::confirmed);
        const auto counts = record.plate->countGrades(0, record.plate->blocks());
        QCOMPARE(counts[static_cast<std::size_t>(Grade::laboured)], std::uint64_t{1});
        QCOMPARE(counts[static_cast<std::size_t>(Grade::straining)], std::uint64_t{0});
        for (const Grade grade : allGrades)
            if (grade != Grade::none)
                QCOMPARE(record.status.totals.of(grade), counts[static_cast<std::size_t>(grade)]);
    }
    void verifyThatLiesIsNotBelieved() {
        sim::Scenario scenario = smallScenario(1U << 22U);
        scenario.defects = {unreadable(40'000)};
        ScanPlan plan = planned();
        plan.way = ReadWay::verify;
        const ScanRecord honest = scanned(scenario, plan);
        QCOMPARE(honest.status.ended, EndReason::complete);
        QCOMPARE(count(honest, ScanEventKind::verifyChecked), std::uint64_t{1});
        QCOMPARE(sectorsOf(honest.ledger, Grade::unreadable).size(), std::size_t{8});
        scenario.verifyLies = true;
        const ScanRecord lying = scanned(scenario, plan);
        QCOMPARE(lying.status.ended, EndReason::verifyDoubted);
        QVERIFY(lying.covered.empty());
        QCOMPARE(count(lying, ScanEventKind::verifyDoubted), std::uint64_t{1});
    }
    // A drive whose verify lies would pass everything that is looked at again: its word is not taken.
    void aLyingVerifyPassesNothing() {
        sim::Scenario scenario = smallScenario(1U << 22U);
        scenario.defects = {slow(40'000, 14)};
        QCOMPARE(entryAt(scanned(scenario), 40'000)->standing, Standing::confirmed);
        scenario.verifyLies = true;
        ScanPlan plan = planned();
        plan.blockSectors = 2048;
        const ScanRecord record = scanned(scenario, plan);
        QCOMPARE(record.status.ended, EndReason::complete);
        // Other reads pushed it out of the cache instead.
        QCOMPARE(entryAt(record, 40'000)->standing, Standing::confirmed);
        QCOMPARE(count(record, ScanEventKind::verifyDoubted), std::uint64_t{1});
    }
    void rulesEndTheScan_data() {
        QTest::addColumn<QString>("rule");
        QTest::addColumn<quint64>("atMost"); // sectors vouched for
        QTest::newRow("patches") << "patches:2" << quint64{520'000};
        QTest::newRow("growth") << "growth:24" << quint64{700'000};
        QTest::newRow("stalls") << "stalls:1" << quint64{820'000};
    }
    void rulesEndTheScan() {
        QFETCH(QString, rule);
        QFETCH(quint64, atMost);
        sim::Scenario scenario = smallScenario(sectors);
        sim::Defect freeze;
        freeze.kind = sim::DefectKind::freeze;
        freeze.span = {{810'000}, {1}};
        freeze.duration = std::chrono::seconds{10};
        // Two patches, the second one of 32 sectors, then a stall.
        scenario.defects = {unreadable(100'000), unreadable(512'000), unreadable(520'000),
                            unreadable(530'000), unreadable(540'000), freeze};
        ScanPlan plan = planned();
        plan.rules = {*parseStopRule(rule.toStdString())};
        const ScanRecord record = scanned(scenario, plan);
        QCOMPARE(record.status.ended, EndReason::stopRule);
        QVERIFY(record.status.totals.covered.value <= atMost);
        const auto said = std::find_if(record.events.begin(), record.events.end(),
                                       [](const ScanEvent& e) { return e.kind == ScanEventKind::stopRule; });
        QVERIFY(said != record.events.end());
        QCOMPARE(said->rule, plan.rules[0].kind);
        QVERIFY(said->count >= plan.rules[0].value);
    }
    void rulesAreArmedOnce() {
        StopRules rules(
            {{RuleKind::patches, 2}, {RuleKind::stalls, 1, RuleAction::ask}, {RuleKind::temperature, 1}});
        ScanFacts facts;
        facts.values = {{RuleKind::patches, 1}, {RuleKind::stalls, 1}, {RuleKind::temperature, 90}};
        QCOMPARE(rules.reached(facts),
                 std::optional<StopRule>(StopRule{RuleKind::stalls, 1, RuleAction::ask}));
        QVERIFY(!rules.reached(facts));
        facts.values[RuleKind::patches] = 2;
        QCOMPARE(rules.reached(facts)->kind, RuleKind::patches);
        QVERIFY(!rules.reached(facts));
        QVERIFY(rules.find(RuleKind::temperature)); // heeded where the drive is asked for it
    }
    // Growth is what one patch has; elsewhere on the drive there may be more.
    void rulesAreHeldAgainstTheLedger() {
        Ledger ledger;
        const auto bad = [&](std::uint64_t lba, std::uint64_t count, Grade grade = Grade::unreadable) {
            ledger.add({.span = {{lba}, {count}}, .grade = grade, .standing = Standing::confirmed});
        };
        bad(1'000'000, 8);
        bad(1'000'016, 16);
        bad(60'000'000, 20);
        bad(90'000'000, 8, Grade::straining);
        const auto facts = factsOf(ledger).values;
        QCOMPARE(facts.at(RuleKind::unreadable), 44U);
        QCOMPARE(facts.at(RuleKind::patches), 2U);
        QCOMPARE(facts.at(RuleKind::growth), 24U);
    }
    // Too warm: it waits, and goes on by itself when the drive is five degrees cooler.
    void heatIsWaitedOut() {
        sim::Scenario scenario = smallScenario(sectors);
        auto drive = openSimulated(scenario);
        ScanPlan plan = planned();
        plan.rules = {{RuleKind::temperature, 50}};
        const auto settled = settlePlan(plan, drive->identity(), drive->limits());
        PauseGate pause;
        ScanFeed feed;
        int asked = 0;
        const std::array<int, 5> degrees = {52, 51, 48, 46, 45};
        Engine engine(*drive, *settled, {}, pause, feed, {.thermometer = [&](const std::stop_token&) {
            return std::optional(degrees[std::min<std::size_t>(static_cast<std::size_t>(asked++), 4)]);
        }});
        QCOMPARE(engine.run({}), EndReason::complete);
        const ScanRecord record = recordOf(feed, 0, {});
        QCOMPARE(asked, 5);
        QCOMPARE(count(record, ScanEventKind::cooling), std::uint64_t{1});
        QCOMPARE(count(record, ScanEventKind::cooled), std::uint64_t{1});
        QVERIFY(record.status.elapsed < std::chrono::seconds{10}); // the waiting is no part of it
        QVERIFY(drive->clock().now() > std::chrono::seconds{40});
        QVERIFY(record.ledger.empty());
    }
};

ORBITA_TEST(TestRecheckQueue)

} // namespace test_recheck_queue

#include "test_recheck_queue.moc"
