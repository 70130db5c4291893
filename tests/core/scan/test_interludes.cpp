// SPDX-License-Identifier: GPL-3.0-or-later
// What is due between two blocks, each by itself against a scan that only notes what is asked of it.
#include "core/scan/interludes/technician_pause.h"
#include "core/scan/interludes/temperature_watch.h"
#include "core/scan/interludes/vitals_watch.h"
#include "core/scan/limit_shortener.h"
#include "support/test_program.h"

namespace test_interludes {

using namespace orbita;

using std::chrono::seconds;

struct OwnClock final : Clock {
    [[nodiscard]] Nanoseconds now() const override { return m_now; }
    void sleep(Nanoseconds duration) override { m_now += duration; }
    Nanoseconds m_now{seconds{1000}};
};

struct NotedScan final : Interruptible {
    bool drain() override {
        ++drained;
        return drains;
    }
    void bringHeadBack() override { ++broughtBack; }
    void show(ScanPhase phase) override {
        phases.push_back(phase);
        if (onShow)
            onShow(phase);
    }
    void log(const ScanEvent& event) override { events.push_back(event.kind); }
    bool sleep(Nanoseconds time) override {
        ownClock.sleep(time);
        return !source.stop_requested();
    }
    [[nodiscard]] const std::stop_token& stop() const override { return token; }
    [[nodiscard]] Clock& clock() override { return ownClock; }
    [[nodiscard]] ScanTime& time() override { return scanTime; }
    [[nodiscard]] Lba position() const override { return {4711}; }

    bool drains = true;
    int drained = 0;
    int broughtBack = 0;
    std::function<void(ScanPhase)> onShow;
    std::vector<ScanPhase> phases;
    std::vector<ScanEventKind> events;
    OwnClock ownClock;
    ScanTime scanTime{ownClock};
    std::stop_source source;
    std::stop_token token = source.get_token();
};

// A drive's own setting, in memory.
struct OwnSetting final : ErrorRecoveryLimit {
    Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token&) override {
        asked.push_back(limit);
        if (limit < least)
            return tl::unexpected(Error{});
        now = limit;
        return before;
    }
    Result<bool> settle(const std::stop_token&) override { return false; }
    Result<void> restore(Nanoseconds) override {
        if (stuck)
            return tl::unexpected(Error{});
        now = before;
        return {};
    }
    Nanoseconds before = seconds{7};
    Nanoseconds now = before;
    Nanoseconds least{};
    bool stuck = false;
    std::vector<Nanoseconds> asked;
};

