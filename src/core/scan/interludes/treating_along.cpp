// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/interludes/treating_along.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr Nanoseconds lookInterval = std::chrono::seconds{5};

bool isTreatable(const LedgerEntry& entry) {
    return entry.standing == Standing::confirmed && entry.grade != Grade::linkFault &&
           entry.grade != Grade::stalled && entry.exact;
}

} // namespace

std::vector<LedgerEntry> TreatingAlong::ripe(bool all) {
    std::vector<LedgerEntry> found;
    if (m_model.ledger().size() == 0)
        return found;
    const std::vector<LedgerEntry> ledger = m_model.ledger().entries();
    const LbaSpan& whole = m_model.grid().span;
    const std::uint64_t gap = patchGapBytes / m_model.logicalBytes();
    for (const Patch& patch : patchesOf(ledger, m_model.logicalBytes())) {
        const std::uint64_t first = patch.span.first.value - std::min(patch.span.first.value, gap);
        const LbaSpan around = intersection(spanBetween({first}, patch.span.end() + SectorCount{gap}), whole);
        if (!all && !m_model.covered().contains(around))
            continue;
        for (std::size_t i = patch.first; i < patch.first + patch.count; ++i)
            if (isTreatable(ledger[i]) && !m_done.contains(ledger[i].span))
                found.push_back(ledger[i]);
    }
    return found;
}

bool TreatingAlong::due(Nanoseconds now) {
    if (!m_along || now < m_lookAt)
        return false;
    m_lookAt = now + lookInterval;
    m_ripe = ripe(false);
    return !m_ripe.empty();
}

void TreatingAlong::run(Interruptible& scan) {
    if (!scan.drain())
        return;
    treat(scan);
    scan.bringHeadBack();
}

void TreatingAlong::finish(Interruptible& scan) {
    if (!m_along || scan.stop().stop_requested())
        return;
    m_ripe = ripe(true);
    if (!m_ripe.empty())
        treat(scan);
    m_along.reset();
}

void TreatingAlong::treat(Interruptible& scan) {
    scan.show(ScanPhase::treating);
    const Nanoseconds from = scan.clock().now();
    const TreatedAlong came =
        m_along->treat(m_ripe, m_model.ledger().entries(), m_model.covered(), scan.stop());
    scan.time().leaveOut(scan.clock().now() - from);
    m_treated = true;
    // What was stopped before its turn is not tried again by itself.
    for (const LedgerEntry& entry : m_ripe)
        m_done.add(entry.span);
    m_ripe.clear();
    for (const Treatment& treatment : came.treatments) {
        m_model.addTreatment(treatment);
        scan.log({.kind = isHealed(treatment.result) ? ScanEventKind::treated : ScanEventKind::treatedInVain,
                  .span = treatment.span,
                  .treated = treatment.result});
    }
    if (came.over)
        end(scan, *came.over);
    scan.show(ScanPhase::reading);
}

void TreatingAlong::end(Interruptible& scan, TreatmentStop why) {
    if (!m_along)
        return;
    m_along.reset();
    scan.log({.kind = ScanEventKind::treatingOver, .treatingEnded = why});
}

} // namespace orbita
