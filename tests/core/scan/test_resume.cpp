// SPDX-License-Identifier: GPL-3.0-or-later
// A scan that was broken off anywhere goes on to the result of one that was not.
#include "core/scan/continuation.h"
#include "core/scan/session.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <random>

namespace test_resume {

using namespace orbita;
using namespace orbita::test;

#if defined(ORBITA_SANITIZED)
constexpr int wantedBreaks = 40;
#else
constexpr int wantedBreaks = 300;
#endif

constexpr std::uint64_t sectors = 400'000;

sim::Scenario sick(unsigned seed) {
    std::mt19937_64 random(seed);
    sim::Scenario scenario = smallScenario(sectors);
    scenario.seed = seed;
    for (int i = 0; i < 12; ++i) {
        sim::Defect defect;
        defect.span = {{random() % sectors / 8 * 8}, {8}};
        defect.kind = i % 2 == 0 ? sim::DefectKind::unreadable : sim::DefectKind::slow;
        defect.delay = i % 2 == 0 ? std::chrono::milliseconds{400}
                                  : Nanoseconds{fromSeconds((i % 4 == 1 ? 14 : 50) * 60.0 / 7200)};
        scenario.defects.push_back(defect);
    }
    sim::settleDefects(scenario);
    return scenario;
}

ScanPlan planned(unsigned seed) {
    ScanPlan plan;
    plan.blockSectors = seed % 3 == 0 ? 64 : 256;
    plan.measurePaceFirst = false;
    plan.order = std::array{ScanOrder::forward, ScanOrder::careful, ScanOrder::backward, ScanOrder::sweep,
                            ScanOrder::suspectsFirst}[seed % 5];
    plan.suspects = {{{sectors / 2}, {1000}}};
    return plan;
}

// Runs until so many blocks are answered, then breaks off as a kill does: what counts is what was written
// down. `keep`: a copy as an autosave makes it, between any two answers.
ScanRecord brokenOff(const sim::Scenario& scenario, const ScanPlan& plan, std::uint64_t afterReaps,
                     const ScanRecord* earlier, bool& ended) {
    class Breaking final : public Drive {
    public:
        Breaking(std::unique_ptr<Drive> drive, std::uint64_t reaps)
            : m_drive(std::move(drive)), m_left(reaps) {}
        [[nodiscard]] const DriveIdentity& identity() const override { return m_drive->identity(); }
        [[nodiscard]] const DriveLimits& limits() const override { return m_drive->limits(); }
        void addNote(AccessNote note) override { m_drive->addNote(note); }
        [[nodiscard]] Link& link() override { return m_drive->link(); }
        void submit(std::span<const ReadRequest> r) override { m_drive->submit(r); }
        std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
            if (m_left > 0 && --m_left == 0)
                kept = recordOf(*feed, 5, {});
            return m_drive->reap(answers.first(1), patience);
        }
        ScanFeed* feed = nullptr;
        std::optional<ScanRecord> kept;

    private:
        std::unique_ptr<Drive> m_drive;
        std::uint64_t m_left;
    };
    Breaking drive(openSimulated(scenario), afterReaps);
    const auto settled = settlePlan(plan, drive.identity(), drive.limits());
    PauseGate pause;
    ScanFeed feed;
    drive.feed = &feed;
    std::optional<ScanRecord> copy;
    {
        Engine engine(drive, *settled, {}, pause, feed, {.earlier = earlier});
        engine.run({});
    }
    ended = !drive.kept.has_value();
    if (ended)
        return recordOf(feed, 5, {});
    // The plate is shared with the engine, which went on: what is not vouched for in the copy is made
    // garbage, as it may be after a crash.
    ScanRecord record = *drive.kept;
    auto plate = std::make_shared<Plate>(record.plate->blocks());
    SpanSet covered;
    for (const LbaSpan& span : record.covered)
        covered.add(span);
    for (std::uint64_t block = 0; block < plate->blocks(); ++block)
        if (covered.contains(record.plan.grid.spanOf(block)))
            plate->set(block, record.plate->at(block));
        else
            plate->set(block, {Grade::steady, Standing::once, 700});
    plate->settle(0, plate->blocks());
    record.plate = plate;
    return record;
}

using Truth = std::vector<std::tuple<std::uint64_t, std::uint64_t, Grade, Standing>>;
Truth truthOf(const ScanRecord& record) {
    Truth truth;
    for (const LedgerEntry& entry : record.ledger)
        truth.emplace_back(entry.span.first.value, entry.span.count.value, entry.grade, entry.standing);
    return truth;
}

