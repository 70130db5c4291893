// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger against the ground truth, sector by sector, over generated drives whose defects sit where
// mistakes are made: first and last sectors, edges of blocks and physical sectors, next to each other, in a
// partial last block.
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <map>
#include <random>
#include <set>

namespace test_generated_scenarios {

using namespace orbita;
using namespace orbita::test;

struct Generated {
    sim::Scenario scenario;
    ScanPlan plan;
};

Generated generate(unsigned seed) {
    std::mt19937_64 random(seed);
    const auto upTo = [&](std::uint64_t n) {
        return std::uniform_int_distribution<std::uint64_t>(0, n)(random);
    };
    Generated g;
    const std::uint32_t perPhysical = upTo(1) == 0 ? 1 : 8;
    std::uint64_t sectors = 40'000 + upTo(200'000);
    if (upTo(2) != 0)
        sectors = sectors / perPhysical * perPhysical; // else a last physical sector that is cut off
    g.scenario = smallScenario(sectors, 512 * perPhysical);
    g.scenario.seed = seed;
    const std::array<std::uint32_t, 6> blocks = {8, 64, 128, 256, 1000, 2048};
    g.plan.blockSectors = blocks[upTo(blocks.size() - 1)];
    g.plan.limit = std::chrono::seconds{8};
    const std::uint64_t block = g.plan.blockSectors;

    std::vector<std::uint64_t> places = {0, sectors - 1};
    const std::uint64_t blockEdge = upTo(sectors / block - 1) * block;
    if (blockEdge > 0)
        places.push_back(blockEdge - 1);
    places.push_back(blockEdge);
    places.push_back(sectors / block * block == sectors ? sectors - 2 : sectors / block * block);
    for (int i = 0; i < 4; ++i)
        places.push_back(upTo(sectors - 1));
    const std::uint64_t run = upTo(sectors - 40);
    for (std::uint64_t i = 0; i < 1 + upTo(30); ++i)
        places.push_back(run + i);
    for (const std::uint64_t place : places) {
        if (upTo(2) == 0)
            continue;
        sim::Defect defect;
        defect.kind = sim::DefectKind::unreadable;
        defect.span = {{place}, {1 + upTo(std::min<std::uint64_t>(3, sectors - 1 - place))}};
        defect.delay = fromMilliseconds(static_cast<double>(50 + upTo(2500)));
        g.scenario.defects.push_back(defect);
    }
    for (int i = 0; i < 6; ++i) {
        sim::Defect slow;
        slow.kind = sim::DefectKind::slow;
        slow.span = {{upTo(sectors - 1)}, {1}};
        // Well inside a grade: 14 turns (laboured) or 50 (straining).
        slow.delay = fromSeconds((i % 2 == 0 ? 14 : 50) * 60.0 / 7200);
        g.scenario.defects.push_back(slow);
    }
    sim::settleDefects(g.scenario);
    return g;
}

// What the scan has to find: exact unreadable sectors, and blocks that are slow but readable.
struct Truth {
    std::set<std::uint64_t> unreadable;
    std::map<std::uint64_t, Nanoseconds> slowBlocks;
};

Truth truthOf(const Generated& g) {
    Truth truth;
    for (const sim::Defect& defect : g.scenario.defects)
        if (defect.kind == sim::DefectKind::unreadable)
            for (std::uint64_t i = 0; i < defect.span.count.value; ++i)
                truth.unreadable.insert(defect.span.first.value + i);
    for (const sim::Defect& defect : g.scenario.defects)
        if (defect.kind == sim::DefectKind::slow)
            truth.slowBlocks[defect.span.first.value / g.plan.blockSectors] += defect.delay;
    for (const std::uint64_t sector : truth.unreadable)
        truth.slowBlocks.erase(sector / g.plan.blockSectors);
    return truth;
}

