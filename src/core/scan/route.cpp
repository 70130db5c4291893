// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/route.h"

#include "core/scan/berth.h"
#include "core/scan/careful_route.h"
#include "core/scan/sampling.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

// Everything decided beforehand.
class ListRoute final : public Route {
public:
    ListRoute(std::vector<Stretch> stretches, bool sequential)
        : m_stretches(std::move(stretches)), m_sequential(sequential) {
        for (const Stretch& stretch : m_stretches)
            m_left += stretch.count;
    }
    std::optional<Stretch> next() override {
        if (m_next == m_stretches.size())
            return std::nullopt;
        m_left -= m_stretches[m_next].count;
        return m_stretches[m_next++];
    }
    void learn(const StretchNews& /*news*/) override {}
    [[nodiscard]] std::uint64_t blocksLeft() const override { return m_left; }
    [[nodiscard]] bool sequential() const override { return m_sequential; }

private:
    std::vector<Stretch> m_stretches;
    bool m_sequential;
    std::size_t m_next = 0;
    std::uint64_t m_left = 0;
};

std::vector<Stretch> forwardThrough(const BlockRuns& runs) {
    std::vector<Stretch> stretches;
    stretches.reserve(runs.size());
    for (const auto& [first, end] : runs)
        stretches.push_back({.first = first, .count = end - first, .runUp = true});
    return stretches;
}

std::vector<Stretch> backwardThrough(const BlockRuns& runs) {
    std::vector<Stretch> stretches;
    stretches.reserve(runs.size());
    for (auto run = runs.rbegin(); run != runs.rend(); ++run)
        stretches.push_back(
            {.first = run->second - 1, .count = run->second - run->first, .backward = true, .runUp = true});
    return stretches;
}

std::vector<Stretch> suspectsFirst(const SettledPlan& plan, const BlockRuns& runs) {
    std::vector<LbaSpan> suspects;
    for (const LbaSpan& suspect : plan.asked.suspects)
        if (const LbaSpan inside = intersection(suspect, plan.grid.span); !inside.empty())
            suspects.push_back(inside);
    if (suspects.empty())
        return forwardThrough(runs);
    const BlockRuns wanted = blocksToVisit(plan.grid, suspects, {});
    std::vector<Stretch> stretches = forwardThrough(inside(runs, wanted));
    const std::vector<Stretch> others = forwardThrough(outside(runs, wanted));
    stretches.insert(stretches.end(), others.begin(), others.end());
    return stretches;
}

// Bands of twice the distance; each is read from its beginning and its middle in turns.
std::vector<Stretch> sweepThrough(const SettledPlan& plan, const BlockRuns& runs) {
    const std::uint64_t distance = sweepDistance(plan);
    std::vector<Stretch> stretches;
    for (const auto& [first, end] : runs)
        for (std::uint64_t at = first; at < end;) {
            const std::uint64_t hop = std::min(distance, (end - at + 1) / 2);
            const std::uint64_t count = std::min(2 * hop, end - at);
            stretches.push_back({.first = at, .count = count, .hop = hop});
            at += count;
        }
    return stretches;
}

std::vector<Stretch> samplesOf(const SettledPlan& plan, const BlockRuns& runs) {
    std::vector<Stretch> stretches;
    for (const std::uint64_t block : drawSamples(plan.grid.blocks(), plan.asked.samples, plan.asked.seed)) {
        const auto run = std::upper_bound(runs.begin(), runs.end(), block,
                                          [](std::uint64_t b, const auto& r) { return b < r.second; });
        if (run != runs.end() && run->first <= block)
            stretches.push_back({.first = block, .count = 1, .runUp = true});
    }
    return stretches;
}

} // namespace

std::uint64_t sweepDistance(const SettledPlan& plan) {
    const auto share = plan.asked.sweepDistancePercent / 100;
    return std::max<std::uint64_t>(
        1, static_cast<std::uint64_t>(std::llround(static_cast<double>(plan.grid.blocks()) * share)));
}

std::unique_ptr<Route> makeRoute(const SettledPlan& plan, const BlockRuns& toVisit,
                                 const std::vector<std::uint64_t>& failed,
                                 const std::vector<Standstill>& standstills) {
    if (const std::vector<Berth> berths = berthsOf(plan, standstills); !berths.empty()) {
        const BlockRuns clear = clearOf(plan.grid, toVisit, berths);
        const BlockRuns within = outside(toVisit, clear);
        if (plan.asked.order == ScanOrder::sample) {
            std::vector<Stretch> samples = samplesOf(plan, clear);
            const std::vector<Stretch> last = samplesOf(plan, within);
            samples.insert(samples.end(), last.begin(), last.end());
            return std::make_unique<ListRoute>(std::move(samples), false);
        }
        std::vector<std::uint64_t> failedClear;
        std::vector<std::uint64_t> failedWithin;
        for (const std::uint64_t block : failed)
            (inside(within, {{block, block + 1}}).empty() ? failedClear : failedWithin).push_back(block);
        return berthRoute(plan.grid, makeRoute(plan, clear, failedClear), within, failedWithin, berths);
    }
    switch (plan.asked.order) {
    case ScanOrder::forward:
        return std::make_unique<ListRoute>(forwardThrough(toVisit), true);
    case ScanOrder::backward:
        return std::make_unique<ListRoute>(backwardThrough(toVisit), true);
    case ScanOrder::suspectsFirst:
        return std::make_unique<ListRoute>(suspectsFirst(plan, toVisit), true);
    case ScanOrder::sweep:
        return std::make_unique<ListRoute>(sweepThrough(plan, toVisit), false);
    case ScanOrder::sample:
        return std::make_unique<ListRoute>(samplesOf(plan, toVisit), false);
    case ScanOrder::careful:
        break;
    }
    return std::make_unique<CarefulRoute>(plan.grid, toVisit, failed);
}

} // namespace orbita
