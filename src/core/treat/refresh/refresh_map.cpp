// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/refresh/refresh_map.h"

#include <algorithm>
#include <iterator>

namespace orbita {

namespace {

constexpr std::size_t enoughWrites = 16;        // to be compared with: nothing is written only for measure
constexpr std::uint64_t mostBlocks = 8U << 20U; // of each map: some 20 MB

} // namespace

PieceGrid::PieceGrid(const std::vector<LbaSpan>& spans, std::uint32_t blockSectors)
    : m_blockSectors(std::max(1U, blockSectors)) {
    for (const LbaSpan& span : spans) {
        if (span.empty())
            continue;
        m_runs.push_back({span, m_pieces});
        m_pieces += span.last().value / m_blockSectors - span.first.value / m_blockSectors + 1;
    }
    m_together = std::max<std::uint64_t>(1, (m_pieces + mostBlocks - 1) / mostBlocks);
}

std::uint64_t PieceGrid::blocks() const {
    return (m_pieces + m_together - 1) / m_together;
}

LbaSpan PieceGrid::pieceAt(std::uint64_t piece) const {
    const auto run = std::prev(
        std::partition_point(m_runs.begin(), m_runs.end(), [&](const Run& r) { return r.first <= piece; }));
    const std::uint64_t block = run->span.first.value / m_blockSectors + (piece - run->first);
    return intersection({{block * m_blockSectors}, {m_blockSectors}}, run->span);
}

LbaSpan PieceGrid::spanOf(std::uint64_t block) const {
    const std::uint64_t first = block * m_together;
    return spanBetween(pieceAt(first).first, pieceAt(std::min(first + m_together, m_pieces) - 1).end());
}

std::uint64_t PieceGrid::blockAt(Lba lba) const {
    const auto run =
        std::partition_point(m_runs.begin(), m_runs.end(), [&](const Run& r) { return r.span.end() <= lba; });
    if (run == m_runs.end())
        return blocks() == 0 ? 0 : blocks() - 1;
    const std::uint64_t inside =
        lba <= run->span.first ? 0 : lba.value / m_blockSectors - run->span.first.value / m_blockSectors;
    return (run->first + inside) / m_together;
}

RefreshMap::RefreshMap(const DriveIdentity& drive, const RefreshPlan& plan)
    : m_grid(plan.spans, plan.blockSectors) {
    const bool solidState = drive.rotating == false;
    for (std::size_t i = 0; i < refreshPasses; ++i)
        m_layers.push_back(
            {std::make_shared<Plate>(m_grid.blocks()), Grader(turnOf(drive), solidState, GradeLimits{}), {}});
}

RefreshPlates RefreshMap::plates() const {
    RefreshPlates plates;
    plates.grid = m_grid;
    for (std::size_t i = 0; i < refreshPasses; ++i)
        plates.of[i] = m_layers[i].plate;
    return plates;
}

void RefreshMap::show(Layer& layer, const LbaSpan& piece, Grade grade, Nanoseconds latency) {
    const std::uint64_t block = m_grid.blockAt(piece.first);
    const Cell was = layer.plate->at(block);
    // Of several pieces of a block, the gravest.
    if (was.visited() && was.grade > grade)
        return;
    Cell cell;
    cell.grade = grade;
    cell.latency = encodeLatency(latency);
    layer.plate->set(block, cell);
    layer.plate->settle(block, 1);
}

void RefreshMap::seed(RefreshPass pass, Nanoseconds latency) {
    Layer& layer = at(pass);
    if (layer.grader.holding() && layer.grader.hold(latency))
        layer.grader.release();
}

void RefreshMap::endSeeding(RefreshPass pass) {
    if (at(pass).grader.holding())
        at(pass).grader.release();
}

std::optional<Grade> RefreshMap::add(RefreshPass pass, const LbaSpan& piece, Nanoseconds latency,
                                     bool inOrder) {
    Layer& layer = at(pass);
    if (layer.grader.holding()) {
        layer.held.emplace_back(piece, latency);
        Cell cell = Cell::makeUngraded(encodeLatency(latency));
        const std::uint64_t block = m_grid.blockAt(piece.first);
        if (!layer.plate->at(block).visited()) {
            layer.plate->set(block, cell);
            layer.plate->settle(block, 1);
        }
        if (layer.grader.hold(latency) || layer.held.size() >= enoughWrites) {
            layer.grader.release();
            for (const auto& [span, time] : layer.held)
                show(layer, span, layer.grader.judge(time).grade, time);
            layer.held.clear();
        }
        return std::nullopt;
    }
    const Grade grade = (inOrder ? layer.grader.grade(latency) : layer.grader.judge(latency)).grade;
    show(layer, piece, grade, latency);
    return grade;
}

std::optional<Grade> RefreshMap::judge(RefreshPass pass, Nanoseconds latency) const {
    const Grader& grader = m_layers[static_cast<std::size_t>(pass)].grader;
    return grader.holding() ? std::nullopt : std::optional(grader.judge(latency).grade);
}

void RefreshMap::addFailed(RefreshPass pass, const LbaSpan& piece) {
    show(at(pass), piece, Grade::unreadable, std::chrono::microseconds{1});
}

} // namespace orbita
