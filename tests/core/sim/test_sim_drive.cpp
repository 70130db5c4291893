// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/scan_runner.h"
#include "support/test_program.h"

namespace test_sim_drive {

using namespace orbita;
using namespace orbita::sim;
using namespace orbita::test;

ReadAnswer readOne(Drive& drive, LbaSpan span) {
    const ReadRequest request{1, span, std::chrono::hours{1}};
    drive.submit({&request, 1});
    ReadAnswer answer;
    while (drive.reap({&answer, 1}, std::chrono::seconds{100}) == 0) {
    }
    return answer;
}

Defect defect(DefectKind kind, std::uint64_t lba, std::uint64_t sectors = 8) {
    Defect d;
    d.kind = kind;
    d.span = {{lba}, {sectors}};
    d.delay = std::chrono::milliseconds{500};
    return d;
}

class TestSimDrive : public QObject {
    Q_OBJECT
private slots:
    void saysWhoItIs() {
        auto drive = openSimulated(smallScenario());
        QCOMPARE(drive->identity().model, std::string("Test Tern"));
        QCOMPARE(drive->identity().rpm.value_or(0), 7200U);
        QCOMPARE(drive->identity().sectorsPerPhysical(), 8U);
    }
    void sameSeedSameDrive() {
        Scenario scenario = smallScenario();
        scenario.jitterPercent = 5;
        scenario.speckles.push_back({50'000, std::chrono::milliseconds{20}, std::chrono::milliseconds{90}});
        const auto latencies = [](const Scenario& s) {
            auto drive = openSimulated(s);
            std::vector<std::int64_t> list;
            for (std::uint64_t lba = 0; lba < 200'000; lba += 2048)
                list.push_back(readOne(*drive, {{lba}, {2048}}).latency.count());
            return list;
        };
        const auto first = latencies(scenario);
        QCOMPARE(first, latencies(scenario));
        scenario.seed = 2;
        QVERIFY(first != latencies(scenario));
    }
    void paceFallsInwards() {
        Scenario scenario = smallScenario(1ULL << 30U);
        scenario.headSpreadPercent = 0;
        scenario.jitterPercent = 0;
        auto drive = openSimulated(scenario);
        const auto streamed = [&](std::uint64_t lba) {
            readOne(*drive, {{lba}, {2048}});
            return readOne(*drive, {{lba + 2048}, {2048}}).latency;
        };
        const double ratio = toMilliseconds(streamed((1ULL << 30U) - 10'000)) / toMilliseconds(streamed(0));
        QVERIFY2(std::abs(ratio - 2) < 0.05, qPrintable(QString::number(ratio)));
    }
    // A repeated read is answered by the drive's cache, at once, until other reads have pushed it out.
    void repeatComesFromTheCache() {
        Scenario scenario = smallScenario(1 << 22);
        scenario.defects = {defect(DefectKind::slow, 4096)};
        scenario.cacheBytes = 8 << 20;
        auto drive = openSimulated(scenario);
        const LbaSpan span{{4096}, {2048}};
        QVERIFY(readOne(*drive, span).latency > std::chrono::milliseconds{500});
        QVERIFY(readOne(*drive, span).latency < std::chrono::milliseconds{10});
        for (std::uint64_t lba = 100'000; lba < 100'000 + 40 * 2048; lba += 2048)
            readOne(*drive, {{lba}, {2048}});
        QVERIFY(readOne(*drive, span).latency > std::chrono::milliseconds{500});
    }
    void unreadableNamesTheFirstBadSector() {
        Scenario scenario = smallScenario();
        scenario.defects = {defect(DefectKind::unreadable, 1000), defect(DefectKind::unreadable, 3000)};
        auto drive = openSimulated(scenario);
        const ReadAnswer answer = readOne(*drive, {{0}, {8192}});
        QCOMPARE(answer.verdict.outcome, Outcome::unreadable);
        QCOMPARE(answer.verdict.firstBad->value, std::uint64_t{1000});
        QCOMPARE(readOne(*drive, {{1008}, {8}}).verdict.outcome, Outcome::answered);
        QCOMPARE(readOne(*drive, {{1007}, {1}}).verdict.outcome, Outcome::unreadable);
    }
    void slowAtTimes() {
        Scenario scenario = smallScenario();
        Defect d = defect(DefectKind::slow, 1000);
        d.probability = 0.5;
        scenario.defects = {d};
        scenario.cacheBytes = 0;
        auto drive = openSimulated(scenario);
        int slow = 0;
        for (int i = 0; i < 400; ++i)
            slow += readOne(*drive, {{1000}, {8}}).latency > std::chrono::milliseconds{400} ? 1 : 0;
        QVERIFY2(slow > 150 && slow < 250, qPrintable(QString::number(slow)));
    }
    void linkFaultIsNotTheSurface() {
        Scenario scenario = smallScenario();
        Defect d = defect(DefectKind::linkFault, 1000);
        d.times = 1;
        scenario.defects = {d};
        auto drive = openSimulated(scenario);
        QCOMPARE(readOne(*drive, {{1000}, {8}}).verdict.outcome, Outcome::linkFault);
        QCOMPARE(readOne(*drive, {{1000}, {8}}).verdict.outcome, Outcome::answered);
    }
    void dropIsForGood() {
        Scenario scenario = smallScenario();
        scenario.defects = {defect(DefectKind::drop, 1000)};
        auto drive = openSimulated(scenario);
        QCOMPARE(readOne(*drive, {{0}, {8}}).verdict.outcome, Outcome::answered);
        QCOMPARE(readOne(*drive, {{1000}, {8}}).verdict.outcome, Outcome::driveGone);
        QCOMPARE(readOne(*drive, {{0}, {8}}).verdict.outcome, Outcome::driveGone);
    }
    void freezeForeverNeverAnswers() {
        Scenario scenario = smallScenario();
        Defect d = defect(DefectKind::freeze, 1000);
        d.endless = true;
        scenario.defects = {d};
        auto drive = openSimulated(scenario);
        const ReadRequest request{1, {{1000}, {8}}, std::chrono::seconds{8}};
        drive->submit({&request, 1});
        ReadAnswer answer;
        const Nanoseconds from = drive->clock().now();
        QCOMPARE(drive->reap({&answer, 1}, std::chrono::hours{10}), std::size_t{0});
        QCOMPARE(drive->clock().now() - from, Nanoseconds{std::chrono::hours{10}});
    }
    void readBeyondTheEndIsRefused() {
        auto drive = openSimulated(smallScenario(10'000));
        QCOMPARE(readOne(*drive, {{9'999}, {8}}).verdict.outcome, Outcome::unreadable);
    }
    // Several commands at once: one head serves them in turn, solid state side by side; answers keep the
    // order, and behind trouble only what the drive already has is still served.
    void severalCommandsAtOnce() {
        const auto served = [](Scenario scenario) {
            scenario.commandsAtOnce = 4;
            scenario.defects = {defect(DefectKind::slow, 100'000)};
            auto drive = openSimulated(scenario);
            if (drive->link().setDepth(5) || !drive->link().setDepth(4))
                qFatal("it takes as many as the scenario says");
            std::vector<ReadRequest> requests;
            for (std::uint64_t i = 0; i < 6; ++i)
                requests.push_back({i, {{100'000 * (i + 1)}, {8}}, std::chrono::milliseconds{200}});
            drive->submit(requests);
            std::vector<ReadAnswer> answers(6);
            std::size_t n = 0;
            while (n < 6)
                n += drive->reap(std::span(answers).subspan(n), std::chrono::seconds{10});
            return answers;
        };
        const auto inTurn = served(smallScenario());
        const auto sideBySide = served([] {
            Scenario scenario = smallScenario();
            scenario.identity.rotationRate = 1;
            scenario.cacheBytes = 0;
            return scenario;
        }());
        for (const auto& answers : {inTurn, sideBySide}) {
            for (std::size_t i = 0; i < 6; ++i)
                QCOMPARE(answers[i].tag, std::uint64_t{i});
            QVERIFY(answers[0].latency > std::chrono::milliseconds{500});
            for (std::size_t i = 1; i < 4; ++i)
                QCOMPARE(answers[i].verdict.outcome, Outcome::answered);
            QCOMPARE(answers[4].verdict.outcome, Outcome::withdrawn);
            QCOMPARE(answers[5].verdict.outcome, Outcome::withdrawn);
        }
        for (std::size_t i = 1; i < 4; ++i) {
            QVERIFY(inTurn[i].latency > inTurn[i - 1].latency);
            QVERIFY(sideBySide[i].latency < std::chrono::milliseconds{20});
        }
        QVERIFY(!openSimulated(smallScenario())->link().setDepth(2));
    }
    void pacedClockKeepsPace() {
        VirtualClock clock(100);
        clock.advanceTo(std::chrono::seconds{1}); // sets out from here
        MonotonicClock real;
        const Nanoseconds from = real.now();
        for (int i = 0; i < 100; ++i)
            clock.sleep(std::chrono::milliseconds{200});
        const double took = toSeconds(real.now() - from);
        QVERIFY2(took > 0.18, qPrintable(QString::number(took))); // 20 virtual seconds at 100 to one
    }
};

ORBITA_TEST(TestSimDrive)

} // namespace test_sim_drive

#include "test_sim_drive.moc"
