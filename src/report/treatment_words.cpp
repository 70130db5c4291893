// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/treatment_words.h"

#include "core/session/write_gate.h"
#include "report/vitals_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <algorithm>
#include <map>
#include <set>

namespace orbita::words {

namespace {

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

QString advice(const TreatmentAdvised& advised) {
    switch (advised.advice) {
    case TreatmentAdvice::treat:
        return advised.reasons.front().kind == AdviceReasonKind::nothingToTreat
                   ? tr("There is nothing to treat.")
                   : tr("Treating it is worth a try.");
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
    case AdviceReasonKind::readsThroughout:
        return tr("All that is known of it can be read: nothing is lost by writing that back.");
    case AdviceReasonKind::leavesUnreadable:
        return reason.number == 1
                   ? tr("1 physical sector cannot be read: it is left alone, and is better treated first.")
                   : tr("%1 physical sectors cannot be read: they are left alone, and are better treated "
                        "first.")
                         .arg(number);
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

QString ladderOf(const std::vector<Spot>& spots, const AllowedSteps& allowed) {
    const bool bad = countOf(spots, SpotOrigin::unreadable) > 0;
    QStringList steps;
    if (allowed.refresh)
        steps << tr("refresh");
    if (bad && allowed.pieced)
        steps << tr("piece together");
    if (bad && allowed.zeros)
        steps << tr("zeros");
    if (bad && allowed.reassign)
        steps << tr("reassign");
    return steps.isEmpty() ? tr("none") : steps.join(QStringLiteral(" › "));
}

QString whatTheyAre(const std::vector<Spot>& spots) {
    const std::uint64_t bad = countOf(spots, SpotOrigin::unreadable);
    const std::uint64_t slow = countOf(spots, SpotOrigin::slow);
    QStringList what;
    if (bad > 0)
        what << tr("%1 unreadable").arg(format::count(bad));
    if (slow > 0)
        what << tr("%1 slow").arg(format::count(slow));
    return what.join(QStringLiteral(", "));
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

QString lossInShort(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes) {
    const std::uint64_t atRisk = sectorsOf(spots, SpotOrigin::unreadable);
    if (atRisk == 0 || (!allowed.zeros && !allowed.reassign))
        return tr("nothing");
    return tr("%1 (%2)").arg(sectors(atRisk), format::bytes(atRisk * logicalBytes));
}

QString likelyLoss(const std::vector<Spot>& spots, const AllowedSteps& allowed, std::uint32_t logicalBytes) {
    const QString loss = lossInShort(spots, allowed, logicalBytes);
    const bool destroys = allowed.zeros || allowed.reassign;
    return destroys && sectorsOf(spots, SpotOrigin::unreadable) > 0
               ? tr("up to %1 that cannot be read now, for good").arg(loss)
               : tr("nothing that can be read now");
}

QString treatmentRisk(const TreatmentPlan& plan, const TreatmentAdvised& advised,
                      const DriveIdentity& drive) {
    const QString loss = likelyLoss(plan.spots, plan.rules.allowed, drive.logicalBytes);
    const QString what = tr("%1 would be treated; what may be lost: %2.")
                             .arg(placeCount(static_cast<std::uint64_t>(plan.spots.size())), loss);
    return advised.advice == TreatmentAdvice::treat || advised.advice == TreatmentAdvice::saveFirst
               ? what
               : what + QLatin1Char(' ') + tr("A drive in this state may fail for good under it.");
}

QString whichDrive(const DriveIdentity& drive) {
    return QStringLiteral("%1, %2, %3")
        .arg(driveName(drive),
             drive.serial.empty() ? tr("no serial number")
                                  : tr("serial number %1").arg(QString::fromStdString(drive.serial)),
             format::bytes(drive.capacityBytes()));
}

QString consent(const TreatmentPlan& plan, const DriveIdentity& drive) {
    const std::uint64_t bad = countOf(plan.spots, SpotOrigin::unreadable);
    const std::uint64_t slow = countOf(plan.spots, SpotOrigin::slow);
    const QString which = whichDrive(drive);
    const AllowedSteps& allowed = plan.rules.allowed;
    if (!allowed.refresh && !allowed.pieced && !allowed.zeros && !allowed.reassign)
        return tr("This writes nothing to %1: %2 are read again.").arg(which, placeCount(bad + slow));
    const QString gentle = tr("This writes to %1: %2 get back what can be read from them, and nothing else.");
    if (bad == 0 || (!allowed.zeros && !allowed.reassign))
        return gentle.arg(which, placeCount(bad + slow));
    QString text = tr("This writes to %1: %2 that cannot be read may be overwritten with zeros.")
                       .arg(which, placeCount(bad));
    if (slow > 0)
        text +=
            QLatin1Char(' ') + tr("%1 that read slowly are written back as they are.").arg(placeCount(slow));
    return text;
}

QString consentAlong(const AllowedSteps& allowed, const DriveIdentity& drive) {
    QString text = tr("This scans %1 and writes to it as it goes: what cannot be read, or only late, gets "
                      "back what can be "
                      "read from it.")
                       .arg(whichDrive(drive));
    if (allowed.zeros || allowed.reassign)
        text += QLatin1Char(' ') + tr("What cannot be read at all is overwritten with zeros or replaced.");
    return text;
}

QString lossAlong(const AllowedSteps& allowed) {
    return allowed.zeros || allowed.reassign ? tr("whatever the scan finds that cannot be read, for good")
                                             : tr("nothing that can be read now");
}

QString confirmationAsked(const DriveId& drive, bool serialOnLabel) {
    const Confirmation wanted = confirmationOf(drive, serialOnLabel);
    return wanted.bySerial ? tr("the last four characters of the serial number, off the label of the drive")
                           : tr("the capacity as printed on its label, such as \"%1\": its own serial number "
                                "is not to be had here")
                                 .arg(QString::fromStdString(wanted.expected));
}

QString treatmentRunning(const TreatmentProgress& progress, const TreatmentPlan& plan) {
    switch (progress.phase) {
    case TreatmentPhase::beginning:
        return tr("Asking the drive what it counts now");
    case TreatmentPhase::treating:
        break;
    case TreatmentPhase::readingAround:
        return tr("Reading around what was treated: has anything new come?");
    case TreatmentPhase::lookingAgain:
        return tr("Looking once more at all that was treated");
    case TreatmentPhase::ended:
        return tr("Closing the journal");
    }
    if (progress.spot >= plan.spots.size())
        return {};
    const LbaSpan& here = plan.spots[progress.spot].span;
    QString text =
        tr("Place %1 of %2, LBA %3")
            .arg(format::count(progress.spot + 1), format::count(plan.spots.size()), format::lba(here.first));
    if (!progress.steps.empty() && progress.steps.back().span.overlaps(here))
        text += QStringLiteral(": ") + stepAlone(progress.steps.back());
    return text;
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

namespace {

struct Tally {
    std::map<TreatmentResult, std::uint64_t> of;
    std::uint64_t healed = 0;
    std::uint64_t lost = 0;
};

Tally tallyOf(const std::vector<SpotResult>& results) {
    Tally tally;
    for (const SpotResult& result : results) {
        ++tally.of[result.result];
        tally.healed += isHealed(result.result) ? 1 : 0;
        tally.lost += result.lost.value;
    }
    return tally;
}

QString healedOf(const Tally& tally, std::size_t all) {
    return tr("%1 of %2 read well now.").arg(format::count(tally.healed), placeCount(all));
}

QString lostOf(const Tally& tally) {
    return tr("The contents of %1 are lost.").arg(sectors(tally.lost));
}

// As they stand in journals, for whoever reads along.
QString didInWords(const std::string& did) {
    static const std::map<std::string, const char*> words = {
        {"read after a seek", QT_TR_NOOP("read after a seek")},
        {"read from the other side", QT_TR_NOOP("read from the other side")},
        {"read alone", QT_TR_NOOP("read sector by sector")},
        {"read patiently", QT_TR_NOOP("read with all its time")},
        {"write: refresh", QT_TR_NOOP("written back")},
        {"write: pieced", QT_TR_NOOP("written back as pieced together")},
        {"write: zeros", QT_TR_NOOP("overwritten with zeros")},
        {"write: reassign", QT_TR_NOOP("told to use a spare")},
        {"check", QT_TR_NOOP("checked on the medium")},
        {"read around", QT_TR_NOOP("read around it")},
        {"looked at again", QT_TR_NOOP("looked at again")},
        {"taken up again", QT_TR_NOOP("taken up again")}};
    const auto known = words.find(did);
    return known == words.end() ? QString::fromStdString(did) : tr(known->second);
}

QString cameInWords(const std::string& came) {
    static const std::set<std::string> words = {QT_TR_NOOP("good"),
                                                QT_TR_NOOP("late"),
                                                QT_TR_NOOP("in part"),
                                                QT_TR_NOOP("failed"),
                                                QT_TR_NOOP("different"),
                                                QT_TR_NOOP("done"),
                                                QT_TR_NOOP("done, on the medium"),
                                                QT_TR_NOOP("refused"),
                                                QT_TR_NOOP("not known"),
                                                QT_TR_NOOP("it cannot be read"),
                                                QT_TR_NOOP("it holds what is saved"),
                                                QT_TR_NOOP("it can be read"),
                                                QT_TR_NOOP("a spare stands there"),
                                                QT_TR_NOOP("it holds something else")};
    return words.contains(came) ? tr(came.c_str()) : QString::fromStdString(came);
}

QString wordsOfDrive(const TreatmentStepTaken& step) {
    return step.words.empty() ? QString() : QStringLiteral(" (%1)").arg(QString::fromStdString(step.words));
}

} // namespace

QString treatmentSummary(const std::vector<SpotResult>& results) {
    const Tally tally = tallyOf(results);
    QString text = healedOf(tally, results.size());
    for (const auto& [result, count] : tally.of)
        text += QStringLiteral("\n  ") + format::count(count).rightJustified(6) + QStringLiteral("  ") +
                treatmentResult(result);
    if (tally.lost > 0)
        text += QLatin1Char('\n') + lostOf(tally);
    return text;
}

QString treatmentSummaryInShort(const std::vector<SpotResult>& results) {
    const Tally tally = tallyOf(results);
    QStringList each;
    for (const auto& [result, count] : tally.of)
        each << format::count(count) + QLatin1Char(' ') + treatmentResult(result);
    QString text = healedOf(tally, results.size());
    if (tally.lost > 0)
        text += QLatin1Char(' ') + lostOf(tally);
    return each.isEmpty() ? text : text + QLatin1Char('\n') + each.join(QStringLiteral(" · "));
}

QString treatedSince(const TreatmentLayer& treatments) {
    const std::vector<Treatment>& all = treatments.all();
    if (all.empty())
        return {};
    const auto healed =
        std::count_if(all.begin(), all.end(), [](const Treatment& one) { return isHealed(one.result); });
    return tr("%1 of %2 that were treated read well now.")
        .arg(format::count(static_cast<std::uint64_t>(healed)), placeCount(all.size()));
}

QString treatedOn(const JournalTold& told) {
    const Tally tally = tallyOf(told.results);
    const QString when = format::day(told.startedAt);
    QString text = when + QStringLiteral(": ") + healedOf(tally, told.plan.spots.size());
    if (tally.lost > 0)
        text += QLatin1Char(' ') + lostOf(tally);
    if (!told.ended)
        text += QLatin1Char(' ') + tr("It was interrupted.");
    else if (*told.ended != TreatmentStop::done)
        text += QLatin1Char(' ') + treatmentStop(*told.ended);
    return text;
}

QString afterTreatment(const std::vector<SpotResult>& results, const AllowedSteps& allowed) {
    const Tally tally = tallyOf(results);
    const auto any = [&](TreatmentResult result) { return tally.of.contains(result); };
    if (any(TreatmentResult::worse) || any(TreatmentResult::outOfSpares))
        return tr("Save the data and replace the drive.");
    if (any(TreatmentResult::stillUnreadable))
        return allowed.zeros || allowed.reassign
                   ? tr("The drive cannot bring all of them back: do not rely on it any more.")
                   : tr("What cannot be read is left as it is. The next step would overwrite it with zeros, "
                        "which destroys what it held.");
    if (any(TreatmentResult::stillSlow))
        return tr("What is still slow lies on a weak part of the surface: scan it again in a few weeks.");
    return {};
}

QString stepAlone(const TreatmentStepTaken& step) {
    QString line = didInWords(step.did) + QStringLiteral(": ") + cameInWords(step.came);
    if (step.latency.count() > 0)
        line += QStringLiteral(", ") + format::milliseconds(step.latency);
    return line + wordsOfDrive(step);
}

QString stepOnTwoLines(const TreatmentStepTaken& step) {
    QString first = QStringLiteral("LBA ") + format::lba(step.span.first);
    if (step.latency.count() > 0)
        first += QStringLiteral(" · ") + format::milliseconds(step.latency);
    return first + QLatin1Char('\n') + didInWords(step.did) + QStringLiteral(": ") + cameInWords(step.came) +
           wordsOfDrive(step);
}

QString stepTaken(const TreatmentStepTaken& step) {
    return span(step.span) + QStringLiteral(": ") + stepAlone(step);
}

QString countersChange(const SectorCounters& before, const SectorCounters& now) {
    QStringList changes;
    const auto one = [&](const QString& name, const std::optional<std::int64_t>& was,
                         const std::optional<std::int64_t>& is, const QString& unit = {}) {
        if (!is)
            return;
        const QString value = QString::number(*is) + unit;
        changes << name + QLatin1Char(' ') +
                       (was && *was != *is ? QString::number(*was) + unit + QStringLiteral(" → ") + value
                                           : value);
    };
    one(tr("waiting to be replaced"), before.pending, now.pending);
    one(tr("replaced"), before.reallocated, now.reallocated);
    one(tr("spares left"), before.spare, now.spare, QStringLiteral(" %"));
    one(tr("media errors"), before.mediaErrors, now.mediaErrors);
    return changes.join(QStringLiteral(", "));
}

QString treatmentReport(const DriveIdentity& drive, std::int64_t startedAt, const TreatmentPlan& plan,
                        const TreatmentProgress& progress, const std::string& journal) {
    QStringList lines;
    lines << tr("Treatment of %1, begun %2.").arg(whichDrive(drive), format::moment(startedAt));
    lines << tr("Steps that were allowed, after reading again: %1.")
                 .arg(ladderOf(plan.spots, plan.rules.allowed));
    if (plan.againstAdvice)
        lines << tr("It was treated against advice.");
    if (progress.stop)
        lines << treatmentStop(*progress.stop);
    if (progress.error)
        lines << error(*progress.error);
    lines << treatmentSummary(progress.results);
    if (progress.before && progress.now)
        if (const QString counts = countersChange(*progress.before, *progress.now); !counts.isEmpty())
            lines << tr("The drive's own counts: %1.").arg(counts);
    for (const LbaSpan& fresh : progress.newDefects)
        lines << tr("Found meanwhile: %1 cannot be read.").arg(span(fresh));
    for (const SpotResult& result : progress.results)
        lines << QStringLiteral("  ") + spotResult(result);
    const std::size_t open = plan.spots.size() - std::min(plan.spots.size(), progress.results.size());
    if (open > 0)
        lines << tr("%1 not treated.").arg(placeCount(open));
    lines << tr("What was written back is saved in %1.").arg(QString::fromStdString(journal));
    return lines.join(QLatin1Char('\n'));
}

} // namespace orbita::words
