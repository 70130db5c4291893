// SPDX-License-Identifier: GPL-3.0-or-later
// Slow against what? A part of a drive that is scanned by itself must not be its own measure, and a sound one
// must not be doubted.
#include "core/plate/plausible_time.h"
#include "core/scan/earlier_pace.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

namespace test_expectation {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t mib = 2048; // sectors
constexpr std::uint64_t patchFirst = 1000 * mib;

sim::Scenario drive(double mbPerS, unsigned rpm = 7200) {
    sim::Scenario scenario = smallScenario(4000 * mib);
    scenario.identity.rotationRate = static_cast<std::uint16_t>(rpm);
    scenario.outerMbPerS = scenario.innerMbPerS = mbPerS;
    scenario.heads = 1;
    return scenario;
}

sim::Scenario withPatch(sim::Scenario scenario, std::uint64_t blocks, Nanoseconds late) {
    sim::Defect slow;
    slow.kind = sim::DefectKind::slow;
    slow.span = {{patchFirst}, {blocks * mib}};
    slow.delay = late;
    scenario.defects = {slow};
    return scenario;
}

sim::Scenario solid() {
    sim::Scenario scenario = drive(500, 1);
    scenario.shortestSeek = scenario.longestSeek = {};
    scenario.cacheBytes = scenario.readAheadBytes = 0;
    scenario.interfaceMbPerS = 3200;
    return scenario;
}

ScanPlan of(std::uint64_t blocks, ScanOrder order = ScanOrder::forward) {
    ScanPlan plan;
    plan.blockSectors = mib;
    plan.span = LbaSpan{{patchFirst}, {blocks * mib}};
    plan.order = order;
    return plan;
}

ScanRecord scan(const sim::Scenario& scenario, const ScanPlan& plan, ScanServices services = {}) {
    const auto opened = openSimulated(scenario);
    return runScan(*opened, plan, {}, std::move(services));
}

// Has the scan stopped once it has given so many answers.
class StoppingDrive final : public Drive {
public:
    StoppingDrive(std::unique_ptr<Drive> drive, std::stop_source& stop, std::size_t answers)
        : m_drive(std::move(drive)), m_stop(stop), m_left(answers) {}
    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive->identity(); }
    [[nodiscard]] const DriveLimits& limits() const override { return m_drive->limits(); }
    void addNote(AccessNote note) override { m_drive->addNote(note); }
    [[nodiscard]] Link& link() override { return m_drive->link(); }
    void submit(std::span<const ReadRequest> requests) override { m_drive->submit(requests); }
    std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
        const std::size_t n =
            m_drive->reap(answers.first(std::min<std::size_t>(1, answers.size())), patience);
        m_left -= std::min(m_left, n);
        if (m_left == 0)
            m_stop.request_stop();
        return n;
    }

private:
    std::unique_ptr<Drive> m_drive;
    std::stop_source& m_stop;
    std::size_t m_left;
};

constexpr Nanoseconds turns(double n) {
    return Nanoseconds{static_cast<std::int64_t>(n * 8'333'333)};
}

