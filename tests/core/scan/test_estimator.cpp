// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/estimator.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <thread>

namespace test_estimator {

using namespace orbita;
using namespace orbita::test;

class TestEstimator : public QObject {
    Q_OBJECT
private slots:
    void nothingKnownNothingSaid() { QVERIFY(!Estimator({{0}, {1000}}).expected({{0}, {1000}}).has_value()); }
    void averageWithoutProbes() {
        Estimator estimator({{0}, {1000}});
        estimator.observe({{0}, {100}}, Nanoseconds{100'000});
        QCOMPARE(*estimator.expected({{100}, {900}}), Nanoseconds{900'000});
    }
    void curveBetweenProbes() {
        Estimator estimator({{0}, {1000}});
        estimator.addProbe({0}, 10);
        estimator.addProbe({1000}, 20);
        QCOMPARE(*estimator.expected({{0}, {1000}}), Nanoseconds{15'000});
        QCOMPARE(*estimator.expected({{500}, {500}}), Nanoseconds{8'750});
    }
    void observationCorrectsTheCurve() {
        Estimator estimator({{0}, {1000}});
        estimator.addProbe({0}, 10);
        estimator.addProbe({1000}, 10);
        estimator.observe({{0}, {100}}, Nanoseconds{2'000}); // twice as slow as the probes said
        QCOMPARE(*estimator.expected({{100}, {900}}), Nanoseconds{18'000});
    }
    void guessIsARange() {
        const auto guess = guessDuration(4'000'000'000'000, true, false);
        QVERIFY(guess.least < guess.most);
        QVERIFY(guess.least > std::chrono::hours{4} && guess.most < std::chrono::hours{20});
    }
    // Time left, at every twentieth of a scan from a tenth on, against what it then took.
    void timeLeftIsRightWithinFifteenPercent_data() {
        QTest::addColumn<double>("inner");
        QTest::addColumn<unsigned>("zones");
        QTest::addColumn<bool>("probes");
        QTest::addColumn<bool>("defectsBehind");
        QTest::newRow("falls to half") << 100.0 << 24U << true << false;
        QTest::newRow("falls to two fifths, few zones") << 80.0 << 5U << true << false;
        QTest::newRow("even") << 200.0 << 1U << true << false;
        QTest::newRow("even, no probes") << 200.0 << 1U << false << false;
        QTest::newRow("a slow patch early on") << 100.0 << 24U << true << true;
    }
    void timeLeftIsRightWithinFifteenPercent() {
        QFETCH(double, inner);
        QFETCH(unsigned, zones);
        QFETCH(bool, probes);
        QFETCH(bool, defectsBehind);
        sim::Scenario scenario = smallScenario(400'000'000);
        scenario.outerMbPerS = 200;
        scenario.innerMbPerS = inner;
        scenario.zones = zones;
        if (defectsBehind)
            for (std::uint64_t i = 0; i < 200; ++i) {
                sim::Defect slow;
                slow.span = {{4'000'000 + i * 4096}, {8}};
                slow.delay = std::chrono::seconds{1};
                scenario.defects.push_back(slow);
            }
        auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.measurePaceFirst = probes;
        const auto settled = settlePlan(plan, drive->identity(), drive->limits());
        PauseGate pause;
        ScanFeed feed;
        Engine engine(*drive, *settled, {}, pause, feed);
        // Watched from another thread while it runs, as a viewer would.
        struct Said {
            double share;
            Nanoseconds elapsed;
            Nanoseconds left;
        };
        std::vector<Said> said;
        std::jthread runner([&](const std::stop_token& stop) { engine.run(stop); });
        ScanStatus status;
        do {
            status = feed.status();
            std::this_thread::sleep_for(
                std::chrono::microseconds{20}); // the engine is to be watched, not held up
            const double share = static_cast<double>(status.position.value) / 400'000'000;
            if (status.phase == ScanPhase::reading && status.left && share >= 0.1 && share < 0.97 &&
                (said.empty() || share > said.back().share + 0.02))
                said.push_back({share, status.elapsed, *status.left});
        } while (status.phase != ScanPhase::ended);
        runner.join();
        QVERIFY2(said.size() >= 5, qPrintable(QString::number(said.size())));
        for (const Said& s : said) {
            const double really = toSeconds(status.elapsed - s.elapsed);
            const double off = toSeconds(s.left) / really - 1;
            QVERIFY2(std::abs(off) <= 0.15, qPrintable(QStringLiteral("at %1: said %2 s, took %3 s")
                                                           .arg(s.share)
                                                           .arg(toSeconds(s.left))
                                                           .arg(really)));
        }
    }
    void expectedBeforeTheFirstBlock() {
        sim::Scenario scenario = smallScenario(400'000'000);
        auto drive = openSimulated(scenario);
        const ScanRecord record = runScan(*drive, {});
        const auto measured =
            std::find_if(record.events.begin(), record.events.end(),
                         [](const ScanEvent& e) { return e.kind == ScanEventKind::paceMeasured; });
        QVERIFY(measured != record.events.end());
        QVERIFY(std::abs(toSeconds(measured->latency) / toSeconds(record.status.elapsed) - 1) < 0.15);
    }
};

ORBITA_TEST(TestEstimator)

} // namespace test_estimator

#include "test_estimator.moc"