class TestGeneratedScenarios : public QObject {
    Q_OBJECT
private slots:
    void ledgerIsTheTruth_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 240; ++seed)
            QTest::addRow("seed %u", seed) << seed;
    }
    void ledgerIsTheTruth() {
        QFETCH(unsigned, seed);
        const Generated g = generate(seed);
        const Truth truth = truthOf(g);
        auto drive = openSimulated(g.scenario);
        const ScanRecord record = runScan(*drive, g.plan);

        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(test::wholeSpanCovered(record));
        QCOMPARE(record.covered.size(), std::size_t{1});
        const auto found = sectorsOf(record.ledger, Grade::unreadable);
        QCOMPARE(found, std::vector<std::uint64_t>(truth.unreadable.begin(), truth.unreadable.end()));
        for (const LedgerEntry& entry : record.ledger)
            if (entry.grade == Grade::unreadable)
                QCOMPARE(entry.standing, Standing::confirmed);

        // Slow blocks: exactly those, each whole, with the grade its lateness calls for.
        std::map<std::uint64_t, Grade> slow;
        const BlockGrid& grid = record.plan.grid;
        for (std::uint64_t b = 0; b < grid.blocks(); ++b) {
            const Grade grade = record.plate->at(b).grade;
            if (grade == Grade::laboured || grade == Grade::straining)
                slow[b] = grade;
        }
        std::map<std::uint64_t, Grade> expected;
        const Nanoseconds turn = fromSeconds(60.0 / 7200);
        for (const auto& [block, delay] : truth.slowBlocks)
            expected[block] = gradeOf(delay, turn, {});
        QCOMPARE(slow, expected);
        // Each cell accounts for one block.
        QCOMPARE(record.status.totals.visited(), grid.blocks());
        QCOMPARE(record.plate->countGrades(0, grid.blocks())[static_cast<std::size_t>(Grade::none)],
                 std::uint64_t{0});
        // Ascending, apart, and merged where neighbours are equal.
        for (std::size_t i = 1; i < record.ledger.size(); ++i) {
            const LedgerEntry& a = record.ledger[i - 1];
            const LedgerEntry& b = record.ledger[i];
            QVERIFY(a.span.end() <= b.span.first);
            QVERIFY(a.span.end() < b.span.first || a.grade != b.grade || a.standing != b.standing);
        }
    }
    // Drives that also freeze, damage transfers, fail only at times, vanish: however the scan ends, what it
    // says of the sectors it vouches for is true, and every block is accounted for once.
    void misbehavingDrivesAreToldTheTruthAbout_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1001; seed <= 1200; ++seed)
            QTest::addRow("seed %u", seed) << seed;
    }
    void misbehavingDrivesAreToldTheTruthAbout() {
        QFETCH(unsigned, seed);
        Generated g = generate(seed);
        std::mt19937_64 random(seed);
        const std::uint64_t sectors = g.scenario.identity.capacity.value;
        const auto add = [&](sim::DefectKind kind, int chanceOfTen) {
            if (random() % 10 >= static_cast<unsigned>(chanceOfTen))
                return;
            sim::Defect defect;
            defect.kind = kind;
            defect.span = {{random() % sectors}, {1}};
            defect.duration = std::chrono::seconds{random() % 40};
            defect.endless = kind == sim::DefectKind::freeze && random() % 4 == 0;
            defect.times = static_cast<std::uint32_t>(random() % 5);
            defect.probability = random() % 2 == 0 ? 1 : 0.6;
            g.scenario.defects.push_back(defect);
        };
        for (int i = 0; i < 3; ++i) {
            add(sim::DefectKind::freeze, 5);
            add(sim::DefectKind::linkFault, 6);
            add(sim::DefectKind::unreadable, 4);
        }
        add(sim::DefectKind::drop, 2);
        sim::settleDefects(g.scenario);
        std::set<std::uint64_t> canFail; // sometimes or always
        std::set<std::uint64_t> alwaysFails;
        for (const sim::Defect& defect : g.scenario.defects)
            for (std::uint64_t i = 0;
                 defect.kind == sim::DefectKind::unreadable && i < defect.span.count.value; ++i) {
                canFail.insert(defect.span.first.value + i);
                if (defect.times == 0 && defect.probability == 1)
                    alwaysFails.insert(defect.span.first.value + i);
            }

        auto drive = openSimulated(g.scenario);
        const ScanRecord record = runScan(*drive, g.plan);
        QVERIFY(record.status.ended != EndReason::running);
        const auto accused = sectorsOf(record.ledger, Grade::unreadable);
        for (const LedgerEntry& entry : record.ledger)
            if (entry.grade == Grade::unreadable && entry.standing == Standing::confirmed && entry.causeGiven)
                for (std::uint64_t i = 0; i < entry.span.count.value; ++i)
                    QVERIFY2(canFail.contains(entry.span.first.value + i),
                             qPrintable(QString::number(entry.span.first.value + i)));
        // Of what it vouches for, nothing that always fails is missing.
        SpanSet vouched;
        for (const LbaSpan& span : record.covered)
            vouched.add(span);
        const std::set<std::uint64_t> listed(accused.begin(), accused.end());
        for (const std::uint64_t sector : alwaysFails)
            if (vouched.contains({{sector}, {1}}))
                QVERIFY2(listed.contains(sector), qPrintable(QString::number(sector)));
        // Each cell that shows something is counted, and none twice.
        const auto counts = record.plate->countGrades(0, record.plate->blocks());
        for (const Grade grade : allGrades)
            if (grade != Grade::none)
                QCOMPARE(record.status.totals.of(grade), counts[static_cast<std::size_t>(grade)]);
        QVERIFY(vouched.total() == record.status.totals.covered);
        QVERIFY(record.status.ended != EndReason::complete ||
                record.plate->countGrades(0, record.plate->blocks())[0] == 0);
    }
};

ORBITA_TEST(TestGeneratedScenarios)

} // namespace test_generated_scenarios

#include "test_generated_scenarios.moc"
