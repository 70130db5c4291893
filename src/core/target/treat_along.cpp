// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/treat_along.h"

#include <algorithm>
#include <ctime>

namespace orbita {

namespace {

constexpr std::uint64_t marginBytes = 1U << 20U; // read again around each patch

// So many of the latest in a row.
unsigned refusedLately(const std::vector<SpotResult>& results) {
    unsigned refused = 0;
    for (const SpotResult& result : results)
        refused = !isHealed(result.result) && !result.words.empty() ? refused + 1 : 0;
    return refused;
}

} // namespace

TreatAlong::~TreatAlong() {
    if (m_journal && m_results.empty())
        m_journal->discard(); // nothing was treated
}

std::optional<Error> TreatAlong::error() const {
    const MutexLock lock(m_mutex);
    return m_error;
}

std::string TreatAlong::journal() const {
    const MutexLock lock(m_mutex);
    return m_path;
}

TreatedAlong TreatAlong::over(TreatmentStop why, std::optional<Error> error) {
    const MutexLock lock(m_mutex);
    m_error = std::move(error);
    return {{}, why};
}

TreatmentPlan TreatAlong::planFor(const DriveIdentity& drive) const {
    TreatmentPlan plan;
    plan.rules.allowed = m_order.steps;
    plan.limits = m_order.limits;
    plan.margin = {marginBytes / drive.logicalBytes};
    plan.data = m_order.data;
    plan.againstAdvice = m_order.againstAdvice;
    plan.reason = "treated as the scan went";
    return plan;
}

Result<void> TreatAlong::begin(const std::stop_token& stop) {
    auto held = OpenTreatment::openWithin(m_target, m_paced, m_order.actionLog, stop);
    if (!held)
        return tl::unexpected(held.error());
    TreatmentPlan plan = planFor(held->drive().identity());
    // Any place may turn out to need it.
    plan.spots = {{held->drive().identity().whole(), SpotOrigin::unreadable}};
    TreatmentPlan empty = plan;
    empty.spots.clear();
    auto journal = held->begin(empty, m_order.consent, m_order.folder, m_order.startedAt, plan.spots);
    if (!journal)
        return tl::unexpected(journal.error());
    m_journal.emplace(std::move(*journal));
    const MutexLock lock(m_mutex);
    m_path = m_journal->path();
    return {};
}

TreatedAlong TreatAlong::treat(const std::vector<LedgerEntry>& defects,
                               const std::vector<LedgerEntry>& ledger, const SpanSet& covered,
                               const std::stop_token& stop) {
    if (!m_journal)
        return over(TreatmentStop::notKept);
    auto held = OpenTreatment::openWithin(m_target, m_paced, m_order.actionLog, stop);
    if (!held)
        return over(stop.stop_requested() ? TreatmentStop::byHand : TreatmentStop::driveGone, held.error());
    const DriveIdentity drive = held->drive().identity();
    TreatmentPlan plan = planFor(drive);
    plan.spots = spotsOf(defects, drive, true);
    if (plan.spots.empty())
        return {};
    for (const LedgerEntry& entry : ledger)
        plan.known.push_back(entry.span);
    // What the scan has yet to come to is no news if it cannot be read.
    const LbaSpan around =
        intersection(spanBetween({plan.spots.front().span.first.value -
                                  std::min(plan.spots.front().span.first.value, plan.margin.value)},
                                 plan.spots.back().span.end() + plan.margin),
                     drive.whole());
    for (const LbaSpan& gap : covered.gaps(around))
        plan.known.push_back(gap);
    if (const auto leave = held->askLeave(plan, m_order.consent, m_journal->path()); !leave)
        return over(TreatmentStop::leaveEnded, leave.error());
    if (const auto up = m_journal->takeUp(plan.spots); !up)
        return over(TreatmentStop::notKept, up.error());
    JournalTold before;
    before.results = m_results; // what they come to together decides when it stops
    before.newDefects = m_newDefects;
    Treater treater(held->drive(), *m_journal, plan, std::move(before), {},
                    [] { return static_cast<std::int64_t>(std::time(nullptr)); });
    const TreatmentProgress& progress = treater.run(stop);
    TreatedAlong came;
    for (const SpotResult& result : progress.results)
        if (std::any_of(plan.spots.begin(), plan.spots.end(),
                        [&](const Spot& spot) { return spot.span == result.spot.span; }))
            came.treatments.push_back({result.spot.span, result.step, result.result, result.at});
    m_results = progress.results;
    m_newDefects = progress.newDefects;
    if (*progress.stop != TreatmentStop::done)
        came.over = progress.stop;
    else if (refusedLately(m_results) >= m_order.limits.refusals)
        came.over = TreatmentStop::mediumRefuses;
    const MutexLock lock(m_mutex);
    m_error = progress.error;
    return came;
}

} // namespace orbita
