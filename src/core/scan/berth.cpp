// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/berth.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t mostOfTheSpan = 16; // no berth is wider than one part in so many

// Neighbours in one stretch of bad surface.
struct Group {
    std::uint64_t first = 0; // sectors
    std::uint64_t end = 0;
    std::size_t from = 0; // of the places
    std::size_t to = 0;
    unsigned froze = 0;
    [[nodiscard]] std::uint64_t width(std::uint64_t least, std::uint64_t most) const {
        std::uint64_t width = least;
        for (unsigned i = 1; i < froze && width < most; ++i)
            width *= 2;
        return std::max(least, std::min(width, most));
    }
};

BlockRuns blocksIn(const BlockGrid& grid, const std::vector<LbaSpan>& spans) {
    std::vector<LbaSpan> met;
    for (const LbaSpan& span : spans)
        if (const LbaSpan part = intersection(span, grid.span); !part.empty())
            met.push_back(part);
    return met.empty() ? BlockRuns{} : blocksToVisit(grid, met, {});
}

std::vector<LbaSpan> aroundThem(const std::vector<Berth>& berths) {
    std::vector<LbaSpan> spans(berths.size());
    std::transform(berths.begin(), berths.end(), spans.begin(),
                   [](const Berth& berth) { return berth.around; });
    return spans;
}

class BerthRoute final : public Route {
public:
    BerthRoute(std::unique_ptr<Route> elsewhere, std::vector<BlockRange> last, std::uint64_t never)
        : m_elsewhere(std::move(elsewhere)), m_last(std::move(last)), m_left(never) {
        for (const BlockRange& range : m_last)
            m_left += range.count;
    }
    std::optional<BlockRange> next() override {
        if (!m_elsewhereDone) {
            if (const auto range = m_elsewhere->next())
                return range;
            m_elsewhereDone = true;
        }
        if (m_next == m_last.size())
            return std::nullopt;
        m_left -= m_last[m_next].count;
        return m_last[m_next++];
    }
    [[nodiscard]] bool defersFailures() const override {
        return !m_elsewhereDone && m_elsewhere->defersFailures();
    }
    void learn(const RangeResult& news) override {
        if (!m_elsewhereDone)
            m_elsewhere->learn(news);
    }
    void learnInside(SectorCount read, Nanoseconds took) override {
        if (!m_elsewhereDone)
            m_elsewhere->learnInside(read, took);
    }
    [[nodiscard]] std::uint64_t blocksLeft() const override { return m_elsewhere->blocksLeft() + m_left; }
    [[nodiscard]] bool sequential() const override { return m_elsewhere->sequential(); }

private:
    std::unique_ptr<Route> m_elsewhere;
    std::vector<BlockRange> m_last;
    std::size_t m_next = 0;
    std::uint64_t m_left = 0; // of m_last, and what is never handed out
    bool m_elsewhereDone = false;
};

// Up to the nearest place, away from none: what lies between two is read from both ends.
void comeUpFromBothSides(const BlockRuns& beside, const BlockRuns& places, std::vector<BlockRange>& ranges) {
    const auto forward = [&](std::uint64_t first, std::uint64_t end) {
        if (first < end)
            ranges.push_back({.first = first, .count = end - first, .preSeek = true});
    };
    const auto backward = [&](std::uint64_t first, std::uint64_t end) {
        if (first < end)
            ranges.push_back({.first = end - 1, .count = end - first, .backward = true, .preSeek = true});
    };
    // What lies between two places of one stretch may be all bad: last.
    for (const bool between : {false, true})
        for (const auto& [first, end] : beside) {
            const auto after = std::find_if(places.begin(), places.end(),
                                            [end = end](const auto& place) { return place.first >= end; });
            const bool before = after != places.begin();
            if (between != (before && after != places.end()))
                continue;
            if (between) {
                const std::uint64_t nearest = std::prev(after)->second; // where the place before ends
                const std::uint64_t middle = std::clamp((nearest + after->first) / 2, first, end);
                backward(first, middle);
                forward(middle, end);
            } else if (before) {
                backward(first, end);
            } else {
                forward(first, end);
            }
        }
}

} // namespace

