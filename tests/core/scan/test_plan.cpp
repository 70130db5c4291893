// SPDX-License-Identifier: GPL-3.0-or-later
#include <QTest>

#include "core/scan/plan.h"

using namespace orbita;

namespace {
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
} // namespace

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
        QCOMPARE(*parseSpan("0..0"), (LbaSpan{{0}, {1}}));
        QCOMPARE(*parseSpan("2048..4095"), (LbaSpan{{2048}, {2048}}));
        for (const char* wrong : {"", "5", "..", "5..", "..5", "9..3", "a..b", "1...5", "-1..5",
                                  "0..18446744073709551615", "0..99999999999999999999"})
            QVERIFY2(!parseSpan(wrong).has_value(), wrong);
        QVERIFY(parseSpan("9..3").error().message().find("before its beginning") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestPlan)
#include "test_plan.moc"
