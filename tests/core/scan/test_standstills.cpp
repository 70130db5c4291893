// SPDX-License-Identifier: GPL-3.0-or-later
// Where a drive came to a standstill is remembered; going on reads everything else first, and comes there
// last, from both sides.
#include "core/image/image_writer.h"
#include "core/scan/berth.h"
#include "core/scan/continuation.h"
#include "core/scan/left_unread.h"
#include "core/scan/session.h"
#include "store/scan_file.h"
#include "support/scan_runner.h"
#include "support/test_program.h"
#include <QTemporaryDir>

#include <random>
#include <set>

namespace test_standstills {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 1'000'000;
constexpr std::uint32_t blockSectors = 256;
constexpr std::uint64_t wide = 4096; // of the berth, in sectors

sim::Scenario freezingAt(LbaSpan span, sim::DefectKind kind = sim::DefectKind::freeze,
                         std::uint64_t of = sectors) {
    sim::Scenario scenario = smallScenario(of);
    sim::Defect defect;
    defect.kind = kind;
    defect.span = span;
    defect.endless = true;
    scenario.defects.push_back(defect);
    sim::settleDefects(scenario);
    return scenario;
}

ScanPlan plannedIn(ScanOrder order) {
    ScanPlan plan;
    plan.order = order;
    plan.blockSectors = blockSectors;
    plan.measurePaceFirst = false;
    plan.berth = SectorCount{wide};
    return plan;
}

// One go, as after the drive has been switched off and on again: what an earlier one left goes through a
// file.
ScanRecord go(const sim::Scenario& scenario, const ScanPlan& plan, const std::optional<ScanRecord>& earlier,
              std::shared_ptr<ImageWriter> image = {}) {
    const auto drive = openSimulated(scenario);
    std::optional<ScanRecord> kept;
    if (earlier) {
        PlateEncoder encoder;
        kept = *scanFromJson(scanToJson(*earlier, encoder), "kept");
    }
    return runScan(*drive, kept ? planToContinue(*kept) : plan, {},
                   {.image = std::move(image), .earlier = kept ? &*kept : nullptr});
}

double shareCovered(const ScanRecord& record) {
    return static_cast<double>(record.status.totals.covered.value) /
           static_cast<double>(record.plan.grid.span.count.value);
}

// What the totals say is what the plate shows, and every stalled block stands in the ledger.
QString disagreement(const ScanRecord& record) {
    const auto onPlate = record.plate->countGrades(0, record.plate->blocks());
    for (const Grade grade : allGrades)
        if (grade != Grade::none && grade != Grade::unreadable &&
            onPlate[static_cast<std::size_t>(grade)] != record.status.totals.of(grade))
            return QStringLiteral("%1 of grade %2 on the plate, %3 in the totals")
                .arg(onPlate[static_cast<std::size_t>(grade)])
                .arg(static_cast<int>(grade))
                .arg(record.status.totals.of(grade));
    SpanSet stalled;
    for (const LedgerEntry& entry : record.ledger)
        if (entry.grade == Grade::stalled)
            stalled.add(entry.span);
    for (std::uint64_t block = record.plate->findNext(0, gradeBit(Grade::stalled));
         block < record.plate->blocks(); block = record.plate->findNext(block + 1, gradeBit(Grade::stalled)))
        if (!stalled.contains(record.plan.grid.spanOf(block)))
            return QStringLiteral("block %1 is stalled and not in the ledger").arg(block);
    return {};
}

class TestStandstills : public QObject {
    Q_OBJECT
private slots:
    void onePlaceIsOneHoweverOftenItIsMet() {
        std::vector<Standstill> list;
        addStandstill(list, {{{2048}, {256}}, StandstillKind::stalled}, true);
        addStandstill(list, {{{2048}, {256}}, StandstillKind::froze}, false); // how that one went on
        QCOMPARE(list, (std::vector<Standstill>{{{{2048}, {256}}, StandstillKind::froze, 1}}));
        addStandstill(list, {{{2100}, {8}}, StandstillKind::stalled}, true);
        addStandstill(list, {{{0}, {256}}, StandstillKind::dropped}, true);
        QCOMPARE(list, (std::vector<Standstill>{{{{0}, {256}}, StandstillKind::dropped, 1},
                                                {{{2100}, {8}}, StandstillKind::froze, 2}}));
        for (const StandstillKind kind :
             {StandstillKind::stalled, StandstillKind::dropped, StandstillKind::froze})
            QCOMPARE(standstillFromName(standstillName(kind)), std::optional(kind));
    }

