// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/assessment.h"

#include "core/base/names.h"
#include "core/base/span_set.h"
#include "core/judge/evidence/defect_changes.h"

#include <algorithm>
#include <array>

namespace orbita {

namespace {

constexpr std::array<std::string_view, assessSteps> assessStepNames = {
    "vitals", "self-test", "sample", "scan", "second-looks", "ruling", "report"};
constexpr std::array<std::string_view, 10> assessHaltNames = {
    "none",   "save-first", "self-test-failed", "unreadable", "froze",
    "locked", "no-answer",  "stop-rule",        "cut-short",  "by-hand"};

bool hasReason(const EntryGate& gate, EntryReasonKind kind) {
    return std::any_of(gate.reasons.begin(), gate.reasons.end(),
                       [&](const EntryReason& reason) { return reason.kind == kind; });
}

AssessHalt haltOf(EndReason ended) {
    switch (ended) {
    case EndReason::complete:
        return AssessHalt::none;
    case EndReason::stopped:
        return AssessHalt::byHand;
    case EndReason::stopRule:
        return AssessHalt::stopRule;
    case EndReason::noAnswer:
    case EndReason::driveGone:
        return AssessHalt::noAnswer;
    case EndReason::locked:
        return AssessHalt::locked;
    default:
        return AssessHalt::cutShort;
    }
}

// What has been learned by now that makes every further touch unwise.
AssessHalt haltBy(const AssessFacts& facts) {
    if (facts.stoppedByHand)
        return AssessHalt::byHand;
    const bool saved = facts.data == DataElsewhere::saved;
    if (facts.entry) {
        if (hasReason(*facts.entry, EntryReasonKind::noAnswer) ||
            hasReason(*facts.entry, EntryReasonKind::zeroCapacity))
            return AssessHalt::noAnswer;
        if (hasReason(*facts.entry, EntryReasonKind::locked))
            return AssessHalt::locked;
        if (facts.entry->entry == Entry::saveFirst && !saved)
            return AssessHalt::saveFirst;
    }
    if (!saved && facts.selfTest &&
        (*facts.selfTest == SelfTestResult::failed || *facts.selfTest == SelfTestResult::failedRead))
        return AssessHalt::selfTestFailed;
    const auto ends = {&facts.sample, &facts.scan, &facts.secondLooks};
    for (const std::optional<SurfaceRead>* read : ends)
        if (*read && haltOf((*read)->ended) == AssessHalt::noAnswer)
            return AssessHalt::noAnswer;
    // Reading all of it, forward, is not how the data of such a drive is had.
    if (!saved && facts.sample) {
        if (facts.sample->standstills > 0)
            return AssessHalt::froze;
        if (facts.sample->unreadableSectors + facts.sample->stalled > 0)
            return AssessHalt::unreadable;
    }
    for (const std::optional<SurfaceRead>* read : ends)
        if (*read && haltOf((*read)->ended) != AssessHalt::none)
            return haltOf((*read)->ended);
    return AssessHalt::none;
}

bool isDone(AssessStep step, const AssessFacts& facts) {
    switch (step) {
    case AssessStep::vitals:
        return facts.entry.has_value();
    case AssessStep::selfTest:
        return facts.selfTestRun || !facts.offersShortTest;
    case AssessStep::sample:
        // What has been read to the end needs no sample.
        return facts.sample.has_value() || facts.scan.has_value();
    case AssessStep::scan:
        return facts.scan.has_value();
    case AssessStep::secondLooks:
        return facts.secondLooks.has_value() || !facts.scan || facts.scan->damage.empty();
    case AssessStep::ruling:
        return facts.ruled;
    case AssessStep::report:
        return facts.reported;
    }
    return true;
}

} // namespace

std::string_view assessStepName(AssessStep step) {
    return assessStepNames[static_cast<std::size_t>(step)];
}

std::optional<AssessStep> assessStepFromName(std::string_view name) {
    return enumFromName<AssessStep>(assessStepNames, name);
}

bool touchesDrive(AssessStep step) {
    return step < AssessStep::ruling;
}

std::string_view assessHaltName(AssessHalt halt) {
    return assessHaltNames[static_cast<std::size_t>(halt)];
}

SurfaceRead surfaceReadOf(const ScanRecord& record) {
    SurfaceRead read;
    read.ended = record.status.ended;
    SpanSet damage;
    for (const LedgerEntry& entry : record.ledger) {
        if (!isDamage(entry))
            continue;
        read.unreadableSectors += entry.unreadable().value;
        read.stalled += entry.grade == Grade::stalled ? 1 : 0;
        damage.add(entry.span);
    }
    for (const Standstill& place : record.standstills)
        read.standstills += place.kind == StandstillKind::stalled ? 0 : 1;
    read.damage = damage.spans();
    return read;
}

AssessNext nextAssessStep(const AssessFacts& facts, const std::set<AssessStep>& skip) {
    AssessNext next;
    next.halt = haltBy(facts);
    for (std::size_t s = 0; s < assessSteps; ++s) {
        const auto step = static_cast<AssessStep>(s);
        if (skip.count(step) != 0 || isDone(step, facts) ||
            (touchesDrive(step) && next.halt != AssessHalt::none))
            continue;
        next.step = step;
        break;
    }
    return next;
}

std::vector<LbaSpan> secondLookSpans(const SurfaceRead& scan, const DriveIdentity& drive, std::size_t most) {
    const std::uint64_t margin = secondLookMarginBytes / std::max<std::uint32_t>(1, drive.logicalBytes);
    SpanSet spans;
    for (const LbaSpan& damage : scan.damage) {
        const std::uint64_t first = damage.first.value - std::min(damage.first.value, margin);
        const std::uint64_t end = std::min(drive.capacity.value, damage.end().value + margin);
        if (end > first)
            spans.add(spanBetween(Lba{first}, Lba{end}));
    }
    std::vector<LbaSpan> list = spans.spans();
    if (list.size() > most)
        list.resize(most);
    return list;
}

} // namespace orbita
