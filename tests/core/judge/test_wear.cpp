// SPDX-License-Identifier: GPL-3.0-or-later
// The figure of wear against two models of ageing (docs/ageing.md), on seeds that nothing was chosen by.
#include "core/judge/evidence/wear.h"
#include "core/sim/ageing.h"
#include "support/retry_drives.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <functional>

namespace test_wear {

using namespace orbita;

#ifdef ORBITA_SANITIZED
constexpr std::uint64_t drivesOfThird = 6; // simulated ones take their time
constexpr unsigned stepsAtOnce = 4;
#else
constexpr std::uint64_t drivesOfThird = 80;
constexpr unsigned stepsAtOnce = 1;
#endif
constexpr std::uint64_t heldOut = 700'000; // seeds from here on

// 137 GB in blocks of 4 MiB.
ScanRecord readSimulated(double life, std::uint64_t drive, const std::vector<sim::OtherLoad>& loads = {}) {
    sim::Scenario young = test::smallScenario(1ULL << 28U);
    young.cacheBytes = 16U << 20U;
    sim::Scenario old = sim::aged(young, life, drive);
    old.otherLoads = loads;
    auto opened = test::openSimulated(old);
    ScanPlan plan;
    plan.blockSectors = 8192;
    return test::runScan(*opened, plan);
}

double wearIn(const ScanRecord& record) {
    const auto wear = wearOf(digestOf(record));
    return wear ? wear->doublings : -1e9;
}

// How likely one of `older` has the larger figure than one of `younger`: the area under the ROC curve.
double areaUnderRoc(const std::vector<double>& younger, const std::vector<double>& older) {
    double wins = 0;
    for (const double a : younger)
        for (const double b : older)
            wins += b > a ? 1 : b == a ? 0.5 : 0;
    return wins / static_cast<double>(younger.size() * older.size());
}

double meanOf(const std::vector<double>& values) {
    double sum = 0;
    for (const double value : values)
        sum += value;
    return sum / static_cast<double>(values.size());
}

using Model = std::function<double(double life, std::uint64_t drive)>;

double simulated(double life, std::uint64_t drive) {
    return wearIn(readSimulated(life, drive));
}

double byMargins(double life, std::uint64_t drive) {
    return wearIn(test::RetryDrive(drive).scan(life));
}

void thirdsAreTold(const Model& model) {
    std::array<std::vector<double>, 3> figures;
    for (std::size_t third = 0; third < 3; ++third)
        for (std::uint64_t n = 0; n < drivesOfThird; ++n) {
            const double within = (static_cast<double>(n) + 0.5) / static_cast<double>(drivesOfThird);
            figures[third].push_back(
                model((static_cast<double>(third) + within) / 3, heldOut + third * 10'000 + n));
        }
    for (std::size_t third = 0; third + 1 < 3; ++third) {
        const double area = areaUnderRoc(figures[third], figures[third + 1]);
        const QByteArray told = QByteArray::number(area) + " between thirds " +
                                QByteArray::number(static_cast<int>(third)) + " and the next";
        if (qEnvironmentVariableIsSet("ORBITA_TELL"))
            qInfo("%s", told.constData());
#ifdef ORBITA_SANITIZED
        QVERIFY2(area >= 0.75, told); // of so few drives, chance has its share
#else
        QVERIFY2(area >= 0.95, told);
#endif
    }
}

void growsWithAge(const Model& model, std::uint64_t drives) {
    double before = -1e9;
    for (unsigned step = 0; step <= sim::ageingSteps; step += stepsAtOnce) {
        std::vector<double> figures;
        for (std::uint64_t drive = 0; drive < drives; ++drive)
            figures.push_back(model(static_cast<double>(step) / sim::ageingSteps, heldOut + 500 + drive));
        const double mean = meanOf(figures);
        QVERIFY2(mean > before,
                 qPrintable(QStringLiteral("%1 after %2 at step %3").arg(mean).arg(before).arg(step)));
        before = mean;
    }
}

class TestWear : public QObject {
    Q_OBJECT
private slots:
    void thirdsOfALifeAreToldOnTheSimulator() { thirdsAreTold(simulated); }
    void thirdsOfALifeAreToldByMargins() { thirdsAreTold(byMargins); }
    void growsWithAgeOnTheSimulator() { growsWithAge(simulated, 3); }
    void growsWithAgeByMargins() { growsWithAge(byMargins, 20); }

    // Somebody else's load is not the drive's wear.
    void loadDoesNotRaiseIt() {
        const double quiet = wearIn(readSimulated(0.3, heldOut + 1));
        sim::OtherLoad load;
        load.from = std::chrono::seconds{100};
        load.to = std::chrono::seconds{700};
        load.delay = std::chrono::milliseconds{40};
        load.percent = 30;
        const double loaded = wearIn(readSimulated(0.3, heldOut + 1, {load}));
        QVERIFY2(loaded < quiet + 0.4, qPrintable(QStringLiteral("%1 after %2").arg(loaded).arg(quiet)));
    }

    // Nor is a fit that lasts for a stretch of the scan: heat, a knock, a neighbour.
    void aFitDoesNotRaiseIt() {
        test::RetryDrive drive(heldOut + 2);
        const ScanRecord record = drive.scan(0.3);
        const double before = wearIn(record);
        for (std::uint64_t block = 12'000; block < 15'000; ++block) {
            Cell cell = record.plate->at(block);
            cell.grade = Grade::late;
            std::const_pointer_cast<Plate>(record.plate)->set(block, cell);
        }
        std::const_pointer_cast<Plate>(record.plate)->settle(12'000, 3000);
        const double after = wearIn(record);
        QVERIFY2(after < before + 0.4, qPrintable(QStringLiteral("%1 after %2").arg(after).arg(before)));
        // What was good on every later read says nothing of wear at all.
        for (std::uint64_t block = 0; block < test::RetryDrive::blocks; block += 3)
            std::const_pointer_cast<Plate>(record.plate)
                ->set(block, {Grade::laboured, Standing::passing, record.plate->at(block).latency});
        std::const_pointer_cast<Plate>(record.plate)->settle(0, test::RetryDrive::blocks);
        QVERIFY(wearIn(record) < before + 0.4);
    }

    // The same drive, later: it has moved from where it was, and the interval says by how much at least.
    void sinceItsOwnFirstVisit() {
        test::RetryDrive drive(heldOut + 3);
        const ScanDigest first = digestOf(drive.scan(0.2));
        const ScanDigest again = digestOf(drive.scan(0.2));
        const ScanDigest later = digestOf(drive.scan(0.8));
        const auto unchanged = wearSince(first, again);
        const auto moved = wearSince(first, later);
        QVERIFY(unchanged && moved);
        QVERIFY(unchanged->least < 0 && unchanged->most > 0);
        QVERIFY(moved->least > 1);
    }

    // Of counts drawn with a known rate, the interval holds it in nineteen of twenty.
    void theIntervalHoldsWhatItSays() {
        std::mt19937_64 random(5);
        int held = 0;
        constexpr int tries = 400;
        for (int n = 0; n < tries; ++n) {
            const double perBlock = std::exp(-7 + 4 * static_cast<double>(n) / tries);
            ScanDigest scan;
            scan.blockSectors = 2048;
            scan.graded = 64'000;
            for (Zone& zone : scan.zones) {
                zone.graded = 1000;
                for (int block = 0; block < 1000; ++block)
                    zone.lateByItself += static_cast<double>(random() >> 11U) * 0x1.0p-53 < perBlock ? 1 : 0;
            }
            const auto wear = wearOf(scan);
            const double truth = std::log2(-std::log1p(-perBlock) / unwornLatePerMiB);
            held += wear->least - 0.15 <= truth && truth <= wear->most + 0.15 ? 1 : 0;
        }
        QVERIFY2(held >= tries * 93 / 100, qPrintable(QString::number(held)));
    }

    void tooLittleSaysNothing() {
        ScanDigest scan;
        QVERIFY(!wearOf(scan));
        scan.graded = 900;
        for (Zone& zone : scan.zones)
            zone.graded = 14;
        QVERIFY(!wearOf(scan));
        scan.graded = 2000;
        for (Zone& zone : scan.zones)
            zone.graded = 30;
        scan.blockSectors = 2048;
        const auto none = wearOf(scan);
        QVERIFY(none && none->late == 0 && none->least < none->doublings && none->doublings < none->most);
    }
};

ORBITA_TEST(TestWear)

} // namespace test_wear

#include "test_wear.moc"
