// SPDX-License-Identifier: GPL-3.0-or-later
// What is told of a scan that runs.
#include "core/scan/engine.h"

#include <cmath>

namespace orbita {

namespace {

constexpr std::uint64_t leastToExtrapolate = 32; // blocks read out of turn, before time is told from them
constexpr Nanoseconds paceWindow = std::chrono::seconds{1};

} // namespace

void Engine::note(TapeEntry entry) {
    entry.at = elapsed();
    m_feed.append(entry);
}

// On the plate, and for those who watch the answers come.
void Engine::show(std::uint64_t block, Cell cell, Nanoseconds latency) {
    m_plate->set(block, cell);
    m_seen.push_back({block, cell});
    if (latency > m_status.slowest.latency)
        m_status.slowest = {m_grid.spanOf(block).first, latency};
    m_latest = latency;
}

Nanoseconds Engine::elapsed() const {
    return m_before + m_clock.now() - m_began - m_pausedFor;
}

// Side by side, by the curve of pace; out of turn, by what a block has taken so far.
std::optional<Nanoseconds> Engine::timeLeft() const {
    const std::uint64_t here = m_stretch.count - m_done;
    const std::uint64_t left = here + m_route->blocksLeft();
    if (m_route->sequential()) {
        const auto whole = m_estimator.expected(m_grid.span);
        const auto rest = here > 0 ? m_estimator.expected(stretchSpan(m_done, m_stretch.count)) : whole;
        if (!whole || !rest)
            return std::nullopt;
        const double others = static_cast<double>(m_route->blocksLeft()) / static_cast<double>(m_blocks);
        return (here > 0 ? *rest : Nanoseconds{}) +
               Nanoseconds{std::llround(others * static_cast<double>(whole->count()))};
    }
    // Nothing met so far: then it goes forward, too.
    const bool forward = carefully() && m_failedBlocks == 0 && m_status.totals.of(Grade::unreadable) == 0 &&
                         m_blocksBefore == 0 && m_askedFor.count() == m_blocks;
    if (const auto rest = m_estimator.expected(spanBetween(
            m_stretch.count > 0
                ? stretchSpan(m_done == 0 ? 0 : m_done - 1, std::max<std::uint64_t>(m_done, 1)).end()
                : m_grid.span.first,
            m_grid.span.end()));
        forward && rest)
        return rest;
    const Nanoseconds spent = m_clock.now() - m_began - m_pausedFor;
    const std::uint64_t read = m_blocksDone - m_blocksBefore;
    if (read < leastToExtrapolate)
        return std::nullopt;
    return Nanoseconds{std::llround(static_cast<double>(spent.count()) / static_cast<double>(read) *
                                    static_cast<double>(left))};
}

void Engine::publish(ScanPhase phase) {
    m_status.phase = phase == ScanPhase::reading && m_pause.closed() ? ScanPhase::pausing : phase;
    m_status.elapsed = elapsed();
    m_status.unit = m_grader.unit();
    m_status.baseline = m_grader.baseline();
    m_status.position = m_done < m_stretch.count ? m_grid.spanOf(m_stretch.at(m_done)).first
                        : m_stretch.count > 0    ? m_grid.spanOf(m_stretch.at(m_stretch.count - 1)).end()
                                                 : m_grid.span.first;
    m_status.blocksDone = m_blocksDone;
    m_status.toMeasureAgain = m_looks.waiting();
    m_status.failedBlocks = m_failedBlocks;
    const double blockBytes = static_cast<double>(m_grid.blockSectors) * m_drive->identity().logicalBytes;
    const Nanoseconds now = m_clock.now();
    if (now - m_paceSince >= paceWindow) {
        m_status.paceNow =
            static_cast<double>(m_blocksDone - m_paceFrom) * blockBytes / toSeconds(now - m_paceSince);
        m_paceSince = now;
        m_paceFrom = m_blocksDone;
    }
    if (m_status.elapsed.count() > 0)
        m_status.paceAverage = static_cast<double>(m_blocksDone) * blockBytes / toSeconds(m_status.elapsed);
    m_status.left = timeLeft();
    if (m_status.left && m_status.phase != ScanPhase::ended)
        m_status.expected = m_status.elapsed + *m_status.left;
    if (!m_seen.empty()) {
        m_status.latest = {m_grid.spanOf(m_seen.back().block).first, m_latest};
        m_feed.tellAnswers(m_seen);
        m_seen.clear();
    }
    m_feed.publish(m_status);
}

} // namespace orbita
