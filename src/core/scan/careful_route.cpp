// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/careful_route.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t rangeBlocks = 256; // read without asking anew
constexpr double muchWorse = 2;
constexpr std::uint64_t farthestBack = 512; // leaves
// Going elsewhere has to be so much better, as it costs a seek and wears the drive.
constexpr double worthTheWay = 1.1;
// What a look inside one failed block yields, before any has been taken: half its sectors, for so many
// failing reads.
constexpr double guessInsideFails = 12;
constexpr std::size_t mostWeighed = 400; // places, at each decision

} // namespace

CarefulRoute::CarefulRoute(const BlockGrid& grid, const BlockRuns& toVisit,
                           const std::vector<std::uint64_t>& failed)
    : m_grid(grid), m_damage(grid.blocks()), m_failed(failed) {
    for (const auto& [first, end] : toVisit) {
        addRun(first, end);
        m_left += end - first;
    }
    for (const std::uint64_t block : failed) {
        m_damage.failed(block, {});
        take(block, 1);
    }
    m_left += m_failed.size();
    // What is not to be visited again has been read.
    std::uint64_t at = 0;
    for (const auto& [first, end] : toVisit) {
        m_damage.read(at, first - at, {});
        at = end;
    }
    if (!toVisit.empty() && at < grid.blocks())
        m_damage.read(at, grid.blocks() - at, {});
}

void CarefulRoute::addRun(std::uint64_t first, std::uint64_t end) {
    m_unread.emplace(first, end);
    m_bySize.emplace(end - first, first);
}

// All runs that are left; where a drive is bad all over and there are many, those that promise most: the
// largest, those near the head, and some of the others, each in its turn. So a decision costs the same
// however many failures there were.
std::vector<std::pair<std::uint64_t, std::uint64_t>> CarefulRoute::runsToWeigh() {
    if (m_unread.size() <= mostWeighed)
        return {m_unread.begin(), m_unread.end()};
    std::vector<std::pair<std::uint64_t, std::uint64_t>> runs;
    runs.reserve(mostWeighed);
    std::size_t n = 0;
    for (auto largest = m_bySize.rbegin(); largest != m_bySize.rend() && n < mostWeighed / 4; ++largest, ++n)
        runs.emplace_back(largest->second, largest->second + largest->first);
    n = 0;
    for (auto ahead = m_unread.lower_bound(m_head); ahead != m_unread.end() && n < mostWeighed / 4;
         ++ahead, ++n)
        runs.emplace_back(*ahead);
    n = 0;
    for (auto behind = m_unread.lower_bound(m_head); behind != m_unread.begin() && n < mostWeighed / 4; ++n)
        runs.emplace_back(*--behind);
    auto turn = m_unread.lower_bound(m_turn);
    for (n = 0; n < mostWeighed / 4; ++n, ++turn) {
        if (turn == m_unread.end())
            turn = m_unread.begin();
        runs.emplace_back(*turn);
    }
    m_turn = runs.back().second;
    return runs;
}

// Of the blocks that failed as a whole, the one most likely to yield something; of many, one of so many in
// turn.
std::vector<std::uint64_t>::iterator CarefulRoute::kindestFailed() {
    const std::size_t weighed = std::min(m_failed.size(), mostWeighed);
    const std::size_t from = m_failed.size() == weighed ? 0 : m_failedTurn % (m_failed.size() - weighed);
    m_failedTurn += weighed;
    const auto begin = m_failed.begin() + static_cast<std::ptrdiff_t>(from);
    return std::min_element(begin, begin + static_cast<std::ptrdiff_t>(weighed),
                            [this](std::uint64_t a, std::uint64_t b) {
                                return m_damage.chanceOfFailure(a) < m_damage.chanceOfFailure(b);
                            });
}

void CarefulRoute::take(std::uint64_t first, std::uint64_t count) {
    auto run = m_unread.upper_bound(first);
    if (run == m_unread.begin())
        return;
    --run;
    const std::uint64_t end = run->second;
    if (end <= first)
        return;
    const std::uint64_t begin = run->first;
    m_bySize.erase({end - begin, begin});
    m_unread.erase(run);
    if (begin < first)
        addRun(begin, first);
    if (first + count < end)
        addRun(first + count, end);
    m_left -= std::min(end, first + count) - first;
}

double CarefulRoute::worthOf(std::uint64_t block) const {
    const double fails = m_damage.chanceOfFailure(block);
    return (1 - fails) / ((1 - fails) * m_damage.secondsToRead() + fails * m_damage.secondsToFail());
}