class TestResume : public QObject {
    Q_OBJECT
private slots:
    // Breaks at random moments, each taken up again, some several times over.
    void goesOnToTheSameResult() {
        int breaks = 0;
        for (unsigned seed = 1; breaks < wantedBreaks; ++seed) {
            const sim::Scenario scenario = sick(seed);
            const ScanPlan plan = planned(seed);
            bool ended = false;
            const ScanRecord whole = brokenOff(scenario, plan, 0, nullptr, ended);
            QCOMPARE(whole.status.ended, EndReason::complete);

            std::mt19937_64 random(seed);
            std::optional<ScanRecord> kept;
            Nanoseconds before{};
            for (ended = false; !ended; ++breaks) {
                const std::uint64_t after = 1 + random() % (2 * sectors / 64);
                kept = brokenOff(scenario, kept ? planToContinue(*kept) : plan, after,
                                 kept ? &*kept : nullptr, ended);
                QVERIFY(kept->status.elapsed >= before);
                before = kept->status.elapsed;
            }
            --breaks;
            QCOMPARE(kept->status.ended, EndReason::complete);
            QVERIFY(test::wholeSpanCovered(*kept));
            QCOMPARE(truthOf(*kept), truthOf(whole));
            QCOMPARE(kept->status.blocksDone, kept->status.blocksPlanned);
            for (std::uint64_t block = 0; block < whole.plate->blocks(); ++block) {
                const Cell a = whole.plate->at(block);
                const Cell b = kept->plate->at(block);
                // A stretch that begins anew has its own run-up; a seek is no lateness, but it is in the
                // latency.
                if (a.grade >= Grade::laboured || b.grade >= Grade::laboured) {
                    QCOMPARE(b.grade, a.grade);
                    QCOMPARE(b.standing, a.standing);
                } else {
                    QVERIFY(b.grade == Grade::steady || b.grade == Grade::late);
                }
            }
            const auto counts = kept->plate->countGrades(0, kept->plate->blocks());
            for (const Grade grade : allGrades)
                if (grade != Grade::none)
                    QCOMPARE(kept->status.totals.of(grade), counts[static_cast<std::size_t>(grade)]);
        }
    }
    // Whoever looks on, to keep it or to show it, sees all that was done before from the very first moment.
    void whatWasDoneIsThereBeforeItGoesOn() {
        const sim::Scenario scenario = sick(3);
        const ScanPlan plan = planned(3);
        bool ended = false;
        const ScanRecord kept = brokenOff(scenario, plan, 400, nullptr, ended);
        QVERIFY(!ended && kept.status.blocksDone > 0);
        const auto drive = openSimulated(scenario);
        const auto settled = settlePlan(planToContinue(kept), drive->identity(), drive->limits());
        PauseGate pause;
        ScanFeed feed;
        const Engine engine(*drive, *settled, {}, pause, feed, {.earlier = &kept});
        const ScanRecord seen = recordOf(feed, 5, {});
        QVERIFY(seen.plate);
        QVERIFY(seen.status.blocksDone > 0);
        QCOMPARE(seen.status.blocksPlanned, kept.status.blocksPlanned);
        QCOMPARE(seen.status.elapsed, kept.status.elapsed);
        QCOMPARE(seen.covered, kept.covered);
        QCOMPARE(seen.events.back().kind, ScanEventKind::continued);
        QCOMPARE(seen.status.eventCount, seen.events.size());
    }
    void whatIsVouchedForIsNotReadAgain() {
        const sim::Scenario scenario = sick(2);
        ScanPlan plan = planned(3);
        plan.order = ScanOrder::forward;
        bool ended = false;
        const ScanRecord kept = brokenOff(scenario, plan, 900, nullptr, ended);
        QVERIFY(!ended);
        const std::uint64_t left = sectors - kept.status.totals.covered.value;
        QVERIFY(left > 0 && left < sectors);
        auto drive = openSimulated(scenario);
        const auto settled = settlePlan(planToContinue(kept), drive->identity(), drive->limits());
        PauseGate pause;
        ScanFeed feed;
        Engine engine(*drive, *settled, {}, pause, feed, {.earlier = &kept});
        engine.run({});
        const ScanRecord whole = recordOf(feed, 5, {});
        QVERIFY(test::wholeSpanCovered(whole));
        const auto continued = std::find_if(whole.events.begin(), whole.events.end(), [](const ScanEvent& e) {
            return e.kind == ScanEventKind::continued;
        });
        QVERIFY(continued != whole.events.end());
        // Two seconds of work at most are done twice: here, a block.
        QVERIFY(whole.status.elapsed >= kept.status.elapsed);
    }
    void anotherDriveOrGeometryIsRefused() {
        bool ended = false;
        const ScanRecord kept = brokenOff(sick(2), planned(2), 50, nullptr, ended);
        DriveIdentity drive = kept.drive;
        QVERIFY(!whyNotContinued(kept, drive));
        drive.serial = "T-2";
        QVERIFY(whyNotContinued(kept, drive)->message().find("T-2") != std::string::npos);
        drive = kept.drive;
        drive.capacity.value -= 8;
        QVERIFY(whyNotContinued(kept, drive)->message().find("shrank") != std::string::npos);
        drive = kept.drive;
        drive.logicalBytes = 4096;
        QVERIFY(whyNotContinued(kept, drive));
        drive = kept.drive;
        drive.capacity.value += 8; // larger is no harm
        QVERIFY(!whyNotContinued(kept, drive));

        // Of two images that tell nothing of themselves, the path tells which is which.
        ScanRecord image = kept;
        image.drive.serial.clear();
        drive = image.drive;
        QVERIFY(!whyNotContinued(image, drive));
        drive.path = "elsewhere.img";
        QVERIFY(whyNotContinued(image, drive));

        sim::Scenario other = sick(2);
        other.identity.serial = "T-9";
        ScanSession session(
            [&](const std::stop_token&) { return Result<std::unique_ptr<Drive>>(openSimulated(other)); },
            planToContinue(kept), kept);
        session.stopAndWait();
        QVERIFY(session.feed().error());
        QVERIFY(session.feed().error()->message().find("T-9") != std::string::npos);
    }
};

ORBITA_TEST(TestResume)

} // namespace test_resume

#include "test_resume.moc"
