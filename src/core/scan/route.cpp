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
    ListRoute(std::vector<BlockRange> ranges, bool sequential)
        : m_ranges(std::move(ranges)), m_sequential(sequential) {
        for (const BlockRange& range : m_ranges)
            m_left += range.count;
    }
    std::optional<BlockRange> next() override {
        if (m_next == m_ranges.size())
            return std::nullopt;
        m_left -= m_ranges[m_next].count;
        return m_ranges[m_next++];
    }
    void learn(const RangeResult& /*news*/) override {}
    [[nodiscard]] std::uint64_t blocksLeft() const override { return m_left; }
    [[nodiscard]] bool sequential() const override { return m_sequential; }

private:
    std::vector<BlockRange> m_ranges;
    bool m_sequential;
    std::size_t m_next = 0;
    std::uint64_t m_left = 0;
};

std::vector<BlockRange> forwardThrough(const BlockRuns& runs) {
    std::vector<BlockRange> ranges;
    ranges.reserve(runs.size());
    for (const auto& [first, end] : runs)
        ranges.push_back({.first = first, .count = end - first, .preSeek = true});
    return ranges;
}

std::vector<BlockRange> backwardThrough(const BlockRuns& runs) {
    std::vector<BlockRange> ranges;
    ranges.reserve(runs.size());
    for (auto run = runs.rbegin(); run != runs.rend(); ++run)
        ranges.push_back(
            {.first = run->second - 1, .count = run->second - run->first, .backward = true, .preSeek = true});
    return ranges;
}

std::vector<BlockRange> suspectsFirst(const SettledPlan& plan, const BlockRuns& runs) {
    std::vector<LbaSpan> suspects;
    for (const LbaSpan& suspect : plan.asked.suspects)
        if (const LbaSpan inside = intersection(suspect, plan.grid.span); !inside.empty())
            suspects.push_back(inside);
    if (suspects.empty())
        return forwardThrough(runs);
    const BlockRuns wanted = blocksToVisit(plan.grid, suspects, {});
    std::vector<BlockRange> ranges = forwardThrough(inside(runs, wanted));
    const std::vector<BlockRange> others = forwardThrough(outside(runs, wanted));
    ranges.insert(ranges.end(), others.begin(), others.end());
    return ranges;
}

// Bands of twice the distance; each is read from its beginning and its middle in turns.
std::vector<BlockRange> sweepThrough(const SettledPlan& plan, const BlockRuns& runs) {
    const std::uint64_t distance = sweepDistance(plan);
    std::vector<BlockRange> ranges;
    for (const auto& [first, end] : runs)
        for (std::uint64_t at = first; at < end;) {
            const std::uint64_t stride = std::min(distance, (end - at + 1) / 2);
            const std::uint64_t count = std::min(2 * stride, end - at);
            ranges.push_back({.first = at, .count = count, .stride = stride});
            at += count;
        }
    return ranges;
}

std::vector<BlockRange> samplesOf(const SettledPlan& plan, const BlockRuns& runs) {
    std::vector<BlockRange> ranges;
    for (const std::uint64_t block : drawSamples(plan.grid.blocks(), plan.asked.samples, plan.asked.seed)) {
        const auto run = std::upper_bound(runs.begin(), runs.end(), block,
                                          [](std::uint64_t b, const auto& r) { return b < r.second; });
        if (run != runs.end() && run->first <= block)
            ranges.push_back({.first = block, .count = 1, .preSeek = true});
    }
    return ranges;
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
            std::vector<BlockRange> samples = samplesOf(plan, clear);
            const std::vector<BlockRange> last = samplesOf(plan, within);
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