    // A file may name any number of them, and a berth of any width.
    void whatAFileSaysIsBounded() {
        std::vector<Standstill> list;
        for (std::uint64_t i = 0; i < 20'000; ++i)
            addStandstill(list, {{{i * 10}, {8}}, StandstillKind::froze, 4'000'000'000U}, true);
        QCOMPARE(list.size(), std::size_t{1000});
        const auto drive = openSimulated(smallScenario(sectors));
        ScanPlan plan = plannedIn(ScanOrder::forward);
        plan.berth = SectorCount{~std::uint64_t{0}};
        const auto settled = settlePlan(plan, drive->identity(), drive->limits());
        QCOMPARE(*settled->asked.berth, drive->identity().capacity);
        for (const Berth& berth : berthsOf(*settled, {{{{400'000}, {8}}, StandstillKind::froze, 1}}))
            QCOMPARE(berth.around, drive->identity().whole());
    }

    // Everything else, then up to the place from in front and down to it from behind, then the place.
    void allElseComesFirst() {
        SettledPlan plan;
        plan.grid = {{{0}, {1000 * 8}}, 8};
        plan.asked.berth = SectorCount{100 * 8};
        const std::vector<Standstill> places = {{{{500 * 8}, {8}}, StandstillKind::froze, 1}};
        const auto route = makeRoute(plan, {{0, 1000}}, {}, places);
        QCOMPARE(route->blocksLeft(), std::uint64_t{1000});
        std::vector<std::uint64_t> blocks;
        while (const auto range = route->next())
            for (std::uint64_t i = 0; i < range->count; ++i)
                blocks.push_back(range->at(i));
        std::vector<std::uint64_t> due;
        const auto up = [&](std::uint64_t from, std::uint64_t to) {
            for (std::uint64_t block = from; block < to; ++block)
                due.push_back(block);
        };
        up(0, 400);
        up(601, 1000);
        up(400, 500);
        for (std::uint64_t block = 600; block > 500; --block)
            due.push_back(block);
        due.push_back(500);
        QCOMPARE(blocks, due);
        QCOMPARE(route->blocksLeft(), std::uint64_t{0});
    }
    // Every block once, in every order, however many places there are and wherever; never one that lies in a
    // place before one that does not.
    void eachBlockOnceAndPlacesLast_data() {
        QTest::addColumn<ScanOrder>("order");
        for (const ScanOrder order : {ScanOrder::forward, ScanOrder::backward, ScanOrder::suspectsFirst,
                                      ScanOrder::sweep, ScanOrder::careful})
            QTest::addRow("%s", scanOrderName(order).data()) << order;
    }
    void eachBlockOnceAndPlacesLast() {
        QFETCH(ScanOrder, order);
        std::mt19937_64 random(7);
        for (int round = 0; round < 200; ++round) {
            SettledPlan plan;
            const std::uint64_t count = 200 + random() % 2000;
            plan.grid = {{{random() % 100}, {count * 8 - random() % 8}}, 8};
            plan.asked.order = order;
            plan.asked.suspects = {{{plan.grid.span.first.value + 400}, {100}}};
            plan.asked.berth = SectorCount{random() % 3 == 0 ? 0 : random() % 2000};
            std::vector<Standstill> places;
            std::set<std::uint64_t> inPlaces;
            std::set<std::uint64_t> never;
            for (std::uint64_t i = random() % 5; i > 0; --i) {
                const std::uint64_t block = random() % count;
                const Standstill one{plan.grid.spanOf(block), static_cast<StandstillKind>(random() % 3),
                                     static_cast<std::uint32_t>(1 + random() % 3)};
                if (!inPlaces.insert(block).second)
                    continue;
                addStandstill(places, one, true);
                if (plan.asked.berth->value > 0 && one.kind != StandstillKind::stalled && one.times > 1)
                    never.insert(block);
            }
            const auto route = makeRoute(plan, {{0, plan.grid.blocks()}}, {}, places);
            std::set<std::uint64_t> seen;
            bool atPlaces = false;
            while (const auto range = route->next()) {
                for (std::uint64_t i = 0; i < range->count; ++i) {
                    QVERIFY(seen.insert(range->at(i)).second);
                    const bool place = inPlaces.contains(range->at(i));
                    QVERIFY(plan.asked.berth->value == 0 || place || !atPlaces);
                    atPlaces = atPlaces || place;
                }
                RangeResult news;
                news.done = range->count;
                news.readTime = std::chrono::milliseconds{range->count};
                route->learn(news);
            }
            QCOMPARE(seen.size() + never.size(), plan.grid.blocks());
            QCOMPARE(route->blocksLeft(), never.size());
            for (const std::uint64_t block : never)
                QVERIFY(!seen.contains(block));
        }
    }
    // A stretch of bad surface is not felt for its end step by step.
    void theBerthGrowsWithEachPlaceBeside() {
        SettledPlan plan;
        plan.grid = {{{0}, {1 << 24}}, 256};
        plan.asked.berth = SectorCount{1000};
        std::vector<Standstill> places;
        for (std::uint64_t i = 0; i < 4; ++i)
            places.push_back({{{2'000'000 + i * 1500}, {256}}, StandstillKind::froze, 1});
        for (const Berth& berth : berthsOf(plan, places))
            QCOMPARE(berth.width.value, std::uint64_t{8000});
        places.push_back({{{9'000'000}, {256}}, StandstillKind::froze, 1});
        QCOMPARE(berthsOf(plan, places).back().width.value, std::uint64_t{1000});
        plan.asked.berth = SectorCount{0};
        QVERIFY(berthsOf(plan, places).empty());
    }

    void threeGoesReachEverythingElse_data() {
        QTest::addColumn<ScanOrder>("order");
        QTest::addColumn<bool>("saving");
        QTest::addColumn<sim::DefectKind>("kind");
        for (const ScanOrder order : {ScanOrder::forward, ScanOrder::backward, ScanOrder::suspectsFirst,
                                      ScanOrder::sweep, ScanOrder::careful})
            for (const bool saving : {false, true})
                for (const auto kind : {sim::DefectKind::freeze, sim::DefectKind::drop})
                    QTest::addRow("%s%s%s", scanOrderName(order).data(), saving ? ", saving" : "",
                                  kind == sim::DefectKind::drop ? ", drops" : "")
                        << order << saving << kind;
    }
    void threeGoesReachEverythingElse() {
        QFETCH(ScanOrder, order);
        QFETCH(bool, saving);
        QFETCH(sim::DefectKind, kind);
        const LbaSpan bad{{120'000}, {8}};
        const sim::Scenario scenario = freezingAt(bad, kind, 300'000);
        const QTemporaryDir folder;
        const std::string path = folder.filePath(QStringLiteral("a.img")).toStdString();
        const DriveIdentity identity = openSimulated(scenario)->identity();
        const auto image = [&]() -> std::shared_ptr<ImageWriter> {
            if (!saving)
                return {};
            auto opened = SavedImage::open(path, identity, {identity.whole()});
            if (!opened)
                qFatal("%s", opened.error().message().c_str());
            return std::make_shared<ImageWriter>(std::move(*opened));
        };
        std::optional<ScanRecord> record;
        Nanoseconds before{};
        for (int goes = 1; goes <= 3; ++goes) {
            record = go(scenario, plannedIn(order), record, image());
            QVERIFY2(disagreement(*record).isEmpty(), qPrintable(disagreement(*record)));
            QVERIFY(record->status.elapsed + std::chrono::milliseconds{1} > before);
            before = record->status.elapsed;
        }
        QVERIFY2(shareCovered(*record) > 0.999, qPrintable(QString::number(shareCovered(*record))));
        // Only the block that holds the place is left; what is said of it has not been taken away.
        const auto left = leftUnread(*record);
        QCOMPARE(left.size(), std::size_t{1});
        QCOMPARE(left[0].span.count.value, std::uint64_t{blockSectors});
        QVERIFY(left[0].span.overlaps(bad));
        QCOMPARE(record->standstills.size(), std::size_t{1});
        QCOMPARE(record->standstills[0].times, std::uint32_t{2});
        QCOMPARE(record->status.ended, EndReason::complete);
        QVERIFY(record->status.blocksDone < record->status.blocksPlanned);
        if (kind == sim::DefectKind::freeze) {
            QCOMPARE(record->status.totals.of(Grade::stalled), std::uint64_t{1});
            QCOMPARE(record->ledger.size(), std::size_t{1});
            QCOMPARE(record->ledger[0].standing, Standing::confirmed);
        } else {
            QVERIFY(record->ledger.empty());
        }
        if (!saving)
            return;
        const auto map = SavedImage::look(path);
        const auto gaps = map->held().gaps(identity.whole());
        QCOMPARE(gaps.size(), std::size_t{1});
        QCOMPARE(intersection(gaps[0], left[0].span), gaps[0]);
        QCOMPARE(map->standstills(), record->standstills);
        // A new scan of what is missing knows of it by the image alone.
        const ScanRecord rest = go(scenario, plannedIn(ScanOrder::forward), std::nullopt, image());
        QVERIFY(std::any_of(rest.events.begin(), rest.events.end(),
                            [](const ScanEvent& entry) { return entry.kind == ScanEventKind::notAsked; }));
    }
    // A place of any width is left behind, and felt for from both sides.
    void aWideOneIsLeftBehind() {
        const LbaSpan bad{{400'000}, {20 * wide}};
        const sim::Scenario scenario = freezingAt(bad);
        std::optional<ScanRecord> record;
        int goes = 0;
        const double readable = 1 - static_cast<double>(bad.count.value + 2 * blockSectors) / sectors;
        for (; goes < 12 && (!record || shareCovered(*record) < readable); ++goes)
            record = go(scenario, plannedIn(ScanOrder::forward), record);
        QVERIFY2(goes <= 8, qPrintable(QString::number(goes)));
        QVERIFY2(disagreement(*record).isEmpty(), qPrintable(disagreement(*record)));
    }
    // One that froze the drive and reads now: read, with what it did kept beside it.
    void whatReadsAgainIsReadAndStaysAFinding() {
        const LbaSpan bad{{400'000}, {8}};
        ScanRecord first = go(freezingAt(bad), plannedIn(ScanOrder::forward), std::nullopt);
        QCOMPARE(first.status.ended, EndReason::noAnswer);
        const ScanRecord second = go(smallScenario(sectors), {}, first);
        QCOMPARE(second.status.ended, EndReason::complete);
        QVERIFY(test::wholeSpanCovered(second));
        QCOMPARE(second.status.blocksDone, second.status.blocksPlanned);
        QCOMPARE(second.ledger.size(), std::size_t{1});
        QCOMPARE(second.ledger[0].grade, Grade::stalled);
        QCOMPARE(second.ledger[0].standing, Standing::passing);
        QVERIFY2(disagreement(second).isEmpty(), qPrintable(disagreement(second)));
    }
    // What is asked beforehand keeps off, too.
    void questionsBeforehandKeepOff() {
        const LbaSpan bad{{sectors / 32 - 300}, {2000}}; // where the first probe for the pace lies
        ScanPlan plan = plannedIn(ScanOrder::forward);
        const ScanRecord first = go(freezingAt(bad), plan, std::nullopt);
        ScanRecord kept = first;
        kept.plan.asked.measurePaceFirst = true;
        const ScanRecord second = go(freezingAt(bad), plan, kept);
        QVERIFY2(shareCovered(second) > 0.99, qPrintable(QString::number(shareCovered(second))));
    }
    void withoutABerthItIsReadInItsTurn() {
        const LbaSpan bad{{400'000}, {8}};
        ScanPlan plan = plannedIn(ScanOrder::forward);
        plan.berth = SectorCount{0};
        const ScanRecord first = go(freezingAt(bad), plan, std::nullopt);
        const ScanRecord second = go(freezingAt(bad), plan, first);
        QCOMPARE(second.status.totals.covered, first.status.totals.covered);
        QVERIFY2(disagreement(second).isEmpty(), qPrintable(disagreement(second)));
    }
};

ORBITA_TEST(TestStandstills)

} // namespace test_standstills

#include "test_standstills.moc"
