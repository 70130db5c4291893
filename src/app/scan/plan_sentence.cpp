// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/plan_sentence.h"

#include "core/scan/estimator.h"
#include "report/format.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QLocale>

namespace orbita::app {

namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("plan", text);
}

QString wayWords(ReadWay way) {
    return way == ReadWay::verify ? tr("Verify") : tr("Read");
}

QString rulesWords(const ScanPlan& plan) {
    QString text = tr("a block counts as stalled after %1 without an answer").arg(format::limit(plan.limit));
    for (const StopRule& rule : plan.rules)
        text += QStringLiteral(" · ") + words::rule(rule);
    return text;
}

} // namespace

QString planWords(const ScanPlan& plan, const DriveIdentity& drive, bool treats) {
    const QString what = plan.parts.size() > 1
                             ? tr("%1 parts from %2").arg(plan.parts.size()).arg(words::span(*plan.span))
                         : plan.span && *plan.span != drive.whole() ? words::span(*plan.span)
                                                                    : tr("the whole drive");
    const QString head = tr("%1 %2, %3").arg(wayWords(plan.way), what, words::order(plan));
    const QString blocks =
        plan.blockSectors == 0
            ? head
            : tr("%1, in blocks of %2 sectors").arg(head, format::count(plan.blockSectors));
    if (treats)
        return plan.saveTo.empty() ? tr("%1; what it finds is treated").arg(blocks)
                                   : tr("%1, saving to %2; what it finds is treated")
                                         .arg(blocks, QString::fromStdString(plan.saveTo));
    if (plan.saveTo.empty())
        return tr("%1; nothing is written").arg(blocks);
    return tr("%1, saving to %2; nothing is written to the drive")
        .arg(blocks, QString::fromStdString(plan.saveTo));
}

QString reasonWords(const ProposedPlan& proposed) {
    const QString andSave = proposed.shouldSave ? tr(", and the data is not saved") : QString();
    switch (proposed.reason) {
    case PlanReason::plain:
        return {};
    case PlanReason::saveFirst:
        return tr("Proposed, as the vitals say: save the data first");
    case PlanReason::frozeBefore:
        return tr("Proposed, as it froze in an earlier scan%1").arg(andSave);
    case PlanReason::unreadableOnce:
        return tr("Proposed, as an earlier scan found unreadable sectors%1").arg(andSave);
    case PlanReason::gently:
        return tr("Proposed, as the vitals say: go gently%1").arg(andSave);
    case PlanReason::suspects:
        return proposed.plan.suspects.size() == 1 ? tr("Proposed, as one place is suspect")
                                                  : tr("Proposed, as %1 places are suspect")
                                                        .arg(format::count(proposed.plan.suspects.size()));
    }
    return {};
}

QString guessWords(const ScanPlan& plan, const DriveIdentity& drive) {
    std::uint64_t sectors = plan.parts.empty() ? plan.span.value_or(drive.whole()).count.value : 0;
    for (const LbaSpan& part : plan.parts)
        sectors += part.count.value;
    const std::uint64_t bytes = sectors * drive.logicalBytes;
    if (plan.order == ScanOrder::sample) {
        const bool turns = drive.rotating.value_or(true);
        const double blocks =
            std::min(static_cast<double>(plan.samples), static_cast<double>(bytes) / 1e6 + 1);
        return tr("about %1, measured once begun")
            .arg(format::duration(fromSeconds(blocks * (turns ? 0.02 : 0.002))));
    }
    const bool usb = drive.attachment.find("USB") != std::string::npos;
    const DurationRange guess = guessDuration(bytes, drive.rotating.value_or(true), usb);
    if (guess.most < std::chrono::minutes{2})
        return tr("less than two minutes");
    return tr("%1 to %2, measured once begun")
        .arg(format::duration(guess.least), format::duration(guess.most));
}

