// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/treatment_words.h"

#include "core/session/write_gate.h"
#include "report/vitals_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <algorithm>
#include <map>

namespace orbita::words {

namespace {

QString places(std::uint64_t n) {
    return n == 1 ? tr("1 place") : tr("%1 places").arg(format::count(n));
}

std::uint64_t countOf(const std::vector<Spot>& spots, SpotOrigin origin) {
    return static_cast<std::uint64_t>(
        std::count_if(spots.begin(), spots.end(), [&](const Spot& spot) { return spot.origin == origin; }));
}

std::uint64_t sectorsOf(const std::vector<Spot>& spots, SpotOrigin origin) {
    std::uint64_t sectors = 0;
    for (const Spot& spot : spots)
        if (spot.origin == origin)
            sectors += spot.span.count.value;
    return sectors;
}

} // namespace

QString advice(TreatmentAdvice advice) {
    switch (advice) {
    case TreatmentAdvice::treat:
        return tr("Treating it is worth a try.");
    case TreatmentAdvice::saveFirst:
        return tr("Save the data first, then treat it.");
    case TreatmentAdvice::replace:
        return tr("Do not treat it: save the data and replace the drive.");
    case TreatmentAdvice::refused:
        return tr("Treatment is not offered here.");
    }
    return {};
}

QString adviceReason(const AdviceReason& reason, const Vitals* vitals) {
    const QString number = format::count(reason.number);
    const QString limit = format::count(reason.limit);
    switch (reason.kind) {
    case AdviceReasonKind::fewAndStill:
        return tr("The defects are few, and nothing says that they spread.");
    case AdviceReasonKind::nothingToTreat:
        return tr("No defect is known that could be treated.");
    case AdviceReasonKind::policyForbids:
        return tr("The house policy allows no treatment.");
    case AdviceReasonKind::readOnly:
        return tr("The drive has made itself read-only: it takes no writing any more.");
    case AdviceReasonKind::locked:
        return tr("The drive is locked; unlock it first.");
    case AdviceReasonKind::hostManaged:
        return tr("Its zones can only be written in order: no sector of it is rewritten in place.");
    case AdviceReasonKind::noAnswer:
        return tr("It stopped answering while it was asked for its vitals.");
    case AdviceReasonKind::damningVitals:
        return vitals != nullptr && reason.reading < vitals->readings.size()
                   ? tr("Its own vitals are critical: %1.")
                         .arg(readingName(vitals->readings[reason.reading]) + QStringLiteral(" ") +
                              readingValue(vitals->readings[reason.reading]))
                   : tr("Its own vitals are critical.");
    case AdviceReasonKind::selfTestFailed:
        return tr("Its last self-test failed.");
    case AdviceReasonKind::manyUnreadable:
        return tr("%1 physical sectors cannot be read; more than %2 are too many to treat.")
            .arg(number, limit);
    case AdviceReasonKind::manyPatches:
        return tr("Unreadable sectors lie in %1 patches; more than %2 are too many to treat.")
            .arg(number, limit);
    case AdviceReasonKind::spread:
        return tr("They are spread over %1 % of the drive; beyond %2 % it is the surface that gives way.")
            .arg(number, limit);
    case AdviceReasonKind::growing:
        return tr("%1 of the patches are new since the last visit: the damage grows.").arg(number);
    case AdviceReasonKind::sparesLow:
        return tr("Only %1 % of its spare sectors are left; at %2 % treatment ends.").arg(number, limit);
    case AdviceReasonKind::tooHot:
        return tr("It is at %1 °C; treatment begins below %2 °C. Let it cool down.").arg(number, limit);
    case AdviceReasonKind::dataNotAnswered:
        return tr("Nobody has said yet whether its data exists elsewhere.");
    case AdviceReasonKind::dataOnlyHere:
        return tr("Its data is saved nowhere else, as far as anybody knows.");
    case AdviceReasonKind::partlyScanned:
        return tr("Only %1 % of the drive have been scanned: there may be more.").arg(number);
    }
    return {};
}

QString adviceNote(AdviceNote note) {
    switch (note) {
    case AdviceNote::solidState:
        return tr(
            "Solid state writes everything to other cells: a rewrite moves the data to better ones and wears "
            "the drive a little; which cell was bad stays its secret.");
    case AdviceNote::bridge:
        return tr(
            "The bridge hides the drive's counters: whether a sector was rewritten in place or moved to a "
            "spare cannot be known, and what is forced to the medium is on the bridge's word. Attach it "
            "without the bridge if you can.");
    case AdviceNote::noCounters:
        return tr(
            "It does not count its replaced sectors: whether one was rewritten in place or moved to a spare "
            "cannot be known.");
    case AdviceNote::blockLayer:
        return tr("It takes no commands of its own, as sticks and cards: errors come without the drive's "
                  "words, and "
                  "nothing says what it did with a sector.");
    }
    return {};
}

QString treatmentStep(TreatmentStep step) {
    switch (step) {
    case TreatmentStep::readAgain:
        return tr("read again");
    case TreatmentStep::refresh:
        return tr("refreshed");
    case TreatmentStep::pieced:
        return tr("pieced together");
    case TreatmentStep::zeros:
        return tr("overwritten with zeros");
    case TreatmentStep::reassigned:
        return tr("reassigned");
    }
    return {};
}

QString proposal(SpotOrigin origin, const AllowedSteps& allowed) {
    if (origin == SpotOrigin::slow)
        return allowed.refresh ? tr("read again; what it gives is written back in place")
                               : tr("read again; nothing is written");
    QString steps = allowed.refresh || allowed.pieced
                        ? tr("read again in several ways; once it gives its contents, they are written back")
                        : tr("read again in several ways");
    if (allowed.zeros)
        steps += tr("; else it is overwritten with zeros, so that the drive rewrites or replaces it");
    if (allowed.reassign)
        steps += tr("; if that does not help, the drive is told to use a spare sector");
    if (!allowed.zeros && !allowed.reassign)
        steps += tr("; else it is left as it is");
    return steps;
}

QString likelyLoss(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes) {
    const std::uint64_t atRisk = sectorsOf(spots, SpotOrigin::unreadable);
    if (atRisk == 0 || (!allowed.zeros && !allowed.reassign))
        return tr("nothing that can be read now");
    return tr("up to %1 (%2) that cannot be read now, for good")
        .arg(sectors(atRisk), format::bytes(atRisk * logicalBytes));
}

QString treatmentRisk(const TreatmentPlan& plan, const TreatmentAdvised& advised,
                      const DriveIdentity& drive) {
    const QString loss = likelyLoss(plan.spots, plan.rules.allowed, drive.logicalBytes);
    const QString what = tr("%1 would be treated; what may be lost: %2.")
                             .arg(places(static_cast<std::uint64_t>(plan.spots.size())), loss);
    return advised.advice == TreatmentAdvice::treat || advised.advice == TreatmentAdvice::saveFirst
               ? what
               : what + QLatin1Char(' ') + tr("A drive in this state may fail for good under it.");
}

QString consent(const TreatmentPlan& plan, const DriveIdentity& drive) {
    const std::uint64_t bad = countOf(plan.spots, SpotOrigin::unreadable);
    const std::uint64_t slow = countOf(plan.spots, SpotOrigin::slow);
    const QString which =
        QStringLiteral("%1, %2, %3")
            .arg(driveName(drive),
                 drive.serial.empty() ? tr("no serial number")
                                      : tr("serial number %1").arg(QString::fromStdString(drive.serial)),
                 format::bytes(drive.capacityBytes()));
    const AllowedSteps& allowed = plan.rules.allowed;
    if (allowed.zeros || allowed.reassign)
        return tr("This writes to %1: %2 that cannot be read may be overwritten with zeros, and %3 that are "
                  "slow are "
                  "written back as they are.")
            .arg(which, places(bad), places(slow));
    return tr("This writes to %1: %2 get back what can be read from them, and nothing else.")
        .arg(which, places(bad + slow));
}

QString confirmationAsked(const DriveId& drive, bool serialOnLabel) {
    const Confirmation wanted = confirmationOf(drive, serialOnLabel);
    return wanted.bySerial ? tr("the last four characters of the serial number, off the label of the drive")
                           : tr("the capacity as printed on its label, such as \"%1\": its own serial number "
                                "is not to be had here")
                                 .arg(QString::fromStdString(wanted.expected));
}

QString treatmentStop(TreatmentStop stop) {
    switch (stop) {
    case TreatmentStop::done:
        return tr("Treated to the end.");
    case TreatmentStop::byHand:
        return tr("Stopped by hand. It can be gone on with.");
    case TreatmentStop::newDefects:
        return tr("Stopped: new defects appear faster than old ones are healed. Save the data and replace "
                  "the drive.");
    case TreatmentStop::sparesLow:
        return tr("Stopped: the drive is running out of spare sectors. Save the data and replace it.");
    case TreatmentStop::tooHot:
        return tr("Stopped: the drive is too hot. Let it cool down, then go on.");
    case TreatmentStop::notAnswered:
        return tr("Stopped: the drive stopped answering. Switch it off and on, then go on: what was being "
                  "written is "
                  "saved in the journal.");
    case TreatmentStop::driveGone:
        return tr("Stopped: the drive is gone. Check power and cable, then go on: what was being written is "
                  "saved in "
                  "the journal.");
    case TreatmentStop::mediumRefuses:
        return tr("Stopped: the drive refuses to write sector after sector. Save the data and replace it.");
    case TreatmentStop::notStored:
        return tr(
            "Stopped: the drive says that it has written, and it has not. Do not trust it with anything.");
    case TreatmentStop::writeProtected:
        return tr("Stopped: the drive takes no writing. A drive that made itself read-only is at its end.");
    case TreatmentStop::notKept:
        return tr("Stopped: the journal could not be written, and nothing is written without one. Make room, "
                  "then go "
                  "on.");
    case TreatmentStop::leaveEnded:
        return tr("Stopped: the leave to write has ended. Confirm it again to go on.");
    }
    return {};
}

QString spotResult(const SpotResult& result) {
    QString line = span(result.spot.span) + QStringLiteral(": ") + treatmentResult(result.result);
    if (result.lost.value > 0)
        line += tr("; contents of %1 lost").arg(sectors(result.lost.value));
    if (isHealed(result.result) && !result.proven)
        line += tr("; not yet read from the medium");
    if (!result.words.empty())
        line += tr(" (the drive: %1)").arg(QString::fromStdString(result.words));
    return line;
}

QString treatmentSummary(const std::vector<SpotResult>& results) {
    std::map<TreatmentResult, std::uint64_t> of;
    std::uint64_t healed = 0;
    std::uint64_t lost = 0;
    for (const SpotResult& result : results) {
        ++of[result.result];
        healed += isHealed(result.result) ? 1 : 0;
        lost += result.lost.value;
    }
    QString text = tr("%1 of %2 read well now.").arg(format::count(healed), places(results.size()));
    for (const auto& [result, count] : of)
        text += QStringLiteral("\n  ") + format::count(count).rightJustified(6) + QStringLiteral("  ") +
                treatmentResult(result);
    if (lost > 0)
        text += QLatin1Char('\n') + tr("The contents of %1 are lost.").arg(sectors(lost));
    return text;
}

QString stepTaken(const TreatmentStepTaken& step) {
    QString line = span(step.span) + QStringLiteral(": ") + QString::fromStdString(step.did) +
                   QStringLiteral(": ") + QString::fromStdString(step.came);
    if (step.latency.count() > 0)
        line += QStringLiteral(", ") + format::milliseconds(step.latency);
    if (!step.words.empty())
        line += QStringLiteral(" (") + QString::fromStdString(step.words) + QLatin1Char(')');
    return line;
}

} // namespace orbita::words
