// SPDX-License-Identifier: GPL-3.0-or-later
// Engine and plate on a link that answers at once: what Orbita itself costs a block.
#include "bench/instant_link.h"
#include "core/families/plain/plain_drive.h"
#include "core/scan/engine.h"

#include <cstdio>
#include <cstdlib>
#include <thread>

using namespace orbita;
using bench::InstantLink;

namespace {

struct Scanned {
    double seconds = 0;
    double visited = 0;
    std::size_t bytes = 0;
};

Scanned scanOne(std::uint64_t blocks) {
    DriveIdentity identity;
    identity.capacity.value = blocks * 256;
    DriveLimits limits;
    limits.maxSectors = 8192;
    auto drive = makePlainDrive(std::make_unique<InstantLink>(), identity, limits);
    ScanPlan plan;
    plan.blockSectors = 256; // 128 KiB: a window of 64 commands
    plan.measurePaceFirst = false;
    PauseGate pause;
    ScanFeed feed;
    Engine engine(*drive, *settlePlan(plan, identity, limits), {}, pause, feed);
    const MonotonicClock clock;
    const Nanoseconds from = clock.now();
    engine.run({});
    return {toSeconds(clock.now() - from), feed.plate()->summarise(0, blocks).visited,
            feed.plate()->memoryBytes()};
}

} // namespace

// BLOCKS a drive; DRIVES at once, each on a thread of its own.
int main(int argc, char** argv) {
    const std::uint64_t blocks = argc > 1 ? std::strtoull(argv[1], nullptr, 10) : 20'000'000;
    const std::size_t drives = argc > 2 ? std::strtoull(argv[2], nullptr, 10) : 1;
    std::vector<Scanned> scanned(drives);
    const MonotonicClock clock;
    const Nanoseconds from = clock.now();
    {
        std::vector<std::jthread> threads;
        for (Scanned& one : scanned)
            threads.emplace_back([&one, blocks] { one = scanOne(blocks); });
    }
    const double seconds = toSeconds(clock.now() - from);
    const double all = static_cast<double>(blocks) * static_cast<double>(drives);
    bool good = true;
    for (const Scanned& one : scanned)
        good = good && one.visited >= 1;
    std::printf("%zu at once, %llu blocks each, in %.2f s: %.2f million a second, %.0f ns a block, %.3f "
                "bytes of plate a "
                "block%s\n",
                drives, static_cast<unsigned long long>(blocks), seconds, all / seconds / 1e6,
                seconds * 1e9 / all, static_cast<double>(scanned.front().bytes) / static_cast<double>(blocks),
                good ? "" : " (NOT ALL VISITED)");
    return good ? 0 : 1;
}
