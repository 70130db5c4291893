// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/named_plan.h"
#include "support/test_program.h"

#include <cmath>

namespace test_plan {

using namespace orbita;

DriveIdentity drive(std::uint32_t logical = 512, std::uint32_t physical = 4096) {
    DriveIdentity d;
    d.path = "/dev/sdq";
    d.capacity.value = 100'000;
    d.logicalBytes = logical;
    d.physicalBytes = physical;
    return d;
}
DriveLimits limits(std::uint32_t perCommand = 0, std::uint32_t logical = 512) {
    DriveLimits l;
    l.maxSectors = (4U << 20U) / logical;
    l.maxSectorsPerCommand = perCommand;
    return l;
}
// As it stands on a drive: where it asks for spans, they are read by the drive's size.
Result<ScanPlan> planned(const NamedPlan& named, const DriveIdentity& drive) {
    ScanPlan plan = named.plan;
    if (named.span.empty())
        return plan;
    return parseSpans(named.span, drive).map([&](const std::vector<LbaSpan>& spans) {
        planSpans(plan, spans);
        return plan;
    });
}
class TestPlan : public QObject {
    Q_OBJECT
private slots:
    void wholeDriveIfNothingIsSaid() {
        const auto plan = settlePlan({}, drive(), limits());
        QVERIFY(plan.has_value());
        QCOMPARE(plan->grid.span, (LbaSpan{{0}, {100'000}}));
        QCOMPARE(plan->grid.blockSectors, 2048U);
    }
    // Never more than one command's worth, unless asked for.
    void blockFitsOneCommand() {
        QCOMPARE(settlePlan({}, drive(), limits(256))->grid.blockSectors, 256U);
        QCOMPARE(settlePlan({}, drive(), limits(1000))->grid.blockSectors, 512U);
        QCOMPARE(settlePlan({}, drive(), limits(2560))->grid.blockSectors, 2048U);
        QCOMPARE(settlePlan({}, drive(4096, 4096), limits(0, 4096))->grid.blockSectors, 256U);
    }
    void mistakes_data() {
        QTest::addColumn<quint64>("first");
        QTest::addColumn<quint64>("count");
        QTest::addColumn<unsigned>("block");
        QTest::addColumn<QString>("words");
        QTest::newRow("beyond the end") << 99'000ULL << 2'000ULL << 0U << "beyond the last sector, 99999";
        QTest::newRow("far beyond") << (1ULL << 60U) << 8ULL << 0U << "beyond the last sector";
        QTest::newRow("overflowing") << 8ULL << quint64{UINT64_MAX - 8} << 0U << "beyond the last sector";
        QTest::newRow("empty") << 8ULL << 0ULL << 0U << "empty";
        QTest::newRow("block too small") << 0ULL << 100ULL << 4U << "cannot be read at once";
        QTest::newRow("block too large") << 0ULL << 100ULL << 16384U << "cannot be read at once";
        QTest::newRow("no multiple") << 0ULL << 100ULL << 12U << "Choose 8 or 16 sectors";
    }
    void mistakes() {
        QFETCH(quint64, first);
        QFETCH(quint64, count);
        QFETCH(unsigned, block);
        QFETCH(QString, words);
        ScanPlan plan;
        plan.span = LbaSpan{{first}, {count}};
        plan.blockSectors = block;
        const auto settled = settlePlan(plan, drive(), limits());
        QVERIFY(!settled.has_value());
        QCOMPARE(settled.error().kind, Error::Kind::badCall);
        const QString message = QString::fromStdString(settled.error().message());
        QVERIFY2(message.contains(words), qPrintable(message));
    }
    void limitMustMakeSense() {
        ScanPlan plan;
        plan.limit = {};
        QVERIFY(!settlePlan(plan, drive(), limits()).has_value());
        plan.limit = std::chrono::hours{1};
        QVERIFY(!settlePlan(plan, drive(), limits()).has_value());
    }
    void spansAreRead() {
        const DriveIdentity d = drive(); // 100 000 sectors of 512 bytes
        const auto span = [&](const char* text) { return parseSpan(text, d).value_or(LbaSpan{}); };
        QCOMPARE(span("0..0"), (LbaSpan{{0}, {1}}));
        QCOMPARE(span("2048..4095"), (LbaSpan{{2048}, {2048}}));
        QCOMPARE(span("5.."), (LbaSpan{{5}, {99'995}}));
        QCOMPARE(span("..5"), (LbaSpan{{0}, {6}}));
        QCOMPARE(span("40%..60%"), (LbaSpan{{40'000}, {20'000}}));
        QCOMPARE(span("99.5%..100%"), (LbaSpan{{99'500}, {500}}));
        QCOMPARE(span("512kB..1.024MB"), (LbaSpan{{1000}, {1000}}));
        QCOMPARE(span("1MiB..2MiB"), (LbaSpan{{2048}, {2048}}));
        QCOMPARE(span("1000..1MiB"), (LbaSpan{{1000}, {1048}}));
        // One sector; as Orbita prints places; units as people write them.
        QCOMPARE(span("5"), (LbaSpan{{5}, {1}}));
        QCOMPARE(span("LBA 2\u00a0048 \u2013 4\u202f095"), (LbaSpan{{2048}, {2048}}));
        QCOMPARE(span("1 mib..2 MIB"), (LbaSpan{{2048}, {2048}}));
        QCOMPARE(*parseLength("64KiB", d), SectorCount{128});
        QCOMPARE(*parseLength("1 kB", d), SectorCount{2});
        QCOMPARE(*parseLength("7", d), SectorCount{7});
        for (const char* wrong : {"", "5%", "-1", "wide", "1TB", "100001"})
            QVERIFY2(!parseLength(wrong, d).has_value(), wrong);
        QCOMPARE(*parseAround("2048:1KiB", {9}, d), (LbaSpan{{2046}, {5}}));
        QCOMPARE(*parseAround("3", {9}, d), (LbaSpan{{0}, {13}}));
        QVERIFY(!parseAround("3:", {9}, d).has_value());
        // Bytes inside a sector take the whole sector.
        QCOMPARE(span("0.6kB..1.1kB"), (LbaSpan{{1}, {2}}));
        for (const char* wrong : {"", "..", "9..3", "a..b", "1...5", "-1..5", "0..18446744073709551615",
                                  "0..100000", "0..99999999999999999999", "60%..40%", "0%..101%", "1GB..2GB",
                                  "40%", "5MB", "nan%..5%", "5XB..6XB"})
            QVERIFY2(!parseSpan(wrong, d).has_value(), wrong);
        QVERIFY(parseSpan("9..3", d).error().message().find("before its beginning") != std::string::npos);
        QVERIFY(parseSpan("0..100000", d).error().message().find("99999") != std::string::npos);
    }
    void stopRulesAreRead() {
        QCOMPARE(*parseStopRule("unreadable:50"), (StopRule{RuleKind::unreadable, 50, RuleAction::end}));
        QCOMPARE(*parseStopRule("patches:3:ask"), (StopRule{RuleKind::patches, 3, RuleAction::ask}));
        for (const char* text : {"growth:8", "stalls:2:ask", "minutes:90", "temperature:55"})
            QCOMPARE(stopRuleText(*parseStopRule(text)), std::string(text));
        for (const char* wrong : {"", "unreadable", "unreadable:", "unreadable:0", "noise:3", "minutes:5:end",
                                  ":ask", "minutes:-1"})
            QVERIFY2(!parseStopRule(wrong).has_value(), wrong);
    }
    void plansByName() {
        const auto named = parseNamedPlan(
            R"({"name": "Quay check", "mode": "verify", "order": "sweep", "sweep_percent": 25, "span": "0%..50%",
                "rules": ["unreadable:9", "stalls:2:ask"], "block_sectors": 256, "limit_ms": 4000})");
        QVERIFY2(named.has_value(), named ? "" : named.error().c_str());
        QCOMPARE(named->plan.way, ReadWay::verify);
        QCOMPARE(named->plan.order, ScanOrder::sweep);
        QCOMPARE(named->plan.rules.size(), std::size_t{2});
        const auto plan = planned(*named, drive());
        QCOMPARE(*plan->span, (LbaSpan{{0}, {50'000}}));
        QCOMPARE(plan->limit, Nanoseconds{std::chrono::seconds{4}});
        QVERIFY(!planned({"x", "90%..10%", {}}, drive()).has_value());
        const std::vector<std::pair<const char*, const char*>> mistakes = {
            {R"([])", "object"},
            {R"({"order": "forward"})", "name"},
            {R"({"name": ""})", "needs a name"},
            {R"({"name": "x", "speed": 3})", "\"speed\""},
            {R"({"name": "x", "order": "upwards"})", "upwards"},
            {R"({"name": "x", "mode": "fua"})", "read or verify"},
            {R"({"name": "x", "rules": ["noise:3"]})", "noise:3"},
            {R"({"name": "x", "samples": "many"})", "not as it should be"},
        };
        for (const auto& [text, words] : mistakes) {
            const auto wrong = parseNamedPlan(text);
            QVERIFY2(!wrong && wrong.error().find(words) != std::string::npos, text);
        }
        // Those Orbita brings along can be carried out.
        for (const NamedPlan& own : defaultPlans())
            QVERIFY2(settlePlan(*planned(own, drive()), drive(), limits()).has_value(), own.name.c_str());
    }
    // What contradicts itself is refused before the drive is asked anything.
    void contradictionsAreRefused() {
        const auto refused = [](const ScanPlan& plan, const char* words) {
            const auto settled = settlePlan(plan, drive(), limits());
            return !settled && settled.error().message().find(words) != std::string::npos;
        };
        ScanPlan plan;
        plan.span = LbaSpan{{1000}, {1000}};
        plan.parts = {{{1500}, {501}}};
        QVERIFY(refused(plan, "does not lie in the span"));
        plan.parts = {{{1500}, {500}}};
        QVERIFY(settlePlan(plan, drive(), limits()).has_value());
        plan.order = ScanOrder::sweep;
        for (const double percent : {0.0, -1.0, 50.5, std::nan("")}) {
            plan.sweepDistancePercent = percent;
            QVERIFY(refused(plan, "distance"));
        }
        plan.order = ScanOrder::sample;
        plan.samples = 0;
        QVERIFY(refused(plan, "no block would be drawn"));
        plan.order = ScanOrder::forward;
        plan.rules = {{RuleKind::stalls, 1}, {RuleKind::stalls, 2}};
        QVERIFY(refused(plan, "two rules"));
        plan.rules = {{RuleKind::minutes, 0}};
        QVERIFY(refused(plan, "at once"));
    }
};

ORBITA_TEST(TestPlan)

} // namespace test_plan

#include "test_plan.moc"