Sentence sentenceOf(const DriveController& controller) {
    const DriveIdentity& drive = controller.identity();
    const ScanView* scan = controller.current();
    if (controller.scanning() && scan != nullptr && scan->running()) {
        const ScanStatus& status = scan->record.status;
        ScanPlan plan = scan->record.plan.asked;
        plan.blockSectors = scan->record.plan.grid.blockSectors;
        if (controller.stopAsked())
            return {tr("Stopping"), tr("What was read is kept.")};
        if (status.phase == ScanPhase::waiting)
            return {tr("The drive has not answered for %1").arg(format::duration(status.waited)),
                    tr("Nothing more is sent to it until it does. Stop works at any time; what was read is "
                       "kept.")};
        if (status.phase == ScanPhase::paused && status.asks)
            return {tr("A rule of the plan is met: %1").arg(words::rule(*status.asks)),
                    tr("The drive is left in peace. Resume goes on without this rule; stop keeps what was "
                       "read.")};
        if (status.phase == ScanPhase::cooling)
            return {tr("Waiting for the drive to cool down"),
                    tr("It was %1 °C at the last look. It goes on by itself.")
                        .arg(status.temperature.value_or(0))};
        if (status.phase == ScanPhase::saving && status.saving.trouble)
            return {tr("Reading waits: the image cannot be written"),
                    tr("%1. It goes on by itself once there is room or the place answers · %2")
                        .arg(words::phrase(status.saving.trouble->answer),
                             QString::fromStdString(status.saving.trouble->on))};
        if (status.phase == ScanPhase::saving)
            return {tr("Writing the image"), tr("%1 to go.").arg(format::bytes(status.saving.waiting))};
        if (status.phase == ScanPhase::treating)
            return {tr("Writing to %1: treating what was found").arg(words::whichDrive(drive)),
                    tr("Reading waits meanwhile. Stop works after the write that is under way.")};
        if (status.phase == ScanPhase::again)
            return {tr("Measuring defects again, from the medium"),
                    tr("%1 to go: what was slow or unreadable once, and whether it is so again.")
                        .arg(format::count(status.toMeasureAgain))};
        if (status.phase == ScanPhase::paused)
            return {tr("Paused"), tr("The drive is left in peace. Resume goes on at LBA %1.")
                                      .arg(format::lba(status.position))};
        if (controller.pauseAsked())
            return {tr("Pausing"), tr("As soon as the drive has answered the command it is working on.")};
        if (status.phase == ScanPhase::opening)
            return {tr("Opening the drive"), tr("Waiting for it to say who it is.")};
        if (status.phase == ScanPhase::measuring)
            return {tr("Measuring the pace across the drive"),
                    tr("A few short reads, so that the time left can be estimated.")};
        const bool treats = controller.treatsAlong();
        const QString reads = planWords(plan, drive, treats);
        if (const QString error = controller.keepingError(); !error.isEmpty())
            return {reads, tr("Not being kept on disk: %1").arg(error)};
        const QString splitting =
            status.phase == ScanPhase::splitting ? tr("looking for the exact sectors · ") : QString();
        if (treats)
            return {reads, splitting + tr("Writes to %1").arg(words::whichDrive(drive))};
        return {reads, splitting + rulesWords(plan)};
    }
    if (controller.replaying() && scan != nullptr)
        return {tr("Replaying the scan of %1").arg(format::moment(scan->record.startedAt)),
                tr("%1 of its %2. Nothing is sent to the drive.")
                    .arg(format::duration(scan->record.status.elapsed),
                         format::duration(scan->record.status.expected.value_or(Nanoseconds{})))};
    if (scan != nullptr && scan->error)
        return {tr("Nothing was scanned"), tr("Fix the cause, then start again.")};
    if (scan != nullptr) {
        QString detail = tr("Opened from a file");
        if (!scan->opened)
            detail = !controller.keepingError().isEmpty() ? controller.keepingError()
                     : controller.keptAt().isEmpty()      ? tr("Being saved")
                                                          : tr("Kept in %1").arg(controller.keptAt());
        // Never taken up in silence.
        if (const std::string& saveTo = scan->record.plan.asked.saveTo;
            controller.canContinue() && !saveTo.empty())
            detail += tr(" · going on saves to %1").arg(QString::fromStdString(saveTo));
        // What it was, and below it what to do.
        const QString ended = words::ended(scan->record.status.ended);
        const qsizetype first = ended.indexOf(QLatin1String(". "));
        if (first < 0)
            return {ended, detail};
        return {ended.first(first + 1), ended.sliced(first + 2) + QStringLiteral(" · ") + detail};
    }
    const QString why = controller.planChosen() ? QString() : reasonWords(controller.proposed());
    const QString guess = guessWords(controller.plan(), drive);
    return {planWords(controller.plan(), drive), why.isEmpty() ? guess : why + QStringLiteral(" · ") + guess};
}

} // namespace orbita::app
