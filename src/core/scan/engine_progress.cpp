// SPDX-License-Identifier: GPL-3.0-or-later
// What is told of a scan that runs.
#include "core/scan/engine.h"

#include <cmath>

namespace orbita {

namespace {

constexpr std::uint64_t leastToExtrapolate = 32; // blocks read out of turn, before time is told from them

} // namespace

void Engine::note(ScanEvent entry) {
    entry.at = m_time.elapsed();
    m_model.log(entry);
}

// Side by side, by the curve of pace; out of turn, by what a block has taken so far.
std::optional<Nanoseconds> Engine::timeLeft() const {
    const BlockRange& range = m_queue.range();
    const std::uint64_t done = m_queue.done();
    const std::uint64_t here = range.count - done;
    const std::uint64_t left = here + m_route->blocksLeft();
    if (m_route->sequential()) {
        const auto whole = m_estimator.expected(m_grid.span);
        const auto rest = here > 0 ? m_estimator.expected(m_queue.spanOf(done, range.count)) : whole;
        if (!whole || !rest)
            return std::nullopt;
        const double others = static_cast<double>(m_route->blocksLeft()) / static_cast<double>(m_blocks);
        return (here > 0 ? *rest : Nanoseconds{}) +
               Nanoseconds{std::llround(others * static_cast<double>(whole->count()))};
    }
    // Nothing met so far: then it goes forward, too.
    const bool forward = carefully() && m_model.blocksPutOff() == 0 &&
                         m_status.totals.of(Grade::unreadable) == 0 && m_blocksBefore == 0 &&
                         m_askedFor.count() == m_blocks;
    if (const auto rest = m_estimator.expected(spanBetween(
            range.count > 0 ? m_queue.spanOf(done == 0 ? 0 : done - 1, std::max<std::uint64_t>(done, 1)).end()
                            : m_grid.span.first,
            m_grid.span.end()));
        forward && rest)
        return rest;
    const Nanoseconds spent = m_time.thisPart();
    const std::uint64_t read = m_blocksDone - m_blocksBefore;
    if (read < leastToExtrapolate)
        return std::nullopt;
    return Nanoseconds{std::llround(static_cast<double>(spent.count()) / static_cast<double>(read) *
                                    static_cast<double>(left))};
}

void Engine::publish(ScanPhase phase) {
    m_publishedAt = m_clock.now();
    fillStatus(phase);
    m_feed.publish(m_status, m_model, false);
}

void Engine::publishNow(ScanPhase phase) {
    fillStatus(phase);
    m_feed.publish(m_status, m_model, true);
}

// Whoever waits for it to stand still is told at once.
void Engine::show(ScanPhase phase) {
    if (phase == ScanPhase::pausing || phase == ScanPhase::paused)
        publishNow(phase);
    else
        publish(phase);
}

void Engine::fillStatus(ScanPhase phase) {
    m_status.totals = m_model.totals();
    m_status.lateness = m_model.lateness();
    m_status.slowest = m_model.slowest();
    m_status.phase = phase == ScanPhase::reading && m_pause.closed() ? ScanPhase::pausing : phase;
    m_status.elapsed = m_time.elapsed();
    m_status.unit = m_grader.unit();
    m_status.baseline = m_grader.baseline();
    const BlockRange& range = m_queue.range();
    m_status.position = !m_queue.finished() ? m_grid.spanOf(m_queue.current()).first
                        : range.count > 0   ? m_grid.spanOf(range.at(range.count - 1)).end()
                                            : m_grid.span.first;
    m_status.blocksDone = m_blocksDone;
    m_status.toMeasureAgain = m_rechecks.waiting();
    m_status.failedBlocks = m_model.blocksPutOff();
    const double blockBytes = static_cast<double>(m_grid.blockSectors) * drive().identity().logicalBytes;
    m_status.paceNow = m_time.blocksASecond(m_blocksDone) * blockBytes;
    m_status.temperature = m_temperature.latest();
    m_status.hottest = m_temperature.hottest();
    m_status.saving = m_saving.status();
    if (!m_pause.closed())
        m_status.asks.reset();
    if (m_status.elapsed.count() > 0)
        m_status.paceAverage = static_cast<double>(m_blocksDone) * blockBytes / toSeconds(m_status.elapsed);
    m_status.left = timeLeft();
    if (m_status.left && m_status.phase != ScanPhase::ended)
        m_status.expected = m_status.elapsed + *m_status.left;
    m_status.latest = m_model.latest();
    m_feed.tellAnswers(m_model.seen());
    m_model.seen().clear();
}

} // namespace orbita
