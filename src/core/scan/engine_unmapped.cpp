// SPDX-License-Identifier: GPL-3.0-or-later
// What the drive holds nothing of, and answers without its medium.
#include "core/scan/engine.h"

#include <algorithm>

namespace orbita {

// What was never written, or given back, is answered without the medium. The drive's own word decides;
// without it, zeros from a drive that can forget are taken for such.
bool Engine::isUnmapped(const LbaSpan& span, const ReadAnswer& answer) const {
    if (m_stored.told.contains(span))
        return m_stored.nothing.contains(span);
    return supportsUnmap() && answer.zeros;
}

bool Engine::takeUnmapped(std::uint64_t block, const ReadAnswer& answer) {
    const LbaSpan span = m_grid.spanOf(block);
    if (!isUnmapped(span, answer))
        return false;
    m_quickestEmpty =
        m_quickestEmpty.count() == 0 ? answer.latency : std::min(m_quickestEmpty, answer.latency);
    // One that was that long in coming is a finding like any other.
    const Nanoseconds unit = std::max(m_grader.unit(), solidStateUnit(m_quickestEmpty));
    if (gradeOf(answer.latency - m_quickestEmpty, unit, m_grader.limits()) >= Grade::laboured)
        return false;
    settleUnmapped(block, answer.latency);
    m_news.readTime += answer.latency;
    m_observedTime += answer.latency;
    return true;
}

void Engine::settleUnmapped(std::uint64_t block, Nanoseconds latency) {
    m_model.settleUnmapped(block, latency);
    if (m_model.totals().unmapped == 1)
        note({.kind = ScanEventKind::unmapped,
              .span = m_grid.spanOf(block),
              .causeGiven = m_stored.told.contains(m_grid.spanOf(block))});
}

void Engine::askStored() {
    if (!m_services.stored || m_stop.stop_requested())
        return;
    if (auto map = m_services.stored(m_grid.span, m_stop))
        m_stored = std::move(*map);
}

} // namespace orbita