class TestExpectation : public QObject {
    Q_OBJECT
private slots:
    void aSlowPatchByItselfIsNeverSteady_data() {
        QTest::addColumn<sim::Scenario>("scenario");
        QTest::addColumn<std::uint64_t>("blocks");
        QTest::addColumn<Grade>("due"); // none: it cannot be told
        for (const std::uint64_t blocks : {40U, 100U, 300U}) {
            const auto row = [&](const char* what) -> QTestData& {
                return QTest::addRow("%s, %llu blocks", what, static_cast<unsigned long long>(blocks));
            };
            row("20 turns") << withPatch(drive(150), blocks, turns(20)) << blocks << Grade::laboured;
            row("90 turns") << withPatch(drive(150), blocks, turns(90)) << blocks << Grade::straining;
            row("5 turns") << withPatch(drive(150), blocks, turns(5)) << blocks << Grade::none;
            row("behind a slow link, 20 turns") << [&] {
                sim::Scenario slow = withPatch(drive(150), blocks, turns(20));
                slow.interfaceMbPerS = 35;
                return slow;
            }() << blocks << Grade::laboured;
            row("solid state, 400 ms")
                << withPatch(solid(), blocks, std::chrono::milliseconds{400}) << blocks << Grade::none;
        }
    }
    void aSlowPatchByItselfIsNeverSteady() {
        QFETCH(sim::Scenario, scenario);
        QFETCH(std::uint64_t, blocks);
        QFETCH(Grade, due);
        const ScanRecord record = scan(scenario, of(blocks));
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(record.status.totals.of(Grade::steady), std::uint64_t{0});
        QVERIFY(test::wholeSpanCovered(record));
        if (due == Grade::none) {
            QCOMPARE(record.status.totals.ungraded, blocks);
            QVERIFY(record.ledger.empty());
            for (std::uint64_t block = 0; block < blocks; ++block)
                QVERIFY(record.plate->at(block).ungraded());
            QVERIFY(std::any_of(record.events.begin(), record.events.end(),
                                [](const ScanEvent& e) { return e.kind == ScanEventKind::ungraded; }));
        } else {
            QCOMPARE(record.status.totals.of(due), blocks);
            for (const LedgerEntry& entry : record.ledger)
                QCOMPARE(entry.standing, Standing::confirmed);
        }
    }
    // What is sound is steady, however slow the drive or the way to it.
    void aSoundPartIsNotDoubted_data() {
        QTest::addColumn<sim::Scenario>("scenario");
        QTest::addColumn<ScanOrder>("order");
        QTest::newRow("usual") << drive(150) << ScanOrder::forward;
        QTest::newRow("usual, backward") << drive(150) << ScanOrder::backward;
        QTest::newRow("usual, sweep") << drive(150) << ScanOrder::sweep;
        QTest::newRow("usual, careful") << drive(150) << ScanOrder::careful;
        QTest::newRow("the quickest") << drive(285) << ScanOrder::forward;
        QTest::newRow("an old one") << drive(60, 5400) << ScanOrder::forward;
        QTest::newRow("solid state") << solid() << ScanOrder::forward;
        sim::Scenario slowLink = drive(150);
        slowLink.interfaceMbPerS = 35;
        QTest::newRow("a slow link") << slowLink << ScanOrder::forward;
        QTest::newRow("a slow link, careful") << slowLink << ScanOrder::careful;
        slowLink.interfaceMbPerS = 1;
        QTest::newRow("a very slow link") << slowLink << ScanOrder::forward;
        sim::Scenario slowSolid = solid();
        slowSolid.outerMbPerS = slowSolid.innerMbPerS = 120;
        QTest::newRow("slow solid state") << slowSolid << ScanOrder::forward;
    }
    void aSoundPartIsNotDoubted() {
        QFETCH(sim::Scenario, scenario);
        QFETCH(ScanOrder, order);
        for (const std::uint64_t blocks : {1U, 3U, 40U, 100U, 300U}) {
            const ScanRecord record = scan(scenario, of(blocks, order));
            QCOMPARE(record.status.ended, EndReason::complete);
            QCOMPARE(record.status.totals.of(Grade::steady), blocks);
            QCOMPARE(record.status.totals.ungraded, std::uint64_t{0});
        }
    }
    // An earlier visit knows what the place took before: then the patch is told, and how late it is.
    void anEarlierVisitIsTheMeasure() {
        const ScanRecord before = scan(drive(150), [] {
            ScanPlan whole;
            whole.blockSectors = mib;
            return whole;
        }());
        const auto pace = earlierPace(before);
        QVERIFY(pace);
        int asked = 0;
        const auto services = [&] {
            ScanServices with;
            with.earlierPace = [&](const SettledPlan& plan, const DriveIdentity& identity,
                                   const std::stop_token&) -> std::optional<EarlierPace> {
                ++asked;
                return pace->fits(plan, identity) ? pace : std::nullopt;
            };
            return with;
        };
        const ScanRecord mild = scan(withPatch(drive(150), 100, turns(5)), of(100), services());
        QCOMPARE(mild.status.totals.of(Grade::late), std::uint64_t{100});
        QCOMPARE(mild.status.totals.ungraded, std::uint64_t{0});
        QCOMPARE(asked, 1);
        const ScanRecord healed = scan(drive(150), of(100), services());
        QCOMPARE(healed.status.totals.of(Grade::steady), std::uint64_t{100});
        // Through a slower way than then, it is no measure, and accuses nobody.
        sim::Scenario slowWay = drive(150);
        slowWay.interfaceMbPerS = 35;
        QCOMPARE(scan(slowWay, of(100), services()).status.totals.of(Grade::steady), std::uint64_t{100});
        // Nor read otherwise.
        ScanPlan smaller = of(100);
        smaller.blockSectors = mib / 4;
        QCOMPARE(
            scan(withPatch(drive(150), 100, turns(5)), smaller, services()).status.totals.of(Grade::steady),
            std::uint64_t{0});
        // A whole drive speaks for itself.
        asked = 0;
        ScanPlan whole;
        whole.blockSectors = mib;
        scan(drive(150), whole, services());
        QCOMPARE(asked, 0);
    }
    // All that a block's time hangs on has to be as it was then.
    void aMeasureOfTheSameOnly() {
        EarlierPace pace;
        pace.blockSectors = 2048;
        pace.way = ReadWay::read;
        pace.attachment = "SATA";
        SettledPlan plan;
        plan.grid.blockSectors = 2048;
        DriveIdentity identity;
        identity.attachment = "SATA";
        QVERIFY(pace.fits(plan, identity));
        plan.asked.order = ScanOrder::suspectsFirst;
        QVERIFY(pace.fits(plan, identity));
        plan.asked.order = ScanOrder::sweep;
        QVERIFY(!pace.fits(plan, identity));
        plan.asked.order = ScanOrder::forward;
        plan.asked.way = ReadWay::verify;
        QVERIFY(!pace.fits(plan, identity));
        plan.asked.way = ReadWay::read;
        plan.grid.blockSectors = 1024;
        QVERIFY(!pace.fits(plan, identity));
        plan.grid.blockSectors = 2048;
        identity.attachment = "USB";
        QVERIFY(!pace.fits(plan, identity));
    }
    void onlyAScanInSequenceIsAMeasure() {
        ScanPlan plan;
        plan.blockSectors = mib;
        plan.order = ScanOrder::backward;
        QVERIFY(!earlierPace(scan(drive(150), plan)));
        plan.order = ScanOrder::forward;
        plan.span = LbaSpan{{0}, {3 * mib}};
        QVERIFY(!earlierPace(scan(drive(150), plan)));
    }
    // Gone on with, it is doubted as before, and what it found stays.
    void goingOnDoubtsToo() {
        const sim::Scenario scenario = withPatch(drive(150), 100, turns(5));
        std::stop_source stop;
        StoppingDrive half(openSimulated(scenario), stop, 100);
        const ScanRecord first = runScan(half, of(100), stop.get_token());
        QCOMPARE(first.status.ended, EndReason::stopped);
        QVERIFY(first.status.blocksDone > 64 && first.status.blocksDone < 100);
        ScanServices services;
        services.earlier = &first;
        const ScanRecord second = scan(scenario, of(100), std::move(services));
        QCOMPARE(second.status.ended, EndReason::complete);
        QCOMPARE(second.status.totals.of(Grade::steady), std::uint64_t{0});
        QCOMPARE(second.status.totals.ungraded, std::uint64_t{100});
        QVERIFY(test::wholeSpanCovered(second));
    }
    // The bounds themselves, for drives as they are sold.
    void boundsHoldEveryDrive_data() {
        QTest::addColumn<double>("mbPerS");
        QTest::addColumn<double>("rpm");
        QTest::addColumn<double>("blockMiB");
        for (const double block : {0.0625, 0.25, 1.0, 4.0}) {
            QTest::addRow("4200 rpm, inner tracks, %g MiB", block) << 20.0 << 4200.0 << block;
            QTest::addRow("5400 rpm, %g MiB", block) << 90.0 << 5400.0 << block;
            QTest::addRow("7200 rpm, %g MiB", block) << 250.0 << 7200.0 << block;
            QTest::addRow("15000 rpm, %g MiB", block) << 200.0 << 15'000.0 << block;
        }
    }
    void boundsHoldEveryDrive() {
        QFETCH(double, mbPerS);
        QFETCH(double, rpm);
        QFETCH(double, blockMiB);
        BlockReading reading;
        reading.turn = fromSeconds(60 / rpm);
        reading.bytes = static_cast<std::uint64_t>(blockMiB * 1048576);
        const PlausibleTime bounds = plausibleTime(reading, {});
        const Nanoseconds takes = fromSeconds(static_cast<double>(reading.bytes) / (mbPerS * 1e6));
        QVERIFY(takes <= bounds.most);
        QVERIFY(bounds.surely > reading.turn * 2);
        QVERIFY(bounds.surely <= bounds.most + reading.turn * 2);
        reading.carrying = bounds.most * 2;
        QVERIFY(plausibleTime(reading, {}).surely > reading.carrying);
        QVERIFY(plausibleTime(reading, {}).most > reading.carrying);
    }
};

ORBITA_TEST(TestExpectation)

} // namespace test_expectation

#include "test_expectation.moc"
