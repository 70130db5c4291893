// SPDX-License-Identifier: GPL-3.0-or-later
// Drives one head of which has gone bad: damage that comes round at a roughly regular distance, with stripes
// of any length that shrink inwards and waver, in one direction or to and fro, and a little noise beside.
#pragma once

#include "support/scan_runner.h"

#include <cmath>
#include <random>

namespace orbita::test {

struct RegularDamage {
    sim::Scenario scenario;
    std::string what;              // in words, for whoever reads a failing test
    std::uint64_t goodSectors = 0; // in blocks of 1 MiB without a bad sector
    std::uint64_t readable = 0;    // sectors
    std::uint64_t badBlocks = 0;
    Nanoseconds answers{}; // what an unreadable sector takes
    static constexpr std::uint32_t blockSectors = 2048;
};

inline RegularDamage regularDamage(std::uint64_t seed, bool dead) {
    constexpr std::uint64_t mib = RegularDamage::blockSectors;
    std::mt19937_64 random(seed * 7919 + (dead ? 0 : 1));
    const auto between = [&](double least, double most) {
        return least + (most - least) * static_cast<double>(random() >> 11U) * 0x1p-53;
    };
    // Of a dead head, every physical sector costs a failing read: a small drive has enough of them.
    const std::uint64_t sectors =
        (dead ? 200 + random() % 200 : 2048 + random() % 10'000) * mib + random() % 256 * 8;
    const int heads = 3 + static_cast<int>(random() % 6);
    const double stripe = std::exp(between(std::log(4.0), std::log(dead ? 20.0 : 300.0)));
    const bool toAndFro = random() % 3 == 0;
    const double shrinks = between(0, 0.5);
    std::normal_distribution<double> wavers(1, 0.02 * static_cast<double>(random() % 3));
    const int zones = 4 + static_cast<int>(random() % 12);
    const int badHead = static_cast<int>(random() % static_cast<unsigned>(heads));
    const int perStripe = 2 + static_cast<int>(random() % 6);
    const auto answers = std::chrono::milliseconds{400 + random() % 2500};
    RegularDamage drive;
    drive.answers = answers;
    drive.scenario = smallScenario(sectors);
    drive.what = std::string(dead ? "dead" : "weak") + " head of " + std::to_string(heads) + ", stripes of " +
                 std::to_string(static_cast<int>(stripe)) + " MiB" + (toAndFro ? ", to and fro" : "");
    SpanSet bad;
    const auto add = [&](std::uint64_t first, std::uint64_t count) {
        sim::Defect defect;
        defect.kind = sim::DefectKind::unreadable;
        defect.span = intersection({{first}, {count}}, {{0}, {sectors}});
        defect.delay = answers;
        if (defect.span.empty() || bad.gaps(defect.span) != std::vector<LbaSpan>{defect.span})
            return;
        bad.add(defect.span);
        drive.scenario.defects.push_back(defect);
    };
    int head = 0;
    int step = 1;
    for (std::uint64_t at = 0; at < sectors;) {
        const double zone =
            std::floor(static_cast<double>(at) / static_cast<double>(sectors) * zones) / zones;
        const double length = stripe * (1 - shrinks * zone) * wavers(random);
        const std::uint64_t count =
            std::max<std::uint64_t>(mib, static_cast<std::uint64_t>(length * mib) / 8 * 8);
        if (head == badHead && dead)
            add(at, count);
        else if (head == badHead)
            for (int i = 0; i < perStripe; ++i)
                add(at + random() % count / 8 * 8, 8);
        at += count;
        if (toAndFro && (head + step < 0 || head + step >= heads))
            step = -step; // the same head once more
        else
            head = toAndFro ? head + step : (head + 1) % heads;
    }
    for (std::uint64_t noise = random() % 8; noise > 0; --noise)
        add(random() % sectors / 8 * 8, 8);
    sim::settleDefects(drive.scenario);
    drive.readable = sectors - bad.total().value;
    for (std::uint64_t block = 0; block * mib < sectors; ++block) {
        const LbaSpan span = intersection({{block * mib}, {mib}}, {{0}, {sectors}});
        if (bad.gaps(span) == std::vector<LbaSpan>{span})
            drive.goodSectors += span.count.value;
        else
            ++drive.badBlocks;
    }
    return drive;
}

} // namespace orbita::test
