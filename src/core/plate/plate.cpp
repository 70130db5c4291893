// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/plate.h"

#include <cmath>
#include <cstdlib>
#include <new>

namespace orbita {

namespace {

constexpr std::uint64_t fanOut = 32;
constexpr std::uint64_t mostStripes = 4096;

// A node in eight bytes: grades present (8 bits), slowest (11), mean (12, a code with one more bit of
// resolution), share of blocks whose latency is known (16) and share visited (17, so that 1 is exact).
struct Node {
    std::uint8_t grades = 0;
    LatencyCode slowest = 0;
    double meanNs = 0;
    double known = 0;
    double visited = 0;
};

constexpr double knownScale = 65535;
constexpr double visitedScale = 65536;

std::uint16_t encodeMean(double ns) {
    if (ns <= 0)
        return 0;
    const LatencyCode code = encodeLatency(Nanoseconds{std::llround(ns)});
    const double exact = decodeLatencyNs(code);
    // One bit more: is the mean nearer to this code, or to half way to the next?
    const bool half = ns > exact * 1.0025 && code + 1 < latencyCodes;
    return static_cast<std::uint16_t>(2 * code + (half ? 1 : 0));
}

double decodeMean(std::uint16_t code) {
    if (code == 0)
        return 0;
    return decodeLatencyNs(static_cast<LatencyCode>(code / 2)) * (code % 2 == 1 ? 1.0051 : 1.0);
}

std::uint64_t pack(const Node& node) {
    // Rounded so that "all" and "none" stay exact and "a little" never becomes none.
    const auto known = static_cast<std::uint64_t>(std::ceil(node.known * knownScale));
    auto visited = static_cast<std::uint64_t>(std::ceil(node.visited * visitedScale));
    if (node.visited < 1 && visited == static_cast<std::uint64_t>(visitedScale))
        --visited;
    return static_cast<std::uint64_t>(node.grades) | static_cast<std::uint64_t>(node.slowest) << 8U |
           static_cast<std::uint64_t>(encodeMean(node.meanNs)) << 19U | known << 31U | visited << 47U;
}

Node unpack(std::uint64_t bits) {
    Node node;
    node.grades = static_cast<std::uint8_t>(bits & 0xFFU);
    node.slowest = static_cast<LatencyCode>(bits >> 8U & 0x7FFU);
    node.meanNs = decodeMean(static_cast<std::uint16_t>(bits >> 19U & 0xFFFU));
    node.known = static_cast<double>(bits >> 31U & 0xFFFFU) / knownScale;
    node.visited = static_cast<double>(bits >> 47U) / visitedScale;
    return node;
}

} // namespace

// Collects cells and nodes into one summary.
class Plate::Gather {
public:
    void add(std::uint16_t bits) {
        const Cell cell = Cell::unpack(bits);
        m_blocks += 1;
        m_grades |= gradeBit(cell.grade);
        if (cell.grade == Grade::none)
            return;
        m_visited += 1;
        if (cell.latency == 0)
            return;
        m_slowest = std::max(m_slowest, cell.latency);
        m_known += 1;
        m_sumNs += decodeLatencyNs(cell.latency);
    }
    void add(std::uint64_t bits, std::uint64_t blocks) {
        const auto n = static_cast<double>(blocks);
        m_blocks += n;
        if (bits == 0) { // nothing there has been visited
            m_grades |= gradeBit(Grade::none);
            return;
        }
        const Node node = unpack(bits);
        m_grades |= node.grades;
        m_slowest = std::max(m_slowest, node.slowest);
        m_visited += node.visited * n;
        m_known += node.known * n;
        m_sumNs += node.meanNs * node.known * n;
    }
    [[nodiscard]] Node node() const {
        return {m_grades, m_slowest, m_known > 0 ? m_sumNs / m_known : 0,
                m_blocks > 0 ? m_known / m_blocks : 0,
                m_blocks > 0 ? std::min(1.0, m_visited / m_blocks) : 0};
    }
    [[nodiscard]] Summary summary() const {
        const Node n = node();
        Summary s;
        s.gradesPresent = n.grades;
        for (const Grade grade : allGrades)
            if (s.has(grade))
                s.worst = grade;
        s.slowest = n.slowest;
        s.meanNs = n.meanNs;
        s.visited = n.visited;
        return s;
    }

private:
    std::uint8_t m_grades = 0;
    LatencyCode m_slowest = 0;
    double m_blocks = 0;
    double m_visited = 0;
    double m_known = 0;
    double m_sumNs = 0;
};

void Plate::FreeDeleter::operator()(void* memory) const {
    std::free(memory);
}

template <class T>
Plate::Array<T> Plate::zeroed(std::uint64_t count) {
    static_assert(sizeof(std::atomic<T>) == sizeof(T) && std::atomic<T>::is_always_lock_free);
    // calloc: the pages of a large plate come into being only when they are written.
    void* memory = std::calloc(std::max<std::uint64_t>(count, 1), sizeof(T));
    if (memory == nullptr)
        throw std::bad_alloc();
    return Array<T>(static_cast<std::atomic<T>*>(memory));
}

Plate::Plate(std::uint64_t blocks)
    : m_blocks(blocks)
    , m_cells(zeroed<std::uint16_t>(blocks))
    , m_stripeBlocks(std::max<std::uint64_t>(1, (blocks + mostStripes - 1) / mostStripes))
    , m_stamps(static_cast<std::size_t>((blocks + m_stripeBlocks - 1) / m_stripeBlocks)) {
    std::uint64_t below = blocks;
    std::uint64_t span = fanOut;
    while (below > 1) {
        Level level;
        level.count = (below + fanOut - 1) / fanOut;
        level.nodes = zeroed<std::uint64_t>(level.count);
        level.span = span;
        below = level.count;
        span *= fanOut;
        m_levels.push_back(std::move(level));
    }
}

std::uint64_t Plate::memoryBytes() const {
    std::uint64_t bytes = m_blocks * sizeof(std::uint16_t) + m_stamps.size() * sizeof(std::uint32_t);
    for (const Level& level : m_levels)
        bytes += level.count * sizeof(std::uint64_t);
    return bytes;
}

void Plate::settle(std::uint64_t first, std::uint64_t count) {
    if (count == 0)
        return;
    std::uint64_t from = first / fanOut;
    std::uint64_t to = (first + count - 1) / fanOut;
    for (std::size_t l = 0; l < m_levels.size(); ++l) {
        const std::uint64_t below = l == 0 ? m_blocks : m_levels[l - 1].count;
        for (std::uint64_t n = from; n <= to; ++n) {
            Gather gather;
            const std::uint64_t end = std::min(below, (n + 1) * fanOut);
            for (std::uint64_t child = n * fanOut; child < end; ++child) {
                if (l == 0) {
                    gather.add(m_cells[child].load(std::memory_order_relaxed));
                } else {
                    const std::uint64_t span = m_levels[l - 1].span;
                    gather.add(m_levels[l - 1].nodes[child].load(std::memory_order_relaxed),
                               std::min(span, m_blocks - child * span));
                }
            }
            m_levels[l].nodes[n].store(pack(gather.node()), std::memory_order_relaxed);
        }
        from /= fanOut;
        to /= fanOut;
    }
    for (std::uint64_t s = first / m_stripeBlocks; s <= (first + count - 1) / m_stripeBlocks; ++s)
        m_stamps[s].fetch_add(1, std::memory_order_relaxed);
}

// Nodes [from, to) of `level`, by way of larger nodes where they are covered whole.
void Plate::gatherNodes(Gather& gather, std::size_t level, std::uint64_t from, std::uint64_t to) const {
    const Level& here = m_levels[level];
    const auto addOne = [&](std::uint64_t n) {
        gather.add(here.nodes[n].load(std::memory_order_relaxed),
                   std::min(here.span, m_blocks - n * here.span));
    };
    const std::uint64_t upFrom = (from + fanOut - 1) / fanOut;
    const std::uint64_t upTo = to / fanOut;
    if (level + 1 >= m_levels.size() || upFrom >= upTo) {
        for (std::uint64_t n = from; n < to; ++n)
            addOne(n);
        return;
    }
    for (std::uint64_t n = from; n < upFrom * fanOut; ++n)
        addOne(n);
    gatherNodes(gather, level + 1, upFrom, upTo);
    for (std::uint64_t n = upTo * fanOut; n < to; ++n)
        addOne(n);
}

void Plate::gather(Gather& gather, std::uint64_t from, std::uint64_t to) const {
    const std::uint64_t upFrom = (from + fanOut - 1) / fanOut;
    const std::uint64_t upTo = to / fanOut;
    const bool useNodes = upFrom < upTo;
    for (std::uint64_t b = from; b < (useNodes ? upFrom * fanOut : to); ++b)
        gather.add(m_cells[b].load(std::memory_order_relaxed));
    if (!useNodes)
        return;
    gatherNodes(gather, 0, upFrom, upTo);
    for (std::uint64_t b = upTo * fanOut; b < to; ++b)
        gather.add(m_cells[b].load(std::memory_order_relaxed));
}

Summary Plate::summarise(std::uint64_t first, std::uint64_t count) const {
    Gather all;
    gather(all, first, first + count);
    return all.summary();
}

std::array<std::uint64_t, gradeCount> Plate::countGrades(std::uint64_t first, std::uint64_t count) const {
    std::array<std::uint64_t, gradeCount> counts{};
    const std::uint64_t end = first + count;
    std::uint64_t b = first;
    while (b < end) {
        // The largest run from here that lies inside and has a single grade throughout.
        std::uint64_t run = 0;
        Grade single = Grade::none;
        for (const Level& level : m_levels) {
            if (b % level.span != 0 || std::min(b + level.span, m_blocks) > end)
                break;
            const std::uint64_t bits = level.nodes[b / level.span].load(std::memory_order_relaxed);
            const std::uint8_t grades = bits == 0 ? gradeBit(Grade::none) : unpack(bits).grades;
            if ((grades & (grades - 1U)) != 0)
                break;
            run = std::min(level.span, m_blocks - b);
            while (gradeBit(single) != grades)
                single = static_cast<Grade>(static_cast<unsigned>(single) + 1);
        }
        if (run == 0) {
            ++counts[static_cast<std::size_t>(at(b).grade)];
            ++b;
            continue;
        }
        counts[static_cast<std::size_t>(single)] += run;
        b += run;
    }
    return counts;
}

std::uint64_t Plate::findNext(std::uint64_t from, std::uint8_t grades) const {
    std::uint64_t b = from;
    while (b < m_blocks) {
        std::uint64_t skip = 0;
        for (const Level& level : m_levels) {
            if (b % level.span != 0)
                break;
            const std::uint64_t bits = level.nodes[b / level.span].load(std::memory_order_relaxed);
            const std::uint8_t present = bits == 0 ? gradeBit(Grade::none) : unpack(bits).grades;
            if ((present & grades) != 0)
                break;
            skip = level.span;
        }
        if (skip == 0) {
            if ((gradeBit(at(b).grade) & grades) != 0)
                return b;
            skip = 1;
        }
        b += skip;
    }
    return m_blocks;
}

} // namespace orbita
