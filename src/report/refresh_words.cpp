// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/refresh_words.h"

#include "report/treatment_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <QLocale>

namespace orbita::words {

namespace {

QString latePlaces(std::uint64_t n) {
    return n == 1 ? tr("1 place") : tr("%1 places").arg(format::count(n));
}

QString bytesOf(SectorCount count, const DriveIdentity& drive) {
    return format::bytes(count.value * drive.logicalBytes);
}

QString share(double of) {
    return of < 0.001 ? tr("less than 0.1 %") : tr("about %1").arg(format::percent(of));
}

} // namespace

QString refreshWhat(const RefreshPlan& plan, const DriveIdentity& drive) {
    return plan.whole ? tr("All of it, %1").arg(bytesOf(plan.sectors(), drive))
                      : tr("%1 that read late, %2")
                            .arg(latePlaces(plan.spans.size()), bytesOf(plan.sectors(), drive));
}

QString refreshTakes(const RefreshCost& cost) {
    return cost.time ? tr("about %1").arg(format::duration(*cost.time)) : tr("not known before it has begun");
}

QString refreshWears(const RefreshCost& cost, const DriveIdentity& drive) {
    if (cost.wearPercent)
        return tr("%1 of its life, by how it has worn so far").arg(share(*cost.wearPercent / 100));
    if (cost.ofWritten)
        return tr("%1 of all that was ever written to it, once more").arg(share(*cost.ofWritten));
    return drive.rotating.value_or(true) ? QString()
                                         : tr("as much as filling it once; it does not say how it has worn");
}

QString refreshCosts(const RefreshCost& cost, const RefreshPlan& plan, const DriveIdentity& drive) {
    QString text = tr("%1 are read, written back exactly as they are, and read again.")
                       .arg(bytesOf(plan.sectors(), drive));
    text +=
        QLatin1Char(' ') +
        (cost.time ? tr("By the pace of its last scan that takes about %1.").arg(format::duration(*cost.time))
                   : tr("How long that takes shows once it has begun."));
    const QString wears = refreshWears(cost, drive);
    if (!wears.isEmpty() && !drive.rotating.value_or(true))
        text += QLatin1Char(' ') + tr("It wears the drive: %1.").arg(wears);
    return text;
}

QString refreshConsent(const RefreshPlan& plan, const DriveIdentity& drive) {
    QString text =
        plan.whole ? tr("This writes to all of %1: every sector that can be read gets back exactly what it "
                        "holds.")
                         .arg(whichDrive(drive))
                   : tr("This writes to %1: %2 that read late get back exactly what they hold.")
                         .arg(whichDrive(drive), latePlaces(plan.spans.size()));
    SectorCount bad;
    for (const LbaSpan& span : plan.known)
        bad = bad + span.count;
    if (bad.value > 0)
        text += QLatin1Char(' ') + tr("What cannot be read, %1, is left alone.").arg(sectors(bad.value));
    if (plan.whole && drive.rotating == false)
        text += QLatin1Char(' ') + tr("What holds nothing but zeros is left alone.");
    return text;
}

QString refreshPass(RefreshPass pass) {
    switch (pass) {
    case RefreshPass::read:
        return tr("Read");
    case RefreshPass::write:
        return tr("Written back");
    case RefreshPass::check:
        return tr("Read again");
    }
    return {};
}

QString refreshRunning(const RefreshProgress& progress, const RefreshPlan& plan) {
    const auto all = static_cast<double>(std::max<std::uint64_t>(plan.sectors().value, 1));
    switch (progress.phase) {
    case RefreshPhase::beginning:
        return tr("Asking the drive what it counts now");
    case RefreshPhase::puttingBack:
        return tr("Looking at what was on its way when it was broken off");
    case RefreshPhase::cooling:
        return progress.temperature
                   ? tr("%1 °C: waiting until it is cooler; nothing is read or written meanwhile")
                         .arg(*progress.temperature)
                   : tr("Waiting until it is cooler");
    case RefreshPhase::refreshing:
        break;
    case RefreshPhase::ended:
        return tr("Closing the journal");
    }
    QString text = tr("%1 refreshed, at LBA %2")
                       .arg(format::percent(static_cast<double>(progress.totals.done.value) / all),
                            format::lba(progress.at.first));
    if (const auto left = progress.timeLeft(plan.sectors()))
        text += tr("; about %1 left").arg(format::duration(*left));
    return text;
}

QString refreshStop(TreatmentStop stop) {
    if (stop == TreatmentStop::done)
        return tr("Refreshed to the end.");
    if (stop == TreatmentStop::newDefects)
        return tr("Stopped: sectors were met that cannot be read. Save the data, and treat them first.");
    if (stop == TreatmentStop::tooHot)
        return tr("Stopped: the drive stays too hot. Cool it, then go on.");
    if (stop == TreatmentStop::notStored)
        return tr("Stopped: what the drive reads is not what was written back. Do not trust it with "
                  "anything.");
    return treatmentStop(stop);
}

QString refreshSummary(const RefreshTotals& totals, const RefreshPlan& plan, const DriveIdentity& drive) {
    QStringList lines;
    lines << tr("%1 of %2 done: %3 read and written back as they were.")
                 .arg(bytesOf(totals.done, drive), bytesOf(plan.sectors(), drive),
                      bytesOf(totals.written, drive));
    if (totals.empty.value > 0)
        lines << tr("%1 held nothing but zeros and were left alone.").arg(bytesOf(totals.empty, drive));
    if (totals.late > 0)
        lines << (totals.healed == totals.late
                      ? tr("%1 read late, and in time now.").arg(latePlaces(totals.late))
                      : tr("%1 read late; %2 of them in time now.")
                            .arg(latePlaces(totals.late),
                                 totals.healed == 0 ? tr("none") : format::count(totals.healed)));
    else
        lines << tr("Nothing read late.");
    const std::uint64_t lateAsBefore = totals.late - std::min(totals.late, totals.healed);
    if (totals.stillLate > lateAsBefore)
        lines << tr("%1 that read in time before read late now.")
                     .arg(latePlaces(totals.stillLate - lateAsBefore));
    if (totals.unreadable > 0)
        lines << (totals.unreadable == 1
                      ? tr("1 physical sector that was not known cannot be read; it was left alone.")
                      : tr("%1 physical sectors that were not known cannot be read; they were left alone.")
                            .arg(format::count(totals.unreadable)));
    if (totals.refused > 0)
        lines << tr("%1 the drive did not take; they read as before.").arg(latePlaces(totals.refused));
    if (totals.worse > 0)
        lines << tr("%1 cannot be read any more; what they held is kept in the journal.")
                     .arg(latePlaces(totals.worse));
    return lines.join(QLatin1Char('\n'));
}

QString refreshProof(const RefreshProgress& progress) {
    return progress.fromMedium || progress.totals.written.value == 0
               ? QString()
               : tr("It offers no way past its cache: what was read again may have come from there. A scan "
                    "will tell.");
}

QString afterRefresh(TreatmentStop stop, const RefreshTotals& totals) {
    if (totals.worse > 0)
        return tr("Save the data, take out of the journal what is kept there, and replace the drive.");
    if (totals.unreadable > 0)
        return tr("Scan the drive, then treat what cannot be read.");
    if (totals.stillLate > 0 && stop == TreatmentStop::done)
        return tr("What is still late lies on a weak part of the drive: scan it again in a few weeks.");
    return {};
}

QString refreshFound(RefreshFound found) {
    switch (found) {
    case RefreshFound::healed:
        return tr("read late, in time now");
    case RefreshFound::stillLate:
        return tr("reads as late as before");
    case RefreshFound::grewLate:
        return tr("read in time before, late now");
    case RefreshFound::unreadable:
        return tr("cannot be read; left alone");
    case RefreshFound::refused:
        return tr("not taken by the drive; reads as before");
    case RefreshFound::worse:
        return tr("cannot be read any more; kept in the journal");
    case RefreshFound::different:
        return tr("reads otherwise than it was written; kept in the journal");
    case RefreshFound::writtenMeanwhile:
        return tr("somebody wrote there meanwhile; what it held is kept in the journal");
    }
    return {};
}

QString refreshFinding(const RefreshFinding& finding) {
    QString line = span(finding.span) + QStringLiteral(": ") + refreshFound(finding.found);
    if (finding.before.count() > 0)
        line += QStringLiteral("; ") + format::milliseconds(finding.before);
    if (finding.before.count() > 0 && finding.after.count() > 0)
        line += QStringLiteral(" → ") + format::milliseconds(finding.after);
    if (!finding.words.empty())
        line += tr(" (the drive: %1)").arg(QString::fromStdString(finding.words));
    return line;
}

QString refreshedOn(const RefreshTold& told) {
    const QString when = format::day(told.startedAt);
    const QString what = told.plan.whole ? tr("all of it refreshed")
                                         : tr("%1 refreshed").arg(latePlaces(told.plan.spans.size()));
    if (told.ended == TreatmentStop::done)
        return when + QStringLiteral(": ") + what + QLatin1Char('.');
    const auto all = static_cast<double>(std::max<std::uint64_t>(told.plan.sectors().value, 1));
    const QString far = tr("%1, broken off after %2.")
                            .arg(what, format::percent(static_cast<double>(told.totals.done.value) / all));
    return when + QStringLiteral(": ") + far;
}

QString refreshReport(const DriveIdentity& drive, std::int64_t startedAt, const RefreshPlan& plan,
                      const RefreshProgress& progress, const std::string& journal) {
    QStringList lines;
    lines << tr("Refresh of %1, begun %2.").arg(whichDrive(drive), format::moment(startedAt));
    lines << refreshWhat(plan, drive) + QLatin1Char('.');
    if (plan.againstAdvice)
        lines << tr("It was refreshed against advice.");
    if (progress.stop)
        lines << refreshStop(*progress.stop);
    if (progress.error)
        lines << error(*progress.error);
    lines << refreshSummary(progress.totals, plan, drive);
    if (const QString proof = refreshProof(progress); !proof.isEmpty())
        lines << proof;
    lines << tr("It took %1.").arg(format::duration(progress.totals.took));
    if (progress.before && progress.now)
        if (const QString counts = countersChange(*progress.before, *progress.now); !counts.isEmpty())
            lines << tr("The drive's own counts: %1.").arg(counts);
    for (const RefreshFinding& finding : progress.findings)
        lines << QStringLiteral("  ") + refreshFinding(finding);
    if (progress.found > progress.findings.size())
        lines << tr("  and %1 more, in the journal")
                     .arg(format::count(progress.found - progress.findings.size()));
    lines << tr("Its journal: %1.").arg(QString::fromStdString(journal));
    return lines.join(QLatin1Char('\n'));
}

} // namespace orbita::words