std::vector<Berth> berthsOf(const SettledPlan& plan, const std::vector<Standstill>& places) {
    const BlockGrid& grid = plan.grid;
    const std::uint64_t least = plan.asked.berth.value_or(SectorCount{}).value;
    if (least == 0)
        return {};
    const std::uint64_t most = std::max(least, grid.span.count.value / mostOfTheSpan);
    std::vector<Group> groups;
    for (std::size_t i = 0; i < places.size(); ++i)
        groups.push_back({places[i].span.first.value, places[i].span.end().value, i, i + 1,
                          places[i].kind == StandstillKind::stalled ? 0U : 1U});
    // Those that meet become one, which is wider and may meet the next.
    for (std::size_t i = 0; i + 1 < groups.size();) {
        Group& one = groups[i];
        const Group& next = groups[i + 1];
        if (one.end + one.width(least, most) + next.width(least, most) < next.first) {
            ++i;
            continue;
        }
        one = {one.first, std::max(one.end, next.end), one.from, next.to, one.froze + next.froze};
        groups.erase(groups.begin() + static_cast<std::ptrdiff_t>(i) + 1);
        i = i > 0 ? i - 1 : 0;
    }
    std::vector<Berth> berths;
    for (const Group& group : groups) {
        const std::uint64_t width = group.width(least, most);
        for (std::size_t i = group.from; i < group.to; ++i) {
            const LbaSpan& span = places[i].span;
            const std::uint64_t first = span.first.value - std::min(span.first.value, width);
            const LbaSpan around =
                intersection(spanBetween({first}, span.end() + SectorCount{width}), grid.span);
            if (!around.empty())
                berths.push_back({places[i], around, {width}});
        }
    }
    return berths;
}

BlockRuns clearOf(const BlockGrid& grid, const BlockRuns& runs, const std::vector<Berth>& berths) {
    return outside(runs, blocksIn(grid, aroundThem(berths)));
}

std::unique_ptr<Route> berthRoute(const BlockGrid& grid, std::unique_ptr<Route> elsewhere,
                                  const BlockRuns& within, const std::vector<std::uint64_t>& failed,
                                  const std::vector<Berth>& berths) {
    std::vector<LbaSpan> spans(berths.size());
    std::transform(berths.begin(), berths.end(), spans.begin(),
                   [](const Berth& berth) { return berth.place.span; });
    const BlockRuns places = blocksIn(grid, spans);
    BlockRuns toLookInto;
    for (const std::uint64_t block : failed)
        toLookInto.emplace_back(block, block + 1);
    std::vector<BlockRange> ranges;
    comeUpFromBothSides(outside(outside(within, places), toLookInto), places, ranges);
    for (const std::uint64_t block : failed)
        ranges.push_back({.first = block, .count = 1, .splitBlock = true});
    // The places themselves, the kindest first.
    std::vector<std::pair<std::uint32_t, std::uint64_t>> byTimes;
    std::uint64_t never = 0;
    for (const auto& [first, end] : outside(inside(within, places), toLookInto))
        for (std::uint64_t block = first; block < end; ++block) {
            std::uint32_t times = 0;
            bool asked = true;
            for (const Berth& berth : berths)
                if (berth.place.span.overlaps(grid.spanOf(block))) {
                    times = std::max(times, berth.place.times);
                    asked = asked && !berth.notAsked();
                }
            if (asked)
                byTimes.emplace_back(times, block);
            else
                ++never;
        }
    std::sort(byTimes.begin(), byTimes.end());
    for (const auto& [times, block] : byTimes)
        ranges.push_back({.first = block, .count = 1, .preSeek = true});
    return std::make_unique<BerthRoute>(std::move(elsewhere), std::move(ranges), never);
}

} // namespace orbita
