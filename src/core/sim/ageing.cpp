// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/ageing.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

namespace orbita::sim {

namespace {

// Chance that is the same in every library: the distributions of the standard one are not.
class Chance {
public:
    explicit Chance(std::uint64_t seed) : m_engine(seed * 0x9E3779B97F4A7C15ULL + 1) {}
    double share() { return static_cast<double>(m_engine() >> 11U) * 0x1.0p-53; }
    double normal() {
        const double radius = std::sqrt(-2 * std::log(1 - share()));
        return radius * std::cos(2 * std::numbers::pi * share());
    }
    std::uint64_t poisson(double mean) {
        const double least = std::exp(-std::min(mean, 500.0));
        std::uint64_t count = 0;
        double left = share();
        while (left > least) {
            left *= share();
            ++count;
        }
        return count;
    }

private:
    std::mt19937_64 m_engine;
};

// What a drive has from its making, and keeps.
struct Make {
    double hours;    // how long its life is, against others of its kind
    double offset;   // how much older it seems than it is, in shares of a life
    double marginal; // how many marginal places it has, against others of its kind
    double weakAt;   // where its weak region begins, as a share of the drive
};

constexpr double marginalSpread = 0.15; // of the logarithm
constexpr double marginalGrowth = 4.4;  // of the logarithm, over a life

Make makeOf(std::uint64_t drive) {
    Chance chance(drive);
    Make make{};
    make.hours = std::exp(0.3 * chance.normal());
    // Together with how many marginal places it has, this makes up all of the spread.
    constexpr double byPlaces = marginalSpread / marginalGrowth;
    make.offset = std::sqrt(driveSpread * driveSpread - byPlaces * byPlaces) * chance.normal();
    make.marginal = std::exp(marginalSpread * chance.normal());
    make.weakAt = 0.9 * chance.share();
    return make;
}

Nanoseconds times(Nanoseconds unit, double factor) {
    return Nanoseconds{static_cast<std::int64_t>(static_cast<double>(unit.count()) * factor)};
}

} // namespace

double ageShown(double life, std::uint64_t drive) {
    return std::clamp(life + makeOf(drive).offset, 0.0, 1.5);
}

Scenario aged(const Scenario& young, double life, std::uint64_t drive) {
    const Make make = makeOf(drive);
    const double age = ageShown(life, drive);
    Scenario old = young;
    old.seed = drive;
    // A retry of solid state is another reading of its cells, at other voltages.
    const Nanoseconds retry = young.rotating() ? young.turn() : std::chrono::microseconds{400};

    // Sectors that need more than one try: few when new, tens of times as many at the end.
    Speckle marginal;
    marginal.perMillion = std::min(200'000.0, 60 * make.marginal * std::exp(marginalGrowth * age));
    marginal.least = times(retry, 2.2);
    marginal.most = times(retry, 4 + 8 * age);
    old.speckles.push_back(marginal);
    // Sectors that were replaced lie elsewhere: a way there and back each time.
    Speckle replaced;
    replaced.perMillion = std::min(50'000.0, 15 * make.marginal * std::exp(3.6 * age));
    replaced.least = times(retry, 2.1);
    replaced.most = times(retry, 3.2);
    old.speckles.push_back(replaced);
    // In the last third, one region gives way first.
    if (age > 0.66) {
        Speckle weak;
        weak.perMillion = std::min(400'000.0, 150'000 * (age - 0.66));
        weak.least = times(retry, 3);
        weak.most = times(retry, 10 + 40 * (age - 0.66));
        weak.fromPercent = 100 * make.weakAt;
        weak.toPercent = 100 * (make.weakAt + 0.02 + 0.08 * (age - 0.66));
        old.speckles.push_back(weak);
        Chance chance(drive ^ 0xA6E5ULL);
        const std::uint64_t spots = chance.poisson(18 * (age - 0.66));
        const std::uint64_t sectors = std::max<std::uint64_t>(1, young.identity.capacity.value);
        for (std::uint64_t n = 0; n < spots; ++n) {
            Defect spot;
            spot.kind = DefectKind::unreadable;
            const double at = make.weakAt + 0.1 * chance.share();
            spot.span = {Lba{static_cast<std::uint64_t>(at * static_cast<double>(sectors - 8))},
                         SectorCount{8}};
            spot.delay = std::chrono::milliseconds{700};
            old.defects.push_back(spot);
        }
        settleDefects(old);
    }
    // Servo tracks wear, cells are read more than once: the pace falls a little, and trembles.
    const double slower = 1 - (young.rotating() ? 0.05 : 0.18) * age;
    old.outerMbPerS *= slower;
    old.innerMbPerS *= slower;
    old.jitterPercent *= 1 + 2.5 * age;

    old.health.hours = static_cast<std::uint64_t>(45'000 * make.hours * life);
    old.health.reallocated = static_cast<std::uint64_t>(2 * make.marginal * (std::exp(3.6 * age) - 1));
    if (!young.rotating()) {
        old.health.wearPercent = static_cast<unsigned>(std::lround(100 * life));
        old.health.sparePercent = static_cast<unsigned>(std::lround(100 * std::clamp(1.15 - age, 0.0, 1.0)));
    }
    return old;
}

} // namespace orbita::sim
