// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/words.h"

#include "report/word_tools.h"

#include <QFileInfo>
#include <QLocale>
#include <QStringList>

namespace orbita::words {

QString phrase(const Phrase& phrase) {
    const QString known = QCoreApplication::translate("core", phrase.pattern().c_str());
    return QString::fromStdString(phrase.filled(known.toStdString()));
}

QString error(const Error& error) {
    return QString::fromStdString(messageOf(phrase(error.tried).toStdString(), error.on,
                                            phrase(error.answer).toStdString(),
                                            phrase(error.advice).toStdString()));
}

QString grade(Grade grade) {
    switch (grade) {
    case Grade::none:
        return tr("not visited");
    case Grade::steady:
        return tr("steady");
    case Grade::late:
        return tr("late");
    case Grade::laboured:
        return tr("laboured");
    case Grade::straining:
        return tr("straining");
    case Grade::linkFault:
        return tr("link fault");
    case Grade::stalled:
        return tr("stalled");
    case Grade::unreadable:
        return tr("unreadable");
    }
    return {};
}

QString standing(Standing standing) {
    switch (standing) {
    case Standing::once:
        return tr("once");
    case Standing::confirmed:
        return tr("confirmed");
    case Standing::passing:
        return tr("passing");
    case Standing::disturbed:
        return tr("disturbed");
    }
    return {};
}

QString treatmentResult(TreatmentResult result) {
    switch (result) {
    case TreatmentResult::readsWell:
        return tr("reads well now");
    case TreatmentResult::rewritten:
        return tr("rewritten in place, reads well now");
    case TreatmentResult::remapped:
        return tr("moved to a spare sector, reads well now");
    case TreatmentResult::rewrittenOrRemapped:
        return tr("rewritten or moved to a spare, the drive does not say; reads well now");
    case TreatmentResult::stillSlow:
        return tr("still slow");
    case TreatmentResult::stillUnreadable:
        return tr("still unreadable");
    case TreatmentResult::outOfSpares:
        return tr("still unreadable, and the drive has no spare sectors left");
    case TreatmentResult::worse:
        return tr("worse than before");
    }
    return {};
}

QString dataElsewhere(DataElsewhere answer) {
    switch (answer) {
    case DataElsewhere::notAsked:
        return tr("Data: not asked");
    case DataElsewhere::saved:
        return tr("Data: saved elsewhere");
    case DataElsewhere::notSaved:
        return tr("Data: not saved elsewhere");
    case DataElsewhere::unknown:
        return tr("Data: not known if saved");
    }
    return {};
}

QString unitName(bool rotating) {
    return rotating ? tr("turns") : tr("units");
}

QString gradeMeaning(Grade grade, const GradeLimits& limits, Nanoseconds unit, bool rotating) {
    const auto at = [&](double n) { return format::milliseconds(fromSeconds(toSeconds(unit) * n)); };
    const auto number = [](double n) { return QLocale().toString(n, 'g', 4); };
    const QString name = unitName(rotating);
    switch (grade) {
    case Grade::none:
        return tr("not read yet");
    case Grade::steady:
        return tr("less than %1 %2 (%3) later than its neighbours")
            .arg(number(limits.late), name, at(limits.late));
    case Grade::late:
        return tr("%1 to %2 %3 late (%4 to %5)")
            .arg(number(limits.late), number(limits.laboured), name, at(limits.late), at(limits.laboured));
    case Grade::laboured:
        return tr("%1 to %2 %3 late (%4 to %5)")
            .arg(number(limits.laboured), number(limits.straining), name, at(limits.laboured),
                 at(limits.straining));
    case Grade::straining:
        return tr("%1 %2 late (%3) and more, but answered")
            .arg(number(limits.straining), name, at(limits.straining));
    case Grade::linkFault:
        return tr("damaged on the way, again and again: points to cable or adapter, not to the surface");
    case Grade::stalled:
        return tr("no answer within the limit");
    case Grade::unreadable:
        return tr("the drive reports that the data cannot be read");
    }
    return {};
}

QString disturbance(Disturbance disturbance) {
    switch (disturbance) {
    case Disturbance::none:
        return {};
    case Disturbance::otherLoad:
        return tr("something else used it");
    case Disturbance::starved:
        return tr("Orbita's reader was held up");
    case Disturbance::suspended:
        return tr("the computer slept");
    case Disturbance::sharedWay:
        return tr("another scan shares its USB hub");
    case Disturbance::beside:
        return tr("a slow command was at the drive beside it");
    case Disturbance::headAway:
        return tr("the head came from elsewhere");
    }
    return {};
}

QString rule(const StopRule& rule) {
    const QString value = format::count(rule.value);
    const bool asks = rule.action == RuleAction::ask;
    switch (rule.kind) {
    case RuleKind::unreadable:
        return asks ? tr("asks at %1 unreadable sectors").arg(value)
                    : tr("ends at %1 unreadable sectors").arg(value);
    case RuleKind::patches:
        return asks ? tr("asks at %1 unreadable patches").arg(value)
                    : tr("ends at %1 unreadable patches").arg(value);
    case RuleKind::growth:
        return asks ? tr("asks at %1 unreadable sectors in one patch").arg(value)
                    : tr("ends at %1 unreadable sectors in one patch").arg(value);
    case RuleKind::stalls:
        return asks ? tr("asks at %1 stalls").arg(value) : tr("ends at %1 stalls").arg(value);
    case RuleKind::minutes:
        return asks ? tr("asks after %1").arg(format::duration(std::chrono::minutes{rule.value}))
                    : tr("ends after %1").arg(format::duration(std::chrono::minutes{rule.value}));
    case RuleKind::temperature:
        return tr("cools down from %1 °C").arg(value);
    case RuleKind::critical:
        return asks ? tr("asks when %1 of its vitals are damning").arg(value)
                    : tr("ends when %1 of its vitals are damning").arg(value);
    }
    return {};
}

QString ruleReached(RuleKind kind, std::uint64_t value) {
    switch (kind) {
    case RuleKind::unreadable:
        return tr("%1 unreadable").arg(sectors(value));
    case RuleKind::patches:
        return tr("%1 unreadable patches").arg(format::count(value));
    case RuleKind::growth:
        return tr("%1 unreadable in one patch").arg(sectors(value));
    case RuleKind::stalls:
        return tr("%1 stalls").arg(format::count(value));
    case RuleKind::minutes:
        return tr("%1 have passed").arg(format::duration(std::chrono::minutes{value}));
    case RuleKind::temperature:
        return tr("%1 °C").arg(value);
    case RuleKind::critical:
        return tr("%1 of its vitals are damning").arg(value);
    }
    return {};
}

QString unreadReason(UnreadReason reason) {
    switch (reason) {
    case UnreadReason::notReached:
        return tr("the scan ended before");
    case UnreadReason::nearDamage:
        return tr("it lies beside what failed, and was put off");
    case UnreadReason::failedWhole:
        return tr("it failed as a whole, and was not looked into");
    case UnreadReason::noAnswer:
        return tr("the drive stopped answering there");
    case UnreadReason::berth:
        return tr("the drive came to a standstill near there, and it was kept for last");
    }
    return {};
}

QString standstill(const Standstill& standstill) {
    const QString what = standstill.kind == StandstillKind::froze ? tr("the drive froze there")
                         : standstill.kind == StandstillKind::dropped
                             ? tr("the drive went away there")
                             : tr("it took longer than the limit there");
    return standstill.times > 1 ? tr("%1, %2 times").arg(what).arg(standstill.times) : what;
}

QString order(const ScanPlan& plan) {
    switch (plan.order) {
    case ScanOrder::forward:
        return tr("forward");
    case ScanOrder::backward:
        return tr("backward");
    case ScanOrder::suspectsFirst:
        return tr("suspects first, then forward");
    case ScanOrder::sweep:
        return tr("sweeping over %1 of the span").arg(format::percent(plan.sweepDistancePercent / 100, 0));
    case ScanOrder::sample:
        return tr("a sample of %1 blocks").arg(format::count(plan.samples));
    case ScanOrder::careful:
        return tr("carefully, the worst places last");
    }
    return {};
}

QString ended(EndReason ended) {
    switch (ended) {
    case EndReason::running:
        return tr("The scan is running.");
    case EndReason::complete:
        return tr("Read to the end.");
    case EndReason::stopped:
        return tr("Stopped before the end.");
    case EndReason::stopRule:
        return tr("Stopped by a rule of its plan.");
    case EndReason::driveGone:
        return tr("The drive went away: nothing answers behind the device any more.");
    case EndReason::noAnswer:
        return tr("The drive stopped answering; the command was abandoned.");
    case EndReason::shrunk:
        return tr("The file or device became shorter while it was read.");
    case EndReason::linkFaults:
        return tr("Too many damaged transfers in a row: cable or adapter.");
    case EndReason::refused:
        return tr("The drive or the system does not take this command. Scan by reading instead of verifying, "
                  "or with "
                  "smaller blocks.");
    case EndReason::locked:
        return tr("The drive keeps its data locked (password or protection): that is no defect.");
    case EndReason::verifyDoubted:
        return tr("The drive answers a verify without looking at the medium: nothing was scanned. Scan by "
                  "reading.");
    case EndReason::readerLost:
        return tr("Orbita's reader ended unexpectedly; this says nothing of the drive. Start again.");
    case EndReason::otherDrive:
        return tr(
            "What answers now is not the drive that this was begun with. Nothing more was read or saved: "
            "attach that drive again, then go on.");
    case EndReason::barred:
        return tr("Orbita was about to send a command that it must not send, and stopped itself before it "
                  "left. That is a fault of Orbita's, not of the drive.");
    }
    return {};
}

QString nextStep(NextStep next) {
    switch (next) {
    case NextStep::goOn:
        return tr("Nothing can be said about the rest yet.");
    case NextStep::readAgain:
        return tr("Seen once: scan these places again before they count.");
    case NextStep::saveData:
        return tr("Save the data before anything is treated.");
    case NextStep::saveDataFirst:
        return tr("Stop testing and save the data first.");
    case NextStep::changeCable:
        return tr("Try another cable or adapter, then scan again.");
    case NextStep::checkPower:
        return tr("Check power and cable; if it happens again, the drive is failing.");
    case NextStep::wait:
        return tr("If it never comes, that is the finding: stop, and save what matters first.");
    case NextStep::none:
        return {};
    }
    return {};
}

namespace {

// What a sample allows to say, and no more.
QString sampleStatement(const RunningJudgement& j) {
    const QString most = format::percent(j.mostDefectiveShare, j.mostDefectiveShare < 0.01 ? 3 : 1);
    if (j.defectiveSamples == 0)
        return tr("No defect in %1 samples: with 95 % confidence, under %2 of the blocks are defective.")
            .arg(format::count(j.samples), most);
    return tr("%1 of %2 samples are defective: with 95 % confidence, under %3 of the blocks are.")
        .arg(format::count(j.defectiveSamples), format::count(j.samples), most);
}

} // namespace

QString judgement(const RunningJudgement& j) {
    const QString share =
        format::percent(j.vouchedShare, j.vouchedShare > 0.9995 || j.vouchedShare == 0 ? 0 : 1);
    const QString where = format::number(j.firstPatchPercent.value_or(0), 1);
    const std::uint64_t slow = j.slowBlocks + j.stalledBlocks;
    QString text;
    switch (j.meaning) {
    case Meaning::nothingYet:
        if (j.ungradedShare == 0)
            return tr("Too little has been read to say anything.");
        return tr("%1 of the drive was read well, but with nothing to compare its time with: whether it is "
                  "slow "
                  "is not known. Scan the drive around it, or all of it.")
            .arg(format::percent(j.ungradedShare, 1));
    case Meaning::even:
        text = tr("Even so far: no defect in the %1 of the drive that has been read.").arg(share);
        if (j.next == NextStep::none)
            text = tr("Even: every sector of the drive was read, without a defect.");
        break;
    case Meaning::slowOnly:
        text =
            j.vouchedShare >= 1
                ? tr("The whole drive is readable; %1 answered slowly.").arg(blocks(slow))
                : tr("All of the %1 read so far is readable; %2 answered slowly.").arg(share, blocks(slow));
        break;
    case Meaning::fewUnreadable:
        if (j.patches > 0)
            text = j.patches == 1
                       ? tr("%1 unreadable in one patch at %2 %; read so far: %3 of the drive.")
                             .arg(sectors(j.unreadable), where, share)
                       : tr("%1 unreadable in %2 patches, the first at %3 %; read so far: %4 of the drive.")
                             .arg(sectors(j.unreadable))
                             .arg(j.patches)
                             .arg(where, share);
        break;
    case Meaning::manyUnreadable:
        text = tr("%1 unreadable in %2 patches, from %3 % on: this is spreading damage, not one old spot.")
                   .arg(sectors(j.unreadable))
                   .arg(j.patches)
                   .arg(where);
        break;
    case Meaning::silentNow:
        text = tr("No answer for %1, after %2 of the drive was read.").arg(format::duration(j.waited), share);
        break;
    case Meaning::notAnswering:
        text = tr("The drive stopped answering after %1 of it was read. That is a finding, whatever the map "
                  "shows.")
                   .arg(share);
        break;
    case Meaning::linkSuspect:
        text =
            tr("%1 damaged transfers, but no unreadable sector: this points to the link, not to the surface.")
                .arg(format::count(j.linkFaults));
        break;
    }
    if (j.failedBlocks > 0)
        text += (text.isEmpty() ? QString() : QStringLiteral(" ")) +
                tr("%1 failed as a whole; which of their sectors are unreadable is found out last.")
                    .arg(blocks(j.failedBlocks));
    if (j.samples > 0)
        text += QLatin1Char(' ') + sampleStatement(j);
    if (j.unmappedShare > 0)
        text += QLatin1Char(' ') + tr("Nothing seems to be stored in %1 of it; a drive answers for that "
                                      "without its medium: not vouched for.")
                                       .arg(format::percent(j.unmappedShare, 1));
    if (j.ungradedShare > 0)
        text += QLatin1Char(' ') +
                tr("%1 of it was read well, but with nothing to compare its time with: whether it is slow is "
                   "not known. Scan the drive around it, or all of it.")
                    .arg(format::percent(j.ungradedShare, 1));
    if (j.disturbed > 0)
        text += QLatin1Char(' ') + tr("%1 late blocks are not counted: something else used the drive.")
                                       .arg(format::count(j.disturbed));
    const bool nothingLeft = j.vouchedShare + j.unmappedShare + j.ungradedShare > 1 - 1e-9;
    const QString next = j.next == NextStep::goOn && nothingLeft ? QString() : nextStep(j.next);
    return next.isEmpty() ? text : text + QLatin1Char(' ') + next;
}

QString accessNote(AccessNote note) {
    switch (note) {
    case AccessNote::kernelSplits:
        return tr("The kernel splits each block into several commands: a latency is their sum.");
    case AccessNote::throughPageCache:
        return tr("Direct reading was refused: some answers come from this computer's memory.");
    case AccessNote::partialLastSector:
        return tr("The last bytes fill no whole sector and are not read.");
    case AccessNote::incompleteImage:
        return tr(
            "This is an image that lacks sectors of its drive; they read as zeros here. Its map says which.");
    case AccessNote::blockLayerOnly:
        return tr("The drive's own commands cannot be sent from here: it is read through the system, and "
                  "errors come "
                  "without the drive's own words.");
    }
    return {};
}

QString use(const DriveUse& use) {
    const QString where = QString::fromStdString(use.where);
    const QString part = QString::fromStdString(use.part);
    switch (use.kind) {
    case UseKind::mounted:
        return tr("%1 is mounted at %2").arg(part, where);
    case UseKind::swap:
        return tr("%1 is used for swapping").arg(part);
    case UseKind::held:
        return tr("%1 is held by %2").arg(part, where);
    }
    return {};
}

QString remark(const Remark& remark) {
    const QString about = QString::fromStdString(remark.about);
    switch (remark.kind) {
    case RemarkKind::noMedium:
        return tr("There is no medium in it.");
    case RemarkKind::zeroCapacity:
        return tr(
            "It reports no capacity: only a bridge answers, or the drive is not ready. Switch it off and on "
            "once; if it stays so, its data is a case for the laboratory.");
    case RemarkKind::offline:
        return tr("The system does not reach it now (\"%1\"): check power and cable.").arg(about);
    case RemarkKind::silent:
        return tr(
            "It did not answer when it was asked what is on it. Others are not held up; it is asked again in "
            "a minute.");
    case RemarkKind::controllerVolume:
        return tr("A volume that a controller has made (%1): the drives it is made of cannot be seen, and "
                  "their "
                  "health has to be read elsewhere.")
            .arg(about);
    case RemarkKind::secondPath:
        return tr("The same drive as %1, reached another way.").arg(about);
    case RemarkKind::sameSerial:
        return tr("%1 claims the same serial number: tell them apart by where they are attached, one at a "
                  "time.")
            .arg(about);
    case RemarkKind::hostManaged:
        return tr("Its zones have to be written in order: it may be read, not treated sector by sector.");
    case RemarkKind::oddSectors:
        return tr("Its sectors hold %1 bytes: it comes from a system that keeps protection data with them.")
            .arg(about);
    case RemarkKind::misaligned:
        return tr("%1 does not begin at a physical sector: writing there is slow, and that is no fault of "
                  "the "
                  "drive.")
            .arg(about);
    case RemarkKind::beyondEnd:
        return tr("%1 reaches beyond the end of the drive: the table was made for a larger one, or a bridge "
                  "hides "
                  "sectors.")
            .arg(about);
    case RemarkKind::overlapping:
        return tr("%1 overlaps the partition before it: the table is damaged.").arg(about);
    case RemarkKind::tableFirstDamaged:
        return tr(
            "The partition table at the beginning is damaged; its copy at the end is whole. That alone is no "
            "fault of the surface.");
    case RemarkKind::tableSecondDamaged:
        return tr(
            "The copy of the partition table at the end is damaged or missing; the one at the beginning is "
            "whole.");
    case RemarkKind::tableDamaged:
        return tr("Both copies of the partition table are damaged.");
    case RemarkKind::casebookHere:
        return tr("Orbita's casebook lies on this drive (%1): what is found would be written to the very "
                  "drive that "
                  "is tested. Start Orbita with XDG_DATA_HOME on another one.")
            .arg(about);
    }
    return {};
}

QString remarkShort(RemarkKind kind) {
    switch (kind) {
    case RemarkKind::noMedium:
        return tr("No medium");
    case RemarkKind::zeroCapacity:
        return tr("No capacity");
    case RemarkKind::offline:
        return tr("Not reached");
    case RemarkKind::silent:
        return tr("Does not answer");
    case RemarkKind::sameSerial:
        return tr("Serial not unique");
    case RemarkKind::secondPath:
        return tr("Second path");
    default:
        return {};
    }
}

QString errorRecoveryLimit(Nanoseconds limit) {
    return limit.count() == 0 ? tr("as long as it likes") : format::limit(limit);
}

QString saving(const SavingStatus& status, const DriveIdentity& drive) {
    const std::uint64_t bytes = status.held.value * drive.logicalBytes;
    const double share = drive.capacity.value == 0 ? 0
                                                   : static_cast<double>(status.held.value) /
                                                         static_cast<double>(drive.capacity.value);
    if (status.trouble)
        return tr("%1 saved; the image cannot be written: %2")
            .arg(format::bytes(bytes), phrase(status.trouble->answer));
    if (status.held == drive.capacity)
        return tr("every sector of the drive is saved in %1").arg(QString::fromStdString(status.path));
    return tr("%1 saved in %2, %3 of the drive")
        .arg(format::bytes(bytes), QString::fromStdString(status.path), format::percent(share, 2));
}

QString span(const LbaSpan& span) {
    if (span.count.value <= 1)
        return tr("LBA %1").arg(format::lba(span.first));
    return tr("LBA %1 – %2").arg(format::lba(span.first), format::lba(span.last()));
}

namespace {

std::pair<QString, QString> bytesAndShare(Lba lba, const DriveIdentity& drive) {
    const double share = drive.capacity.value > 0
                             ? static_cast<double>(lba.value) / static_cast<double>(drive.capacity.value)
                             : 0;
    return {
        format::position(lba.value * drive.logicalBytes, static_cast<double>(drive.capacityBytes()) / 2e4),
        format::percent(share, 2)};
}

} // namespace

QString place(Lba lba, const DriveIdentity& drive) {
    const auto& [bytes, share] = bytesAndShare(lba, drive);
    return tr("%1 in, %2 of the drive").arg(bytes, share);
}

QString placeInShort(Lba lba, const DriveIdentity& drive) {
    const auto& [bytes, share] = bytesAndShare(lba, drive);
    return tr("%1 in, %2").arg(bytes, share);
}

QString driveLine(const DriveIdentity& drive) {
    QStringList parts{format::bytes(drive.capacityBytes())};
    if (drive.rotating == false)
        parts << tr("solid state");
    else if (drive.rpm)
        parts << tr("%1 rpm").arg(*drive.rpm);
    else if (drive.rotating == true)
        parts << tr("rotating");
    if (!drive.attachment.empty())
        parts << phrase(Phrase::received(drive.attachment, {}));
    return parts.join(QStringLiteral(" · "));
}

QString driveName(const DriveIdentity& drive) {
    if (!drive.model.empty())
        return QString::fromStdString(drive.model);
    return QFileInfo(QString::fromStdString(drive.path)).fileName();
}

} // namespace orbita::words
