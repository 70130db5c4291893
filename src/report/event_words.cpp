// SPDX-License-Identifier: GPL-3.0-or-later
// The sentences of the tape.
#include "report/treatment_words.h"
#include "report/word_tools.h"
#include "report/words.h"

namespace orbita::words {

QString eventTitle(const ScanEvent& entry) {
    switch (entry.kind) {
    case ScanEventKind::started:
        return tr("scan begun");
    case ScanEventKind::paceMeasured:
        return tr("pace measured");
    case ScanEventKind::paused:
        return tr("paused");
    case ScanEventKind::resumed:
        return tr("resumed");
    case ScanEventKind::slow:
        return grade(entry.grade);
    case ScanEventKind::stalled:
        return tr("no answer");
    case ScanEventKind::answeredLate:
        return tr("stalled");
    case ScanEventKind::unreadable:
        return tr("unreadable");
    case ScanEventKind::recovered:
        return tr("unreadable once");
    case ScanEventKind::linkFault:
        return tr("link fault");
    case ScanEventKind::probing:
        return tr("drive silent");
    case ScanEventKind::cameBack:
        return tr("drive is back");
    case ScanEventKind::withdrawn:
        return tr("taken back");
    case ScanEventKind::kernelSplits:
        return tr("blocks are split");
    case ScanEventKind::throughPageCache:
        return tr("not direct");
    case ScanEventKind::partialLastSector:
        return tr("partial sector");
    case ScanEventKind::blockLayerOnly:
        return tr("block layer");
    case ScanEventKind::interrupted:
        return tr("reset");
    case ScanEventKind::notReady:
        return tr("not ready");
    case ScanEventKind::inUse:
        return tr("in use");
    case ScanEventKind::stopRule:
        return tr("stop rule met");
    case ScanEventKind::ruleAsks:
        return tr("rule asks");
    case ScanEventKind::againConfirmed:
        return tr("seen again");
    case ScanEventKind::againPassing:
        return tr("good this time");
    case ScanEventKind::disturbed:
        return tr("disturbed");
    case ScanEventKind::notAgain:
        return tr("seen once");
    case ScanEventKind::putOff:
        return tr("put off");
    case ScanEventKind::cooling:
        return tr("too warm");
    case ScanEventKind::cooled:
        return tr("cooled");
    case ScanEventKind::continued:
        return tr("going on");
    case ScanEventKind::verifyChecked:
        return tr("verify checked");
    case ScanEventKind::verifyDoubted:
        return tr("not believed");
    case ScanEventKind::limitShortened:
        return tr("gives up sooner");
    case ScanEventKind::limitUnchanged:
        return tr("own patience");
    case ScanEventKind::limitRestored:
        return tr("own setting back");
    case ScanEventKind::limitOwed:
        return tr("setting owed");
    case ScanEventKind::elsewhere:
        return tr("another name");
    case ScanEventKind::unmapped:
        return tr("nothing stored");
    case ScanEventKind::ungraded:
        return tr("no grade");
    case ScanEventKind::savingHalts:
        return tr("saving stuck");
    case ScanEventKind::savingGoesOn:
        return tr("saving goes on");
    case ScanEventKind::imageCompared:
        return tr("image compared");
    case ScanEventKind::saved:
        return tr("saved");
    case ScanEventKind::incompleteImage:
        return tr("image with holes");
    case ScanEventKind::mediumChanged:
        return tr("another drive?");
    case ScanEventKind::nothingToCompare:
        return tr("nothing reads");
    case ScanEventKind::atOnce:
        return entry.count > 1 ? tr("several at once") : tr("one at a time");
    case ScanEventKind::keptForLast:
        return tr("kept for last");
    case ScanEventKind::notAsked:
        return tr("left alone");
    case ScanEventKind::treated:
        return tr("treated");
    case ScanEventKind::treatedInVain:
        return tr("treated in vain");
    case ScanEventKind::treatingOver:
        return tr("treats no more");
    case ScanEventKind::tooMany:
        return tr("tape is full");
    case ScanEventKind::ended:
        return entry.ended == EndReason::complete ? tr("complete") : tr("ended");
    }
    return {};
}

QString eventDetail(const ScanEvent& entry, const DriveIdentity& drive) {
    const QString unit = unitName(drive.rotating.value_or(true));
    switch (entry.kind) {
    case ScanEventKind::started:
        return sectors(entry.span.count.value);
    case ScanEventKind::paceMeasured:
        return tr("%1 expected").arg(format::duration(entry.latency));
    case ScanEventKind::slow:
        return tr("%1 %2 late (%3), %4")
            .arg(format::turns(entry.turns), unit, format::milliseconds(entry.latency),
                 standing(entry.standing));
    case ScanEventKind::stalled:
        return tr("waiting; nothing more is sent");
    case ScanEventKind::answeredLate:
        return tr("answered after %1").arg(format::milliseconds(entry.latency));
    case ScanEventKind::unreadable:
        if (entry.standing == Standing::once)
            return tr("%1, to be measured again at the end").arg(sectors(entry.span.count.value));
        return entry.causeGiven ? tr("%1, read again: same").arg(sectors(entry.span.count.value))
                                : tr("%1, no cause given").arg(sectors(entry.span.count.value));
    case ScanEventKind::recovered:
        return entry.count == 1
                   ? tr("one of %1 failed, the drive did not say which; all read the second time")
                         .arg(sectors(entry.span.count.value))
                   : tr("%1, read the second time").arg(sectors(entry.span.count.value));
    case ScanEventKind::linkFault:
        return tr("damaged on the way; %1 so far").arg(format::count(entry.count));
    case ScanEventKind::probing:
        return tr("trying a block that could be read");
    case ScanEventKind::cameBack:
        return tr("going on where it left");
    case ScanEventKind::withdrawn:
        return tr("this block does not count");
    case ScanEventKind::kernelSplits:
        return tr("into commands of %1: a latency is their sum")
            .arg(format::bytes(entry.count * drive.logicalBytes));
    case ScanEventKind::throughPageCache:
        return accessNote(AccessNote::throughPageCache);
    case ScanEventKind::partialLastSector:
        return accessNote(AccessNote::partialLastSector);
    case ScanEventKind::blockLayerOnly:
        return accessNote(AccessNote::blockLayerOnly);
    case ScanEventKind::interrupted:
        return tr("the block is read again, nothing is graded");
    case ScanEventKind::notReady:
        return tr("busy with internal work; waiting, nothing is graded");
    case ScanEventKind::inUse:
        return tr("timings suffer");
    case ScanEventKind::stopRule:
    case ScanEventKind::ruleAsks:
        return ruleReached(entry.rule, entry.count);
    case ScanEventKind::againConfirmed:
        return entry.grade == Grade::unreadable ? tr("unreadable again, from the medium")
               : entry.standing == Standing::once
                   ? tr("late again from the medium, but not as long: %1")
                         .arg(format::milliseconds(entry.latency))
                   : tr("late again from the medium: %1").arg(format::milliseconds(entry.latency));
    case ScanEventKind::againPassing:
        return tr("%1 from the medium").arg(format::milliseconds(entry.latency));
    case ScanEventKind::disturbed:
        return tr("%1; %2 so far").arg(disturbance(entry.disturbance), format::count(entry.count));
    case ScanEventKind::notAgain:
        return tr("%1 findings could not be measured again from the medium").arg(format::count(entry.count));
    case ScanEventKind::putOff:
        return tr("failed after %1; looked into last").arg(format::milliseconds(entry.latency));
    case ScanEventKind::cooling:
        return tr("%1 °C; waiting until it is cooler").arg(entry.count);
    case ScanEventKind::cooled:
        return tr("%1 °C").arg(entry.count);
    case ScanEventKind::continued:
        return tr("what was vouched for is not read again");
    case ScanEventKind::verifyChecked:
        return tr("takes as long as reading the medium must, %1").arg(format::milliseconds(entry.latency));
    case ScanEventKind::verifyDoubted:
        return tr("answers in %1, faster than the medium can be").arg(format::milliseconds(entry.latency));
    case ScanEventKind::limitShortened:
        return tr("on a bad sector after %1, for now").arg(errorRecoveryLimit(entry.latency));
    case ScanEventKind::limitUnchanged:
        return tr("how long the drive retries a bad sector cannot be set here");
    case ScanEventKind::limitRestored:
        return tr("the drive tries as long as it did before");
    case ScanEventKind::limitOwed:
        return tr("it could not be put back; Orbita does so when the drive answers again");
    case ScanEventKind::elsewhere:
        return tr("the same serial number and capacity at another place");
    case ScanEventKind::unmapped:
        return entry.causeGiven
                   ? tr("by the drive's own word; it answers without its medium: vouches for nothing")
                   : tr("reads as zeros, which a drive that can forget gives without looking: vouches for "
                        "nothing");
    case ScanEventKind::ungraded:
        return tr("read in %1, with nothing on this drive to compare that with")
            .arg(format::milliseconds(entry.latency));
    case ScanEventKind::savingHalts:
        return tr("reading waits until it can be written");
    case ScanEventKind::savingGoesOn:
        return tr("what had been read is written, reading goes on");
    case ScanEventKind::imageCompared:
        return entry.count == 0 ? tr("every part is what was saved")
                                : tr("%1 parts are not what was saved: kept, in doubt, and read anew")
                                      .arg(format::count(entry.count));
    case ScanEventKind::saved:
        return tr("the image holds %1").arg(sectors(entry.count));
    case ScanEventKind::incompleteImage:
        return accessNote(AccessNote::incompleteImage);
    case ScanEventKind::mediumChanged:
        return tr(
            "it says that another may have been put in; asked who it is, and compared with what was read");
    case ScanEventKind::nothingToCompare:
        return tr(
            "no place that was asked for can be read, and the system still has the drive: whether it is its "
            "surface or the connection to it, cannot be determined here");
    case ScanEventKind::atOnce:
        return entry.count > 1
                   ? tr("%1 commands at the drive at once; what looks slow is measured again alone")
                         .arg(format::count(entry.count))
                   : tr("this order, or this way to the drive, allows no more");
    case ScanEventKind::keptForLast:
        return tr("the drive came to a standstill there; so are %1 on either side")
            .arg(format::bytes(entry.count * drive.logicalBytes));
    case ScanEventKind::notAsked:
        return tr("the drive came to a standstill there %1 times").arg(entry.count);
    case ScanEventKind::treated:
    case ScanEventKind::treatedInVain:
        return treatmentResult(entry.treated);
    case ScanEventKind::treatingOver:
        return treatmentStop(entry.treatingEnded);
    case ScanEventKind::tooMany:
        return tr("what follows is counted, not listed");
    case ScanEventKind::ended:
        return ended(entry.ended);
    case ScanEventKind::paused:
    case ScanEventKind::resumed:
        return {};
    }
    return {};
}

} // namespace orbita::words
