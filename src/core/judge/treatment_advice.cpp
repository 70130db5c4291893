// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/treatment_advice.h"

#include <algorithm>
#include <set>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 4> adviceNames = {"treat", "save-first", "replace", "refused"};

constexpr std::array<std::string_view, 20> adviceReasonNames = {
    "few-and-still",     "nothing-to-treat", "policy-forbids", "read-only",        "locked",
    "host-managed",      "no-answer",        "damning-vitals", "self-test-failed", "many-unreadable",
    "many-patches",      "spread",           "growing",        "spares-low",       "too-hot",
    "data-not-answered", "data-only-here",   "partly-scanned", "reads-throughout", "leaves-unreadable"};
static_assert(adviceReasonNames.size() == static_cast<std::size_t>(AdviceReasonKind::leavesUnreadable) + 1);

using Kind = AdviceReasonKind;

std::uint64_t physicalSectors(const LedgerEntry& entry, std::uint32_t per) {
    if (entry.span.empty())
        return 0;
    return entry.span.last().value / per - entry.span.first.value / per + 1;
}

bool isSlow(const LedgerEntry& entry) {
    return entry.grade == Grade::laboured || entry.grade == Grade::straining ||
           entry.grade == Grade::stalled || (entry.grade == Grade::unreadable && !entry.exact);
}

std::uint64_t hundredthsWith(const std::vector<LedgerEntry>& ledger, SectorCount capacity) {
    std::set<std::uint64_t> hundredths;
    for (const LedgerEntry& entry : ledger)
        if (entry.grade == Grade::unreadable && capacity.value > 0)
            hundredths.insert(static_cast<std::uint64_t>(static_cast<double>(entry.span.first.value) * 100 /
                                                         static_cast<double>(capacity.value)));
    return hundredths.size();
}

void weighVitals(const TreatmentFacts& facts, const HousePolicy& policy, std::vector<AdviceReason>& reasons) {
    if (facts.vitals == nullptr)
        return;
    const Vitals& vitals = *facts.vitals;
    if (vitals.has(VitalsNote::readOnly))
        reasons.push_back({Kind::readOnly, TreatmentAdvice::refused, 0, 0, 0});
    if (vitals.has(VitalsNote::locked) || vitals.has(VitalsNote::rangesLocked))
        reasons.push_back({Kind::locked, TreatmentAdvice::refused, 0, 0, 0});
    if (vitals.has(VitalsNote::hostManaged))
        reasons.push_back({Kind::hostManaged, TreatmentAdvice::refused, 0, 0, 0});
    if (vitals.has(VitalsNote::checkedNoAnswer))
        reasons.push_back({Kind::noAnswer, TreatmentAdvice::replace, 0, 0, 0});
    for (std::size_t i = 0; i < vitals.readings.size(); ++i) {
        const Reading& reading = vitals.readings[i];
        const Finding finding = assess(reading, policy);
        if (reading.kind == ReadingKind::temperature) {
            if (reading.value >= policy.treatment.hottest)
                reasons.push_back({Kind::tooHot, TreatmentAdvice::refused,
                                   static_cast<std::uint64_t>(reading.value),
                                   static_cast<std::uint64_t>(policy.treatment.hottest), i});
        } else if (reading.kind == ReadingKind::spareLeft) {
            if (reading.value <= static_cast<std::int64_t>(policy.treatment.leastSpare) ||
                finding.level == FindingLevel::critical)
                reasons.push_back({Kind::sparesLow, TreatmentAdvice::replace,
                                   static_cast<std::uint64_t>(std::max<std::int64_t>(reading.value, 0)),
                                   policy.treatment.leastSpare, i});
        } else if (finding.level == FindingLevel::critical) {
            reasons.push_back({Kind::damningVitals, TreatmentAdvice::replace, 0, 0, i});
        }
    }
    // One that ended at a sector it could not read says no more than the ledger does.
    if (!vitals.selfTests.empty() && vitals.selfTests.front().result == SelfTestResult::failed)
        reasons.push_back({Kind::selfTestFailed, TreatmentAdvice::replace, 0, 0, 0});
}

void weighLedger(const TreatmentFacts& facts, const TreatmentPolicy& limits, TreatmentAdvised& advised) {
    const auto weigh = [&](Kind kind, std::uint64_t is, std::uint64_t most) {
        if (is > most)
            advised.reasons.push_back({kind, TreatmentAdvice::replace, is, most, 0});
    };
    weigh(Kind::manyUnreadable, advised.unreadable, limits.mostUnreadable);
    weigh(Kind::manyPatches, advised.patches, limits.mostPatches);
    weigh(Kind::spread, hundredthsWith(facts.ledger, facts.drive.capacity), limits.mostSpread);
    if (facts.newPatches)
        weigh(Kind::growing, *facts.newPatches, limits.mostNew);
}

