// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying, at the pace of a rotating drive: the engine on a simulated drive that answers in real time,
// against the smallest loop that sends it the same commands. Time that is lost between two commands is the
// drive's time, too.
#include "bench/pairs.h"
#include "core/drive/drive.h"
#include "core/drive/enquiry.h"
#include "core/scan/engine.h"
#include "core/sim/sim_link.h"

#include <cstdio>
#include <cstdlib>

using namespace orbita;

namespace {

constexpr std::uint64_t sliceBytes = 64U << 20U;

std::unique_ptr<Drive> openInRealTime() {
    sim::Scenario scenario;
    scenario.name = "verify";
    scenario.identity.model = "Bench";
    scenario.identity.serial = "B-1";
    scenario.identity.capacity.value = 2'000'000'000;
    scenario.identity.physicalBytes = 4096;
    scenario.identity.rotationRate = 7200;
    scenario.jitterPercent = 0;
    auto link = std::make_unique<sim::SimLink>(scenario, 1.0);
    link->runInRealTime();
    CommandPath way;
    way.link = std::move(link);
    way.speaks = Family::ata;
    auto drive = familyOf(Family::ata).open(std::move(way), {}, std::chrono::seconds{5});
    if (!drive) {
        std::fprintf(stderr, "%s\n", drive.error().message().c_str());
        std::exit(1);
    }
    return std::move(*drive);
}

void verify(Drive& drive, LbaSpan span) {
    const ReadRequest request{0, span, std::chrono::hours{1}, ReadWay::verify};
    drive.submit({&request, 1});
    ReadAnswer answer;
    while (drive.reap({&answer, 1}, std::chrono::seconds{1}) == 0) {
    }
}

double loopSeconds(Drive& drive, LbaSpan slice, std::uint32_t block) {
    // The engine, too, comes from afar: it tried there whether verifying is to be believed.
    verify(drive, {{drive.identity().capacity.value / 24 * 17}, {8}});
    const Nanoseconds from = drive.clock().now();
    for (std::uint64_t at = 0; at < slice.count.value; at += block)
        verify(drive, {{slice.first.value + at}, {block}});
    return toSeconds(drive.clock().now() - from);
}

double engineSeconds(Drive& drive, LbaSpan slice, std::uint32_t block) {
    ScanPlan plan;
    plan.blockSectors = block;
    plan.way = ReadWay::verify;
    plan.measurePaceFirst = false;
    plan.span = slice;
    PauseGate pause;
    ScanFeed feed;
    Engine engine(drive, *settlePlan(plan, drive.identity(), drive.limits()), {}, pause, feed);
    engine.run({});
    return toSeconds(feed.status().elapsed); // from the first block to the last
}

} // namespace

int main(int argc, char** argv) {
    const int pairs = argc > 1 ? std::atoi(argv[1]) : 10;
    const auto drive = openInRealTime();
    bool good = true;
    for (const std::uint32_t kib : {64U, 256U, 1024U}) {
        const std::uint32_t block = kib * 2;
        const std::uint64_t sectors = sliceBytes / 512;
        const auto sliceAt = [&](std::uint64_t slice) { return LbaSpan{{slice * sectors}, {sectors}}; };
        const bench::Measured loop = [&](std::uint64_t slice) {
            return loopSeconds(*drive, sliceAt(slice), block);
        };
        const double itself = bench::paceRatio(loop, loop, pairs, 1000);
        const double orbita = bench::paceRatio(
            loop, [&](std::uint64_t slice) { return engineSeconds(*drive, sliceAt(slice), block); }, pairs,
            1000);
        std::printf("%4u KiB: engine %.3f of the loop's pace (loop against itself %.3f)\n", kib, orbita,
                    itself);
        std::fflush(stdout);
        good = good && orbita >= 0.97;
    }
    return good ? 0 : 1;
}
