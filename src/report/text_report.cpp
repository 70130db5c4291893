// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/text_report.h"

#include "report/format.h"
#include "report/ledger_words.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QLocale>

namespace orbita {

namespace {

constexpr qsizetype mostListed = 2000; // the CSV has them all

QString tr(const char* text) {
    return QCoreApplication::translate("textReport", text);
}

QString line(const QString& name, const QString& value) {
    return QStringLiteral("  %1 %2\n").arg(name.leftJustified(18), value);
}

QString orNotTold(const std::string& text) {
    return text.empty() ? tr("not reported") : QString::fromStdString(text);
}

} // namespace

QString textReport(const ScanRecord& record) {
    const DriveIdentity& drive = record.drive;
    const ScanStatus& status = record.status;
    const bool rotating = drive.rotating.value_or(true);
    QString text = tr("Orbita scan report") + QStringLiteral("\n\n");

    text += tr("Drive") + QLatin1Char('\n');
    text += line(tr("model"), orNotTold(drive.model));
    text += line(tr("serial"), orNotTold(drive.serial));
    text += line(tr("firmware"), orNotTold(drive.firmware));
    text += line(tr("kind"), words::driveLine(drive));
    text += line(tr("sectors"), tr("%1 of %2 bytes (physical %3)")
                                    .arg(format::count(drive.capacity.value))
                                    .arg(drive.logicalBytes)
                                    .arg(drive.physicalBytes));
    text += line(tr("opened as"), QString::fromStdString(drive.path));

    text += QLatin1Char('\n') + tr("Scan") + QLatin1Char('\n');
    text += line(tr("begun"), format::longMoment(record.startedAt));
    text += line(tr("plan"),
                 (record.plan.asked.way == ReadWay::verify ? tr("verify, %1, blocks of %2, %3")
                                                           : tr("read, %1, blocks of %2, %3"))
                     .arg(words::order(record.plan.asked),
                          format::bytes(std::uint64_t{record.plan.grid.blockSectors} * drive.logicalBytes),
                          words::span(record.plan.grid.span)));
    text += line(tr("limit"),
                 tr("stalled after %1, given up after %2")
                     .arg(format::limit(record.plan.asked.limit), format::limit(record.plan.asked.giveUp)));
    for (const StopRule& rule : record.plan.asked.rules)
        text += line(tr("rule"), words::rule(rule));
    text += line(tr("data"), words::dataElsewhere(record.plan.asked.data));
    if (record.plan.asked.inUse)
        text += line(tr("in use"), tr("something else used the drive; timings suffer"));
    for (const AccessNote accessNote : record.accessNotes)
        text += line(tr("note"), words::accessNote(accessNote));
    text += line(tr("ended"), words::ended(status.ended));
    text += line(
        tr("time"),
        tr("%1 at %2 on average").arg(format::duration(status.elapsed), format::pace(status.paceAverage)));

    if (!status.saving.path.empty())
        text += line(tr("saved"), words::saving(status.saving, drive));
    if (status.hottest)
        text += line(tr("heat"),
                     tr("%1 °C at most, %2 °C at the end").arg(*status.hottest).arg(*status.temperature));

    text += QLatin1Char('\n') + tr("Judgement so far") + QStringLiteral("\n  ") +
            words::judgement(judgeSoFar(status, record.ledger, drive, record.plan.asked.data)) +
            QLatin1Char('\n');
    if (!record.treatments.empty()) {
        text += QLatin1Char('\n') + tr("Treated since") + QStringLiteral("\n  ") +
                words::treatedSince(record.treatments) + QLatin1Char('\n');
        const std::vector<Treatment>& all = record.treatments.all();
        for (std::size_t i = 0; i < all.size() && i < static_cast<std::size_t>(mostListed); ++i)
            text += QStringLiteral("  %1, %2: %3\n")
                        .arg(words::span(all[i].span), words::treatmentStep(all[i].step),
                             words::treatmentResult(all[i].result));
    }

    text += QLatin1Char('\n') + tr("Blocks") + QLatin1Char('\n');
    for (const Grade grade : allGrades)
        if (grade != Grade::none)
            text += QStringLiteral("  %1 %2  %3\n")
                        .arg(words::grade(grade).leftJustified(11),
                             format::count(status.totals.of(grade)).rightJustified(14),
                             words::gradeMeaning(grade, record.limits, status.unit, rotating));

    if (status.totals.unmapped > 0)
        text +=
            QStringLiteral("  %1 %2  %3\n")
                .arg(tr("not stored").leftJustified(11),
                     format::count(status.totals.unmapped).rightJustified(14),
                     tr("nothing seems to be stored there; answered without the medium: not vouched for"));

    if (status.totals.ungraded > 0)
        text += QStringLiteral("  %1 %2  %3\n")
                    .arg(tr("not graded").leftJustified(11),
                         format::count(status.totals.ungraded).rightJustified(14),
                         tr("read well, with nothing to compare its time with: may be slow"));

    if (const std::vector<LeftUnread> unread = leftUnread(record); !unread.empty()) {
        text += QLatin1Char('\n') + tr("Left unread: %1 places").arg(format::count(unread.size())) +
                QLatin1Char('\n');
        for (std::size_t i = 0; i < unread.size() && i < static_cast<std::size_t>(mostListed); ++i)
            text += QStringLiteral("  %1, %2: %3\n")
                        .arg(words::span(unread[i].span),
                             format::bytes(unread[i].span.count.value * drive.logicalBytes),
                             tr("because %1").arg(words::unreadReason(unread[i].reason)));
    }

    const std::vector<Patch> patches = patchesOf(record.ledger, drive.logicalBytes);
    text += QLatin1Char('\n') + tr("Patches: %1").arg(format::count(patches.size())) + QLatin1Char('\n');
    for (const Patch& patch : patches)
        text += QStringLiteral("  %1, %2: %3\n")
                    .arg(words::span(patch.span), words::place(patch.span.first, drive),
                         tr("worst %1, %2 unreadable sectors")
                             .arg(words::grade(patch.worst), format::count(patch.unreadable.value)));

    text += QLatin1Char('\n') + tr("Ledger: %1 entries").arg(format::count(record.ledger.size())) +
            QLatin1Char('\n');
    qsizetype listed = 0;
    for (const LedgerEntry& entry : record.ledger) {
        if (++listed > mostListed) {
            text +=
                QStringLiteral("  ") + tr("... the rest is in the CSV and JSON files.") + QLatin1Char('\n');
            break;
        }
        const LedgerRow row{entry, drive.capacity, drive.logicalBytes};
        text += QLatin1Char(' ');
        QString told;
        for (const LedgerColumn& column : ledgerColumns()) {
            if ((column.places & inReport) == 0)
                continue;
            const QString cell = words::ledgerText(column, row);
            constexpr qsizetype numberWidth = 17;
            constexpr qsizetype wordWidth = 11;
            told += QLatin1Char(' ') +
                    (words::isNumber(column.unit)
                         ? cell.rightJustified(column.unit == LedgerUnit::lba ? numberWidth : 9)
                         : QLatin1Char(' ') + cell.leftJustified(wordWidth));
        }
        while (told.endsWith(QLatin1Char(' ')))
            told.chop(1);
        text += told + QLatin1Char('\n');
    }
    return text;
}

} // namespace orbita
