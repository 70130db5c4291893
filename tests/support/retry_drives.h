// SPDX-License-Identifier: GPL-3.0-or-later
// The second model of ageing, built otherwise than the simulator's (core/sim/ageing.h): no scenario, no
// engine, no speckles. Each block has a margin, drawn once; wear eats into all margins; a block whose margin
// is used up is read again until it holds, and of those whose margin is gone for good the drive reports that
// they cannot be read.
#pragma once

#include "core/scan/record.h"

#include <cmath>
#include <numbers>
#include <random>

namespace orbita::test {

class RetryDrive {
public:
    static constexpr std::uint64_t blocks = 40'000;
    static constexpr std::uint32_t blockSectors = 2048;
    // In shares of a life, as in the simulator's: at least one step of twelve.
    static constexpr double spread = 0.086;

    explicit RetryDrive(std::uint64_t seed) : m_random(seed) {
        m_offset = spread * normal();
        m_margins.reserve(blocks);
        // Neighbouring tracks were written alike.
        double track = 0;
        for (std::uint64_t n = 0; n < blocks; ++n) {
            if (n % 64 == 0)
                track = 0.35 * normal();
            m_margins.push_back(4.6 + track + normal());
        }
    }

    // A forward scan of the whole drive when it has `life` behind it. Noise of reading is anew each time.
    ScanRecord scan(double life) {
        const double age = std::max(0.0, life + m_offset);
        ScanRecord record;
        record.drive.model = "Fulmar R";
        record.drive.serial = "FR-1";
        record.drive.rotating = true;
        record.drive.rpm = 7200;
        record.drive.capacity = SectorCount{blocks * blockSectors};
        record.plan.grid = {record.drive.whole(), blockSectors};
        record.status.blockSectors = blockSectors;
        record.status.order = ScanOrder::forward;
        record.status.phase = ScanPhase::ended;
        record.status.ended = EndReason::complete;
        record.status.unit = turnOf(record.drive);
        record.status.totals.covered = record.drive.capacity;
        record.covered = {record.drive.whole()};
        auto plate = std::make_shared<Plate>(blocks);
        const double turn = static_cast<double>(record.status.unit.count());
        for (std::uint64_t n = 0; n < blocks; ++n) {
            const double where = static_cast<double>(n) / blocks;
            const double usual = 5.2e6 * (1 + 0.9 * where) * (1 + 0.02 * age) * (1 + 0.006 * normal());
            const double margin = m_margins[n] - 3.1 * std::pow(age, 1.3) + 0.25 * normal();
            double turns = 0;
            if (margin < 1.2)
                turns = std::floor(2 + (1.2 - margin) * 5 * share());
            Cell cell;
            if (margin < -2.6) {
                cell = {Grade::unreadable, Standing::confirmed, encodeLatency(fromMilliseconds(900))};
                record.ledger.push_back(
                    {record.plan.grid.spanOf(n), Grade::unreadable, Standing::confirmed, {}, true});
                record.ledger.back().span.count = SectorCount{8};
            } else {
                const auto excess = Nanoseconds{static_cast<std::int64_t>(turns * turn)};
                const Grade grade = gradeOf(excess, record.status.unit, {});
                const auto latency = Nanoseconds{static_cast<std::int64_t>(usual)} + excess;
                cell = {grade, Standing::confirmed, encodeLatency(latency)};
                record.status.lateness.add(excess, record.status.unit);
                if (grade >= Grade::laboured)
                    record.ledger.push_back(
                        {record.plan.grid.spanOf(n), grade, Standing::confirmed, latency, true});
            }
            ++record.status.totals.blocks[static_cast<std::size_t>(cell.grade)];
            plate->set(n, cell);
        }
        plate->settle(0, blocks);
        record.plate = std::move(plate);
        return record;
    }

private:
    double share() { return static_cast<double>(m_random() >> 11U) * 0x1.0p-53; }
    double normal() {
        const double radius = std::sqrt(-2 * std::log(1 - share()));
        return radius * std::cos(2 * std::numbers::pi * share());
    }

    std::mt19937_64 m_random;
    double m_offset = 0;
    std::vector<double> m_margins;
};

} // namespace orbita::test
