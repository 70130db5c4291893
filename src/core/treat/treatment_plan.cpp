// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/treatment_plan.h"

#include "core/base/span_set.h"

#include <algorithm>

namespace orbita {

namespace {

std::uint64_t perPhysical(const DriveIdentity& drive) {
    return std::max(1U, drive.physicalBytes / drive.logicalBytes);
}

LbaSpan wholePhysical(const LbaSpan& span, const DriveIdentity& drive) {
    const std::uint64_t per = perPhysical(drive);
    return intersection(
        spanBetween({span.first.value / per * per}, {(span.end().value + per - 1) / per * per}),
        drive.whole());
}

void cut(const LbaSpan& span, std::uint64_t each, SpotOrigin origin, std::vector<Spot>& spots) {
    for (std::uint64_t at = span.first.value; at < span.end().value; at += each)
        spots.push_back({spanBetween({at}, std::min(Lba{at + each}, span.end())), origin});
}

std::uint64_t sectorsEach(const DriveIdentity& drive, SpotOrigin origin) {
    const std::uint64_t per = perPhysical(drive);
    return origin == SpotOrigin::unreadable
               ? per
               : std::max<std::uint64_t>(per, mostSlowBytes / drive.logicalBytes / per * per);
}

} // namespace

std::vector<Spot> spotsIn(const LbaSpan& span, const DriveIdentity& drive, SpotOrigin origin) {
    std::vector<Spot> spots;
    cut(wholePhysical(span, drive), sectorsEach(drive, origin), origin, spots);
    return spots;
}

std::vector<Spot> spotsOf(const std::vector<LedgerEntry>& ledger, const DriveIdentity& drive, bool slowToo,
                          const std::vector<LbaSpan>& within) {
    const auto wanted = [&](const LedgerEntry& entry) {
        return within.empty() || std::any_of(within.begin(), within.end(),
                                             [&](const LbaSpan& span) { return span.overlaps(entry.span); });
    };
    // What cannot be read goes before what is slow in the same physical sector.
    SpanSet unreadable;
    SpanSet slow;
    for (const LedgerEntry& entry : ledger) {
        if (!wanted(entry))
            continue;
        if (entry.grade == Grade::unreadable && entry.exact)
            unreadable.add(wholePhysical(entry.span, drive));
        else if (slowToo && (entry.grade == Grade::laboured || entry.grade == Grade::straining ||
                             entry.grade == Grade::stalled || entry.grade == Grade::unreadable))
            slow.add(wholePhysical(entry.span, drive));
    }
    for (const LbaSpan& span : unreadable.spans())
        slow.remove(span);
    std::vector<Spot> spots;
    for (const LbaSpan& span : unreadable.spans())
        cut(span, sectorsEach(drive, SpotOrigin::unreadable), SpotOrigin::unreadable, spots);
    for (const LbaSpan& span : slow.spans())
        cut(span, sectorsEach(drive, SpotOrigin::slow), SpotOrigin::slow, spots);
    std::sort(spots.begin(), spots.end(),
              [](const Spot& a, const Spot& b) { return a.span.first < b.span.first; });
    return spots;
}

TreatmentLimits limitsOf(const TreatmentPolicy& policy) {
    TreatmentLimits limits;
    limits.hottest = policy.hottest;
    limits.leastSpare = policy.leastSpare;
    limits.newDefects = policy.newDefects;
    limits.mostRemapped = policy.mostRemapped;
    return limits;
}

std::vector<std::vector<Spot>> casesOf(const std::vector<Spot>& spots, std::uint32_t logicalBytes) {
    const std::uint64_t gap = patchGapBytes / logicalBytes;
    std::vector<std::vector<Spot>> cases;
    for (const Spot& spot : spots) {
        if (cases.empty() || spot.span.first.value > cases.back().back().span.end().value + gap)
            cases.emplace_back();
        cases.back().push_back(spot);
    }
    return cases;
}

std::vector<WriteKind> kindsFor(const AllowedSteps& allowed) {
    std::vector<WriteKind> kinds;
    // What a spare is to hold has to be written to it.
    if (allowed.refresh || allowed.reassign)
        kinds.push_back(WriteKind::refresh);
    if (allowed.pieced || allowed.zeros || allowed.reassign)
        kinds.push_back(WriteKind::pieced);
    if (allowed.zeros || allowed.reassign)
        kinds.push_back(WriteKind::zeros);
    if (allowed.reassign)
        kinds.push_back(WriteKind::reassign);
    return kinds;
}

} // namespace orbita
