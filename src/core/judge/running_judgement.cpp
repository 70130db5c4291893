// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/running_judgement.h"

#include "core/scan/sampling.h"

#include <algorithm>

namespace orbita {

namespace {
// Up to so many separate patches, treating them is worth a try; more speak of a spreading fault.
constexpr std::size_t fewPatches = 4;
constexpr std::uint64_t leastBlocks = 100; // before anything is said
// What is good on every later read, or was measured while something else used the drive, says nothing against
// it.
bool countsAgainst(const LedgerEntry& entry) {
    return entry.standing == Standing::once || entry.standing == Standing::confirmed;
}

std::uint64_t blocksOf(const std::vector<LedgerEntry>& ledger, const ScanStatus& status,
                       std::initializer_list<Grade> grades) {
    std::uint64_t blocks = 0;
    for (const LedgerEntry& entry : ledger)
        if (countsAgainst(entry) && std::find(grades.begin(), grades.end(), entry.grade) != grades.end())
            blocks += status.blockSectors == 0
                          ? 1
                          : (entry.span.count.value + status.blockSectors - 1) / status.blockSectors;
    return blocks;
}

} // namespace

RunningJudgement judgeSoFar(const ScanStatus& status, const std::vector<LedgerEntry>& ledger,
                            const DriveIdentity& identity, DataElsewhere data) {
    RunningJudgement judgement;
    judgement.ended = status.ended;
    judgement.slowBlocks = blocksOf(ledger, status, {Grade::laboured, Grade::straining});
    judgement.stalledBlocks = blocksOf(ledger, status, {Grade::stalled});
    judgement.disturbed = status.totals.disturbed;
    judgement.failedBlocks = status.failedBlocks;
    judgement.linkFaults = status.totals.linkFaults;
    if (identity.capacity.value > 0) {
        const auto capacity = static_cast<double>(identity.capacity.value);
        const std::uint64_t covered = status.totals.covered.value;
        const std::uint64_t unmapped =
            std::min(covered, status.totals.unmapped * std::uint64_t{status.blockSectors});
        const std::uint64_t ungraded =
            std::min(covered - unmapped, status.totals.ungraded * std::uint64_t{status.blockSectors});
        judgement.vouchedShare = static_cast<double>(covered - unmapped - ungraded) / capacity;
        judgement.ungradedShare = static_cast<double>(ungraded) / capacity;
        judgement.unmappedShare = static_cast<double>(unmapped) / capacity;
    }
    for (const Patch& patch : patchesOf(ledger, identity.logicalBytes)) {
        if (patch.unreadable.value == 0)
            continue;
        judgement.unreadable += patch.unreadable.value;
        ++judgement.patches;
        if (!judgement.firstPatchPercent)
            judgement.firstPatchPercent = static_cast<double>(patch.span.first.value) * 100 /
                                          static_cast<double>(identity.capacity.value);
    }

    if (status.order == ScanOrder::sample) {
        judgement.samples = status.totals.visited() + status.totals.ungraded;
        judgement.defectiveSamples =
            judgement.slowBlocks + judgement.stalledBlocks + status.totals.of(Grade::unreadable);
        judgement.mostDefectiveShare = mostDefective(judgement.samples, judgement.defectiveSamples);
    }

    const bool lostTheDrive = status.ended == EndReason::driveGone || status.ended == EndReason::noAnswer;
    const bool dataAtRisk = data != DataElsewhere::saved;
    if (lostTheDrive) {
        judgement.meaning = Meaning::notAnswering;
        judgement.next = dataAtRisk ? NextStep::saveDataFirst : NextStep::checkPower;
    } else if (status.phase == ScanPhase::waiting) {
        judgement.meaning = Meaning::silentNow;
        judgement.next = NextStep::wait;
        judgement.waited = status.waited;
    } else if (judgement.patches > fewPatches) {
        judgement.meaning = Meaning::manyUnreadable;
        judgement.next = dataAtRisk ? NextStep::saveDataFirst : NextStep::goOn;
    } else if (judgement.patches + judgement.failedBlocks > 0) {
        judgement.meaning = Meaning::fewUnreadable;
        judgement.next = dataAtRisk ? NextStep::saveData : NextStep::goOn;
    } else if (judgement.linkFaults > 0 || status.ended == EndReason::linkFaults) {
        judgement.meaning = Meaning::linkSuspect;
        judgement.next = NextStep::changeCable;
    } else if (judgement.slowBlocks + judgement.stalledBlocks > 0) {
        judgement.meaning = Meaning::slowOnly;
        const bool seenOnce = std::any_of(ledger.begin(), ledger.end(), [](const LedgerEntry& e) {
            return e.standing == Standing::once && e.grade != Grade::linkFault;
        });
        judgement.next = seenOnce ? NextStep::readAgain : NextStep::goOn;
    } else if (status.totals.visited() >= leastBlocks ||
               (status.ended == EndReason::complete &&
                (status.totals.visited() > 0 || status.totals.ungraded == 0))) {
        judgement.meaning = Meaning::even;
        judgement.next = judgement.vouchedShare >= 1 ? NextStep::none : NextStep::goOn;
    }
    return judgement;
}

} // namespace orbita