std::vector<AdviceNote> notesOn(const TreatmentFacts& facts) {
    std::vector<AdviceNote> notes;
    if (!facts.drive.rotating.value_or(true))
        notes.push_back(AdviceNote::solidState);
    const bool hidden = facts.vitals != nullptr && facts.vitals->has(VitalsNote::bridgeHides);
    const bool counts =
        facts.vitals != nullptr && (facts.vitals->find(ReadingKind::reallocatedSectors) != nullptr ||
                                    facts.vitals->find(ReadingKind::grownDefects) != nullptr);
    if (!facts.takesCommands)
        notes.push_back(AdviceNote::blockLayer);
    else if (hidden)
        notes.push_back(AdviceNote::bridge);
    else if (!counts)
        notes.push_back(AdviceNote::noCounters);
    return notes;
}

} // namespace

std::string_view treatmentAdviceName(TreatmentAdvice advice) {
    return adviceNames[static_cast<std::size_t>(advice)];
}

std::string_view adviceReasonName(AdviceReasonKind kind) {
    return adviceReasonNames[static_cast<std::size_t>(kind)];
}

TreatmentAdvised adviseTreatment(const TreatmentFacts& facts, const HousePolicy& policy) {
    TreatmentAdvised advised;
    for (const LedgerEntry& entry : facts.ledger) {
        if (entry.grade == Grade::unreadable && entry.exact)
            advised.unreadable += physicalSectors(entry, facts.drive.sectorsPerPhysical());
        advised.slow += isSlow(entry) ? 1 : 0;
    }
    for (const Patch& patch : patchesOf(facts.ledger, facts.drive.logicalBytes))
        advised.patches += patch.unreadable.value > 0 ? 1 : 0;
    if (!policy.treatment.allowed)
        advised.reasons.push_back({Kind::policyForbids, TreatmentAdvice::refused, 0, 0, 0});
    weighVitals(facts, policy, advised.reasons);
    weighLedger(facts, policy.treatment, advised);
    const bool something = facts.refresh || advised.unreadable + advised.slow > 0;
    if (something && facts.data == DataElsewhere::notAsked)
        advised.reasons.push_back({Kind::dataNotAnswered, TreatmentAdvice::saveFirst, 0, 0, 0});
    else if (something && facts.data != DataElsewhere::saved)
        advised.reasons.push_back({Kind::dataOnlyHere, TreatmentAdvice::saveFirst, 0, 0, 0});
    const Kind kindest = !something               ? Kind::nothingToTreat
                         : !facts.refresh         ? Kind::fewAndStill
                         : advised.unreadable > 0 ? Kind::leavesUnreadable
                                                  : Kind::readsThroughout;
    advised.reasons.push_back({kindest, TreatmentAdvice::treat, advised.unreadable, 0, 0});
    if (facts.scanned < 1)
        advised.reasons.push_back({Kind::partlyScanned, TreatmentAdvice::treat,
                                   static_cast<std::uint64_t>(facts.scanned * 100), 100, 0});
    std::stable_sort(advised.reasons.begin(), advised.reasons.end(),
                     [](const AdviceReason& a, const AdviceReason& b) { return a.weight > b.weight; });
    advised.advice = advised.reasons.front().weight;
    // That they are few is no reason where they are too many.
    if (advised.advice != TreatmentAdvice::treat)
        advised.reasons.erase(
            std::remove_if(advised.reasons.begin(), advised.reasons.end(),
                           [](const AdviceReason& reason) { return reason.kind == Kind::fewAndStill; }),
            advised.reasons.end());
    advised.notes = notesOn(facts);
    return advised;
}

std::uint64_t newPatchesIn(const std::vector<LedgerEntry>& now, const std::vector<LedgerEntry>& before,
                           std::uint32_t logicalBytes) {
    std::uint64_t fresh = 0;
    for (const Patch& patch : patchesOf(now, logicalBytes)) {
        const bool known = std::any_of(before.begin(), before.end(), [&](const LedgerEntry& entry) {
            return entry.grade != Grade::linkFault && entry.span.overlaps(patch.span);
        });
        fresh += patch.unreadable.value > 0 && !known ? 1 : 0;
    }
    return fresh;
}

} // namespace orbita
