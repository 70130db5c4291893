// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/route.h"

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

// Blocks of `runs` that lie in `wanted`, or that do not.
BlockRuns cut(const BlockRuns& runs, const BlockRuns& wanted, bool inside) {
    BlockRuns kept;
    for (const auto& [first, end] : runs) {
        std::uint64_t at = first;
        for (const auto& [from, to] : wanted) {
            const std::uint64_t a = std::max(at, from);
            const std::uint64_t b = std::min(end, to);
            if (a >= b)
                continue;
            if (inside)
                kept.emplace_back(a, b);
            else if (at < a)
                kept.emplace_back(at, a);
            at = b;
        }
        if (!inside && at < end)
            kept.emplace_back(at, end);
    }
    return kept;
}

std::vector<Stretch> suspectsFirst(const SettledPlan& plan, const BlockRuns& runs) {
    std::vector<LbaSpan> suspects;
    for (const LbaSpan& suspect : plan.asked.suspects)
        if (const LbaSpan inside = intersection(suspect, plan.grid.span); !inside.empty())
            suspects.push_back(inside);
    if (suspects.empty())
        return forwardThrough(runs);
    const BlockRuns wanted = blocksToVisit(plan.grid, suspects, {});
    std::vector<Stretch> stretches = forwardThrough(cut(runs, wanted, true));
    const std::vector<Stretch> others = forwardThrough(cut(runs, wanted, false));
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

BlockRuns blocksToVisit(const BlockGrid& grid, const std::vector<LbaSpan>& parts, const SpanSet& done) {
    // As sectors first: what is asked for, less what is known.
    SpanSet wanted;
    if (parts.empty())
        wanted.add(grid.span);
    for (const LbaSpan& part : parts)
        wanted.add(intersection(part, grid.span));
    BlockRuns runs;
    const auto append = [&](std::uint64_t first, std::uint64_t end) {
        if (!runs.empty() && first <= runs.back().second)
            runs.back().second = std::max(runs.back().second, end);
        else
            runs.emplace_back(first, end);
    };
    // `done` holds whole blocks but where a scan was cut short inside one, which is then visited again.
    const std::vector<LbaSpan>& known = done.spans();
    for (const LbaSpan& span : wanted.spans()) {
        std::uint64_t at = grid.blockAt(span.first);
        const std::uint64_t end = grid.blockAt(span.last()) + 1;
        for (const LbaSpan& had : known) {
            if (had.end() <= grid.spanOf(at).first || !intersection(had, grid.span).count.value)
                continue;
            const std::uint64_t from =
                had.first <= grid.span.first
                    ? 0
                    : (had.first.value - grid.span.first.value + grid.blockSectors - 1) / grid.blockSectors;
            const std::uint64_t to = had.end() >= grid.span.end()
                                         ? grid.blocks()
                                         : (had.end().value - grid.span.first.value) / grid.blockSectors;
            if (from >= end)
                break;
            if (to <= from || to <= at)
                continue;
            if (at < from)
                append(at, std::min(from, end));
            at = std::max(at, to);
            if (at >= end)
                break;
        }
        if (at < end)
            append(at, end);
    }
    return runs;
}

std::unique_ptr<Route> makeRoute(const SettledPlan& plan, const BlockRuns& toVisit,
                                 const std::vector<std::uint64_t>& failed) {
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
