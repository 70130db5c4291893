// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/proposal.h"

#include <algorithm>

namespace orbita::app {

namespace {

constexpr std::uint64_t aroundPatchBytes = 1U << 20U; // read again around each
constexpr std::uint64_t mostSpots = 100'000;

bool isInScope(const LedgerEntry& entry, const TreatmentChoice& choice) {
    switch (choice.scope) {
    case TreatmentChoice::Scope::all:
        return true;
    case TreatmentChoice::Scope::confirmed:
        return entry.standing == Standing::confirmed;
    case TreatmentChoice::Scope::unreadable:
        return entry.grade == Grade::unreadable;
    case TreatmentChoice::Scope::slow:
        return entry.grade != Grade::unreadable;
    case TreatmentChoice::Scope::selection:
        return entry.span.overlaps(choice.selection);
    }
    return true;
}

std::vector<Spot> spotsIn(const ScanView& scan, const TreatmentChoice& choice, const DriveIdentity& drive) {
    std::vector<LedgerEntry> entries;
    std::copy_if(scan.record.ledger.begin(), scan.record.ledger.end(), std::back_inserter(entries),
                 [&](const LedgerEntry& entry) { return isInScope(entry, choice); });
    if (choice.scope != TreatmentChoice::Scope::selection)
        return spotsOf(entries, drive, true);
    // Of a selection, what the scan knows nothing bad of is refreshed all the same.
    return entries.empty() ? orbita::spotsIn(choice.selection, drive, SpotOrigin::slow)
                           : spotsOf(entries, drive, true, {choice.selection});
}

bool isLeftOut(const LbaSpan& span, const std::vector<LbaSpan>& leftOut) {
    return std::any_of(leftOut.begin(), leftOut.end(),
                       [&](const LbaSpan& out) { return out.overlaps(span); });
}

// But for what a scan tells.
TreatmentFacts factsOf(const DriveController& controller) {
    const VisitController& visit = controller.visit();
    TreatmentFacts facts;
    facts.vitals = visit.state() == VisitController::State::read ? &visit.vitals() : nullptr;
    facts.drive = controller.identity();
    facts.data = controller.data();
    facts.takesCommands = controller.target().takesCommands();
    return facts;
}

} // namespace

TreatmentAdvised adviseAlong(const DriveController& controller) {
    TreatmentAdvised advised = adviseTreatment(factsOf(controller), controller.policy());
    std::erase_if(advised.reasons, [](const AdviceReason& reason) {
        return reason.kind == AdviceReasonKind::nothingToTreat ||
               reason.kind == AdviceReasonKind::partlyScanned;
    });
    if (controller.data() != DataElsewhere::saved)
        advised.reasons.push_back({AdviceReasonKind::dataOnlyHere, TreatmentAdvice::saveFirst, 0, 0, 0});
    std::stable_sort(advised.reasons.begin(), advised.reasons.end(),
                     [](const AdviceReason& a, const AdviceReason& b) { return a.weight > b.weight; });
    advised.advice = TreatmentAdvice::treat;
    for (const AdviceReason& reason : advised.reasons)
        advised.advice = std::max(advised.advice, reason.weight);
    return advised;
}

std::vector<TreatmentCase> casesOfPlan(const TreatmentPlan& plan, const ScanView* scan,
                                       std::uint32_t logicalBytes) {
    std::vector<TreatmentCase> cases;
    for (std::vector<Spot>& spots : casesOf(plan.spots, logicalBytes)) {
        TreatmentCase one;
        one.span = spanBetween(spots.front().span.first, spots.back().span.end());
        one.spots = std::move(spots);
        if (scan != nullptr) {
            // In the order of the LBA, and never overlapping.
            const std::vector<LedgerEntry>& ledger = scan->record.ledger;
            auto entry = std::partition_point(ledger.begin(), ledger.end(), [&](const LedgerEntry& e) {
                return e.span.end() <= one.span.first;
            });
            for (; entry != ledger.end() && entry->span.first < one.span.end(); ++entry)
                if (!one.standing || entry->standing != Standing::confirmed)
                    one.standing = entry->standing;
        }
        cases.push_back(std::move(one));
    }
    return cases;
}

TreatmentAdvised adviseRefresh(const DriveController& controller) {
    const ScanView* scan = controller.current();
    TreatmentFacts facts = factsOf(controller);
    facts.refresh = true;
    facts.scanned = scan != nullptr ? scan->record.coveredShare() : 0;
    if (scan != nullptr)
        facts.ledger = scan->record.ledger;
    return adviseTreatment(facts, controller.policy());
}

RefreshProposal proposeRefresh(const DriveController& controller) {
    RefreshProposal proposal;
    const ScanView* scan = controller.current();
    const DriveIdentity& drive = controller.identity();
    const Vitals* vitals = factsOf(controller).vitals;
    double pace = 0;
    RefreshPlan& whole = proposal.whole;
    if (scan != nullptr && scan->record.plate) {
        pace = scan->record.bytesASecond();
        whole.known = unreadableIn(scan->record.ledger, drive);
    }
    // How much is read at once is settled once the drive is open.
    whole.blockSectors = refreshBlock(drive, mostRefreshedBytes / std::max(1U, drive.logicalBytes));
    whole.spans = wholeBut(whole.known, drive);
    whole.limits = limitsOf(controller.policy().treatment);
    whole.data = controller.data();
    whole.reason = "refresh of what has grown slow";
    proposal.advised = adviseRefresh(controller);
    whole.againstAdvice = proposal.advised.advice != TreatmentAdvice::treat;
    proposal.late = whole;
    proposal.late.whole = false;
    proposal.late.spans = scan != nullptr && scan->record.plate
                              ? lateIn(*scan->record.plate, scan->record.plan.grid, whole.known, drive)
                              : std::vector<LbaSpan>{};
    proposal.wholeCost = refreshCost(whole, drive, vitals, pace);
    proposal.lateCost = refreshCost(proposal.late, drive, vitals, pace);
    return proposal;
}

TreatmentProposal proposeTreatment(const DriveController& controller) {
    TreatmentProposal proposal;
    const ScanView* scan = controller.current();
    const DriveIdentity& drive = controller.identity();
    const TreatmentChoice& choice = controller.treatment().choice();
    TreatmentPlan& plan = proposal.plan;
    plan.rules.allowed = choice.steps;
    plan.limits = limitsOf(controller.policy().treatment);
    plan.margin = {aroundPatchBytes / std::max(1U, drive.logicalBytes)};
    plan.data = controller.data();
    plan.reason = "treatment of known defects";
    TreatmentFacts facts = factsOf(controller);
    if (scan != nullptr) {
        facts.ledger = scan->record.ledger;
        facts.scanned = scan->record.coveredShare();
        if (const ScanView* other = controller.compared();
            other != nullptr && other->record.startedAt < scan->record.startedAt)
            facts.newPatches = newPatchesIn(facts.ledger, other->record.ledger, drive.logicalBytes);
        TreatmentPlan all;
        all.spots = spotsIn(*scan, choice, drive);
        const std::size_t found = all.spots.size();
        std::erase_if(all.spots, [&](const Spot& spot) { return scan->record.treatments.heals(spot.span); });
        proposal.healedBefore = found - all.spots.size();
        if (all.spots.size() > mostSpots)
            all.spots.resize(mostSpots);
        proposal.cases = casesOfPlan(all, scan, drive.logicalBytes);
        for (const LedgerEntry& entry : scan->record.ledger)
            plan.known.push_back(entry.span);
    }
    for (TreatmentCase& one : proposal.cases) {
        one.chosen = !isLeftOut(one.span, choice.leftOut);
        if (one.chosen)
            plan.spots.insert(plan.spots.end(), one.spots.begin(), one.spots.end());
    }
    proposal.advised = adviseTreatment(facts, controller.policy());
    plan.againstAdvice = proposal.advised.advice != TreatmentAdvice::treat;
    return proposal;
}

} // namespace orbita::app