double CarefulRoute::worthInside() const {
    if (m_insideSeconds <= 0)
        return 0.5 / (guessInsideFails * m_damage.secondsToFail());
    return m_insideSectors / m_grid.blockSectors / m_insideSeconds;
}

void CarefulRoute::consider(std::uint64_t block, std::uint64_t runEnd, Choice& best) const {
    const double worth = worthOf(block);
    if (worth > best.worth)
        best = {block, runEnd, worth};
}

// Going on from there, as long as it is no worse.
std::uint64_t CarefulRoute::blocksAsGood(const Choice& choice) const {
    const std::uint64_t leaf = m_damage.leafBlocks();
    const std::uint64_t most = std::min(choice.end - choice.first, rangeBlocks);
    std::uint64_t count = std::min(most, leaf - choice.first % leaf);
    while (count < most && worthOf(choice.first + count) * muchWorse >= choice.worth)
        count = std::min(most, count + leaf);
    return count;
}

// The first place of that run, before `choice`, that is as good: what lies between is left for later.
void CarefulRoute::nearer(Choice& choice, std::uint64_t runFirst) const {
    const std::uint64_t leaf = m_damage.leafBlocks();
    std::uint64_t at = std::max(runFirst, choice.first - std::min(choice.first, farthestBack * leaf));
    for (; at < choice.first; at = (at / leaf + 1) * leaf)
        if (worthOf(at) * worthTheWay >= choice.worth) {
            choice = {at, choice.end, worthOf(at)};
            return;
        }
}

std::optional<BlockRange> CarefulRoute::next() {
    // Going on where the head is, else the nearest place further on that is as good as any.
    Choice here;
    Choice best;
    for (const auto& [first, end] : runsToWeigh()) {
        // In steps that double, from both ends of the run: to leave a patch, and to come up to it from
        // behind.
        for (std::uint64_t away = 0; first + away < end;
             away = away == 0 ? m_damage.leafBlocks() : away * 2) {
            const std::uint64_t nearBegin = first + away;
            const std::uint64_t nearEnd = away == 0 ? first : end - std::min(end - first, away);
            if (nearBegin == m_head)
                here = {nearBegin, end, worthOf(nearBegin)};
            consider(nearBegin, end, best);
            consider(nearEnd, end, best);
        }
    }
    if (here.worth > 0 && here.worth * worthTheWay >= best.worth)
        best = here;
    else if (best.worth > 0) {
        // As good, and nearer ahead.
        std::size_t looked = 0;
        for (auto run = m_unread.lower_bound(m_head);
             run != m_unread.end() && run->first < best.first && looked < mostWeighed; ++run, ++looked)
            if (worthOf(run->first) * worthTheWay >= best.worth) {
                best = {run->first, run->second, worthOf(run->first)};
                break;
            }
        if (auto run = m_unread.upper_bound(best.first); run != m_unread.begin())
            nearer(best, std::prev(run)->first);
    }

    if (!m_failed.empty() && (m_unread.empty() || worthInside() > best.worth)) {
        const auto kindest = kindestFailed();
        m_out = BlockRange{.first = *kindest, .count = 1, .splitBlock = true};
        if (m_failed.size() <= mostWeighed) {
            m_failed.erase(kindest); // those that are as likely in the order in which they failed
        } else {
            *kindest = m_failed.back();
            m_failed.pop_back();
        }
        m_head = nowhere; // within it
        --m_left;
        return m_out;
    }
    m_out.reset();
    if (m_unread.empty())
        return std::nullopt;
    const std::uint64_t count = blocksAsGood(best);
    m_out = BlockRange{.first = best.first, .count = count, .preSeek = best.first != m_head};
    m_outDone = 0;
    return m_out;
}

void CarefulRoute::learn(const RangeResult& news) {
    if (!m_out || m_out->splitBlock)
        return;
    const std::uint64_t from = m_out->first + m_outDone;
    if (news.done > 0) {
        m_damage.read(from, news.done, news.readTime);
        take(from, news.done);
        m_outDone += news.done;
        m_head = from + news.done;
    }
    if (news.failed) {
        m_damage.failed(*news.failed, news.failedTime);
        take(*news.failed, 1);
        ++m_outDone;
        m_head = *news.failed + 1;
        if (news.putOff) {
            m_failed.push_back(*news.failed);
            ++m_left;
        }
    }
}

void CarefulRoute::learnInside(SectorCount read, Nanoseconds took) {
    m_insideSectors += static_cast<double>(read.value);
    m_insideSeconds += toSeconds(took);
}

} // namespace orbita
