// SPDX-License-Identifier: GPL-3.0-or-later
// What a block costs the engine on a drive that dies everywhere: every eighth block has an unreadable sector,
// from a thousand of them to a hundred thousand. What grew with what was found before would show here.
#include "bench/instant_link.h"
#include "core/families/plain/plain_drive.h"
#include "core/scan/engine.h"

#include <cstdio>
#include <cstdlib>
#include <ctime>

using namespace orbita;

namespace {

constexpr std::uint64_t blockSectors = 256;
constexpr std::uint64_t blocksToADefect = 8;
// Lists a hundred times as long are some levels deeper, and no longer fit the processor's caches; the careful
// order weighs halves of halves at each decision.
constexpr double mostAllowed = 3;

struct Cost {
    double nanoseconds = 0; // a block
    std::uint64_t found = 0;
};

Cost scan(std::uint64_t defects, ScanOrder order) {
    DriveIdentity identity;
    identity.capacity.value = defects * blocksToADefect * blockSectors;
    DriveLimits limits;
    limits.maxSectors = 8192;
    auto drive = makePlainDrive(std::make_unique<bench::InstantLink>(blocksToADefect * blockSectors),
                                identity, limits);
    ScanPlan plan;
    plan.blockSectors = blockSectors;
    plan.measurePaceFirst = false;
    plan.order = order;
    // Rules that are held against what was found, at every block, and never reached.
    for (const RuleKind kind : {RuleKind::unreadable, RuleKind::patches, RuleKind::growth})
        plan.rules.push_back({kind, UINT64_MAX / 2, RuleAction::end});
    PauseGate pause;
    ScanFeed feed;
    Engine engine(*drive, *settlePlan(plan, identity, limits), {}, pause, feed);
    const std::clock_t from = std::clock(); // of the processor: others on this machine do not count
    engine.run({});
    const double nanoseconds = static_cast<double>(std::clock() - from) * 1e9 / CLOCKS_PER_SEC;
    return {nanoseconds / static_cast<double>(defects * blocksToADefect),
            feed.status().totals.of(Grade::unreadable)};
}

bool compare(const char* name, ScanOrder order) {
    bool good = true;
    double first = 0;
    for (const std::uint64_t defects : {1'000U, 10'000U, 100'000U}) {
        const Cost cost = scan(defects, order);
        first = first == 0 ? cost.nanoseconds : first;
        const double ratio = cost.nanoseconds / first;
        const bool complete = cost.found == defects;
        good = good && complete && ratio <= mostAllowed;
        std::printf("%-8s %6llu defects: %7.0f ns a block, %.2f times the first%s\n", name,
                    static_cast<unsigned long long>(defects), cost.nanoseconds, ratio,
                    complete ? "" : " (NOT ALL FOUND)");
    }
    return good;
}

} // namespace

int main() {
    std::setvbuf(stdout, nullptr, _IOLBF, 0);
    const bool forward = compare("forward", ScanOrder::forward);
    const bool backward = compare("backward", ScanOrder::backward);
    const bool careful = compare("careful", ScanOrder::careful);
    return forward && backward && careful ? EXIT_SUCCESS : EXIT_FAILURE;
}