class TestInterludes : public QObject {
    Q_OBJECT
private slots:
    void aPauseIsNoTimeOfTheScan() {
        NotedScan scan;
        PauseGate gate;
        TechnicianPause pause(gate);
        QVERIFY(!pause.due({}));
        gate.close();
        QVERIFY(pause.due({}));
        scan.scanTime.begin(0);
        scan.ownClock.sleep(seconds{5});
        scan.onShow = [&](ScanPhase phase) {
            if (phase == ScanPhase::paused) {
                scan.ownClock.sleep(seconds{3600});
                gate.open();
            }
        };
        pause.run(scan);
        QCOMPARE(scan.scanTime.elapsed(), Nanoseconds{seconds{5}});
        QCOMPARE(scan.events, (std::vector{ScanEventKind::paused, ScanEventKind::resumed}));
        QCOMPARE(scan.phases.back(), ScanPhase::reading);
        QCOMPARE(scan.drained, 1);
    }
    void whatCannotBeDrainedIsPutOff() {
        NotedScan scan;
        scan.drains = false;
        PauseGate gate;
        gate.close();
        TechnicianPause(gate).run(scan);
        TemperatureWatch([](const auto&) { return 40; }, {}).run(scan);
        VitalsWatch([](const auto&) { return 1; }).run(scan);
        QVERIFY(scan.events.empty());
        QCOMPARE(scan.broughtBack, 0);
    }
    void timeLeftOutIsNotElapsed() {
        OwnClock clock;
        ScanTime time(clock);
        clock.sleep(seconds{1});
        QVERIFY(!time.carriesOn()); // however long it takes to begin
        time.carryOn(seconds{100});
        QVERIFY(time.carriesOn());
        time.begin(10);
        clock.sleep(seconds{20});
        QCOMPARE(time.blocksASecond(50), 2.0);
        time.leaveOut(seconds{15});
        QCOMPARE(time.elapsed(), Nanoseconds{seconds{105}});
        QCOMPARE(time.thisPart(), Nanoseconds{seconds{5}});
        // What was left out does not bring the pace down: it is measured anew.
        QCOMPARE(time.blocksASecond(50), 2.0);
        clock.sleep(seconds{2});
        QCOMPARE(time.blocksASecond(70), 10.0);
    }
    void theTemperatureIsAskedOnceAMinute() {
        NotedScan scan;
        int asked = 0;
        TemperatureWatch watch([&](const auto&) { return 30 + asked++; }, {});
        QVERIFY(watch.due(scan.ownClock.now()));
        watch.run(scan);
        QVERIFY(!watch.due(scan.ownClock.now() + seconds{59}));
        QVERIFY(watch.due(scan.ownClock.now() + seconds{60}));
        scan.ownClock.sleep(seconds{60});
        watch.run(scan);
        QCOMPARE(watch.latest(), std::optional(31));
        QCOMPARE(watch.hottest(), std::optional(31));
        QCOMPARE(scan.broughtBack, 2);
        watch.renew([](const auto&) { return std::optional<int>(); });
        QVERIFY(watch.due(scan.ownClock.now()));
        watch.run(scan);
        QVERIFY(!watch.due(scan.ownClock.now() + seconds{3600})); // it does not tell: not asked again
        QCOMPARE(watch.latest(), std::optional(31));
    }
    void whatIsTooHotCools() {
        NotedScan scan;
        int degrees = 63;
        TemperatureWatch watch([&](const auto&) { return degrees--; },
                               StopRule{RuleKind::temperature, 60, RuleAction::end});
        scan.scanTime.begin(0);
        watch.run(scan);
        QCOMPARE(scan.events, (std::vector{ScanEventKind::cooling, ScanEventKind::cooled}));
        QCOMPARE(watch.latest(), std::optional(55));
        QCOMPARE(watch.hottest(), std::optional(63));
        QCOMPARE(scan.scanTime.elapsed().count(), 0); // cooling is no time of the scan
        QVERIFY(scan.ownClock.now() - Nanoseconds{seconds{1000}} >= seconds{80});
    }
    void exactlyAsHotAsTheRuleIsTooHot() {
        NotedScan scan;
        TemperatureWatch just([](const auto&) { return 59; },
                              StopRule{RuleKind::temperature, 60, RuleAction::end});
        just.run(scan);
        QVERIFY(scan.events.empty());
        bool first = true;
        TemperatureWatch at([&](const auto&) { return std::exchange(first, false) ? 60 : 50; },
                            StopRule{RuleKind::temperature, 60, RuleAction::end});
        at.run(scan);
        QCOMPARE(scan.events, (std::vector{ScanEventKind::cooling, ScanEventKind::cooled}));
    }
    void aStopEndsTheCooling() {
        NotedScan scan;
        scan.source.request_stop();
        TemperatureWatch watch([](const auto&) { return 70; },
                               StopRule{RuleKind::temperature, 60, RuleAction::end});
        watch.run(scan);
        QCOMPARE(scan.events, std::vector{ScanEventKind::cooling}); // it did not get cooler
    }
    void vitalsAreAskedEveryTenMinutes() {
        NotedScan scan;
        VitalsWatch watch([](const auto&) { return 3; });
        QVERIFY(watch.due(scan.ownClock.now()));
        watch.run(scan);
        QCOMPARE(watch.critical(), std::uint64_t{3});
        QVERIFY(!watch.due(scan.ownClock.now() + seconds{599}));
        QVERIFY(watch.due(scan.ownClock.now() + seconds{600}));
        QVERIFY(!VitalsWatch({}).due(scan.ownClock.now()));
    }
    void theLimitIsShortenedAndPutBack() {
        auto setting = std::make_shared<OwnSetting>();
        LimitShortener limit(setting, seconds{1});
        const std::stop_token stop;
        QVERIFY(!limit.set(false, stop));
        const auto shortened = limit.set(true, stop);
        QVERIFY(shortened && shortened->kind == ScanEventKind::limitShortened);
        QCOMPARE(shortened->latency, Nanoseconds{seconds{1}});
        QCOMPARE(setting->now, Nanoseconds{seconds{1}});
        QVERIFY(!limit.set(true, stop)); // it is
        const auto back = limit.set(false, stop);
        QVERIFY(back && back->kind == ScanEventKind::limitRestored);
        QCOMPARE(setting->now, Nanoseconds{seconds{7}});
        QVERIFY(!limit.restore(stop));   // nothing is owed
        QVERIFY(!limit.set(true, stop)); // told once
        QVERIFY(limit.inForce());
        setting->stuck = true;
        QCOMPARE(limit.restore(stop)->kind, ScanEventKind::limitOwed);
    }
    void aDriveThatTakesNoShorterTimeGetsASecond() {
        auto setting = std::make_shared<OwnSetting>();
        setting->least = std::chrono::milliseconds{600};
        LimitShortener limit(setting, std::chrono::milliseconds{300});
        QVERIFY(limit.set(true, {}).has_value());
        QCOMPARE(setting->asked, (std::vector<Nanoseconds>{std::chrono::milliseconds{300}, seconds{1}}));
        QCOMPARE(limit.limit(), Nanoseconds{seconds{1}});
    }
    void aDriveThatRefusesIsNotAskedAgain() {
        auto setting = std::make_shared<OwnSetting>();
        setting->least = seconds{60};
        LimitShortener limit(setting, seconds{2});
        QCOMPARE(limit.set(true, {})->kind, ScanEventKind::limitUnchanged);
        QVERIFY(!limit.set(true, {}) && !limit.inForce());
        QCOMPARE(setting->asked.size(), std::size_t{1});
        limit.tryAgain();
        setting->least = {};
        QVERIFY(!limit.set(true, {})); // no news
        QVERIFY(limit.inForce());
    }
    void oneThatGivesUpSoonerAnywayIsSaidSo() {
        auto setting = std::make_shared<OwnSetting>();
        setting->before = std::chrono::milliseconds{500};
        LimitShortener limit(setting, seconds{2});
        const auto told = limit.set(true, {});
        QCOMPARE(told->latency, Nanoseconds{std::chrono::milliseconds{500}});
        QCOMPARE(limit.limit().count(), 0);
    }
};

ORBITA_TEST(TestInterludes)

} // namespace test_interludes

#include "test_interludes.moc"
