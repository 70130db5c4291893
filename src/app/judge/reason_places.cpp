// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/reason_places.h"

#include "core/base/span_set.h"

namespace orbita::app {

namespace {

std::vector<LbaSpan> ofGrades(const ScanRecord& scan, std::initializer_list<Grade> grades) {
    std::vector<LbaSpan> places;
    for (const LedgerEntry& entry : scan.ledger)
        if (std::find(grades.begin(), grades.end(), entry.grade) != grades.end())
            places.push_back(entry.span);
    return places;
}

std::vector<LbaSpan> standstillsOf(const ScanRecord& scan) {
    std::vector<LbaSpan> places;
    for (const Standstill& one : scan.standstills)
        if (one.kind != StandstillKind::stalled)
            places.push_back(one.span);
    return places;
}

} // namespace

std::vector<LbaSpan> placesOf(const RulingReason& reason, const Evidence& evidence, const ScanRecord& scan) {
    switch (reason.kind) {
    case ReasonKind::measured:
        break;
    case ReasonKind::regularShape:
    case ReasonKind::allOverShape:
    case ReasonKind::growingShape:
    case ReasonKind::shape:
        return evidence.damage.unreadablePatches > 0
                   ? ofGrades(scan, {Grade::unreadable, Grade::stalled})
                   : ofGrades(scan, {Grade::laboured, Grade::straining, Grade::stalled});
    case ReasonKind::selfTestFailed:
        return evidence.own.selfTest && evidence.own.selfTest->failingLba
                   ? std::vector<LbaSpan>{{*evidence.own.selfTest->failingLba, SectorCount{1}}}
                   : std::vector<LbaSpan>{};
    case ReasonKind::partlyScanned: {
        SpanSet read;
        for (const LbaSpan& span : scan.covered)
            read.add(span);
        return read.gaps(scan.drive.whole());
    }
    case ReasonKind::cable:
        return ofGrades(scan, {Grade::linkFault});
    default:
        return {};
    }
    switch (reason.measured) {
    case Measured::newPatches:
    case Measured::grownPatches:
    case Measured::unreadablePatches:
    case Measured::unreadableSectors:
    case Measured::readSecondTry:
        return ofGrades(scan, {Grade::unreadable});
    case Measured::stalledPlaces:
        return ofGrades(scan, {Grade::stalled});
    case Measured::strainingPlaces:
        return ofGrades(scan, {Grade::straining});
    case Measured::labouredPlaces:
        return ofGrades(scan, {Grade::laboured});
    case Measured::froze:
    case Measured::dropped:
    case Measured::frozeBefore:
        return standstillsOf(scan);
    case Measured::healedPatches: {
        std::vector<LbaSpan> places;
        for (const Treatment& one : scan.treatments.all())
            places.push_back(one.span);
        return places;
    }
    case Measured::vainPatches: {
        std::vector<LbaSpan> places;
        for (const Treatment& one : scan.treatments.all())
            if (one.result >= TreatmentResult::stillUnreadable)
                places.push_back(one.span);
        return places;
    }
    default:
        return {};
    }
}

} // namespace orbita::app
