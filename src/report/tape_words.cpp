// SPDX-License-Identifier: GPL-3.0-or-later
// The sentences of the tape.
#include "report/word_tools.h"
#include "report/words.h"

namespace orbita::words {

QString tapeTitle(const TapeEntry& entry) {
    switch (entry.kind) {
    case TapeKind::started:
        return tr("scan begun");
    case TapeKind::paceMeasured:
        return tr("pace measured");
    case TapeKind::paused:
        return tr("paused");
    case TapeKind::resumed:
        return tr("resumed");
    case TapeKind::slow:
        return grade(entry.grade);
    case TapeKind::stalled:
        return tr("no answer");
    case TapeKind::answeredLate:
        return tr("stalled");
    case TapeKind::unreadable:
        return tr("unreadable");
    case TapeKind::recovered:
        return tr("unreadable once");
    case TapeKind::linkFault:
        return tr("link fault");
    case TapeKind::probing:
        return tr("drive silent");
    case TapeKind::cameBack:
        return tr("drive is back");
    case TapeKind::withdrawn:
        return tr("taken back");
    case TapeKind::kernelSplits:
        return tr("blocks are split");
    case TapeKind::throughPageCache:
        return tr("not direct");
    case TapeKind::partialLastSector:
        return tr("partial sector");
    case TapeKind::blockLayerOnly:
        return tr("block layer");
    case TapeKind::interrupted:
        return tr("reset");
    case TapeKind::notReady:
        return tr("not ready");
    case TapeKind::inUse:
        return tr("in use");
    case TapeKind::stopRule:
        return tr("stop rule met");
    case TapeKind::ruleAsks:
        return tr("rule asks");
    case TapeKind::againConfirmed:
        return tr("seen again");
    case TapeKind::againPassing:
        return tr("good this time");
    case TapeKind::disturbed:
        return tr("disturbed");
    case TapeKind::notAgain:
        return tr("seen once");
    case TapeKind::putOff:
        return tr("put off");
    case TapeKind::cooling:
        return tr("too warm");
    case TapeKind::cooled:
        return tr("cooled");
    case TapeKind::continued:
        return tr("going on");
    case TapeKind::verifyChecked:
        return tr("verify checked");
    case TapeKind::verifyDoubted:
        return tr("not believed");
    case TapeKind::recoveryShort:
        return tr("gives up sooner");
    case TapeKind::recoveryKept:
        return tr("own patience");
    case TapeKind::recoveryBack:
        return tr("own setting back");
    case TapeKind::recoveryOwed:
        return tr("setting owed");
    case TapeKind::elsewhere:
        return tr("another name");
    case TapeKind::notStored:
        return tr("nothing stored");
    case TapeKind::ungraded:
        return tr("no grade");
    case TapeKind::savingHalts:
        return tr("saving stuck");
    case TapeKind::savingGoesOn:
        return tr("saving goes on");
    case TapeKind::imageCompared:
        return tr("image compared");
    case TapeKind::saved:
        return tr("saved");
    case TapeKind::incompleteImage:
        return tr("image with holes");
    case TapeKind::mediumChanged:
        return tr("another drive?");
    case TapeKind::nothingToCompare:
        return tr("nothing reads");
    case TapeKind::atOnce:
        return entry.count > 1 ? tr("several at once") : tr("one at a time");
    case TapeKind::keptForLast:
        return tr("kept for last");
    case TapeKind::notAsked:
        return tr("left alone");
    case TapeKind::tooMany:
        return tr("tape is full");
    case TapeKind::ended:
        return entry.ended == Ended::complete ? tr("complete") : tr("ended");
    }
    return {};
}

QString tapeDetail(const TapeEntry& entry, const DriveIdentity& drive) {
    const QString unit = unitName(drive.rotating.value_or(true));
    switch (entry.kind) {
    case TapeKind::started:
        return sectors(entry.span.count.value);
    case TapeKind::paceMeasured:
        return tr("%1 expected").arg(format::duration(entry.latency));
    case TapeKind::slow:
        return tr("%1 %2 late (%3), %4")
            .arg(format::turns(entry.turns), unit, format::milliseconds(entry.latency),
                 standing(entry.standing));
    case TapeKind::stalled:
        return tr("waiting; nothing more is sent");
    case TapeKind::answeredLate:
        return tr("answered after %1").arg(format::milliseconds(entry.latency));
    case TapeKind::unreadable:
        if (entry.standing == Standing::once)
            return tr("%1, to be measured again at the end").arg(sectors(entry.span.count.value));
        return entry.causeGiven ? tr("%1, read again: same").arg(sectors(entry.span.count.value))
                                : tr("%1, no cause given").arg(sectors(entry.span.count.value));
    case TapeKind::recovered:
        return entry.count == 1 ? tr("one of %1, which was not said; all read the second time")
                                      .arg(sectors(entry.span.count.value))
                                : tr("%1, read the second time").arg(sectors(entry.span.count.value));
    case TapeKind::linkFault:
        return tr("damaged on the way; %1 so far").arg(format::count(entry.count));
    case TapeKind::probing:
        return tr("trying a block that could be read");
    case TapeKind::cameBack:
        return tr("going on where it left");
    case TapeKind::withdrawn:
        return tr("this block does not count");
    case TapeKind::kernelSplits:
        return tr("into commands of %1: a latency is their sum")
            .arg(format::bytes(entry.count * drive.logicalBytes));
    case TapeKind::throughPageCache:
        return accessNote(AccessNote::throughPageCache);
    case TapeKind::partialLastSector:
        return accessNote(AccessNote::partialLastSector);
    case TapeKind::blockLayerOnly:
        return accessNote(AccessNote::blockLayerOnly);
    case TapeKind::interrupted:
        return tr("the block is read again, nothing is graded");
    case TapeKind::notReady:
        return tr("busy with itself; waiting, nothing is graded");
    case TapeKind::inUse:
        return tr("timings suffer");
    case TapeKind::stopRule:
    case TapeKind::ruleAsks:
        return ruleReached(entry.rule, entry.count);
    case TapeKind::againConfirmed:
        return entry.grade == Grade::unreadable ? tr("unreadable again, from the medium")
               : entry.standing == Standing::once
                   ? tr("late again from the medium, but not as long: %1")
                         .arg(format::milliseconds(entry.latency))
                   : tr("late again from the medium: %1").arg(format::milliseconds(entry.latency));
    case TapeKind::againPassing:
        return tr("%1 from the medium").arg(format::milliseconds(entry.latency));
    case TapeKind::disturbed:
        return tr("%1; %2 so far").arg(disturbance(entry.disturbance), format::count(entry.count));
    case TapeKind::notAgain:
        return tr("%1 findings could not be measured again from the medium").arg(format::count(entry.count));
    case TapeKind::putOff:
        return tr("failed after %1; looked into last").arg(format::milliseconds(entry.latency));
    case TapeKind::cooling:
        return tr("%1 °C; waiting until it is cooler").arg(entry.count);
    case TapeKind::cooled:
        return tr("%1 °C").arg(entry.count);
    case TapeKind::continued:
        return tr("what was vouched for is not read again");
    case TapeKind::verifyChecked:
        return tr("takes as long as the medium must, %1").arg(format::milliseconds(entry.latency));
    case TapeKind::verifyDoubted:
        return tr("answers in %1, faster than the medium can be").arg(format::milliseconds(entry.latency));
    case TapeKind::recoveryShort:
        return tr("on a bad sector after %1, for now").arg(recoveryTime(entry.latency));
    case TapeKind::recoveryKept:
        return tr("how long the drive tries over a bad sector cannot be set here");
    case TapeKind::recoveryBack:
        return tr("the drive tries as long as it did before");
    case TapeKind::recoveryOwed:
        return tr("it could not be put back; Orbita does so when the drive answers again");
    case TapeKind::elsewhere:
        return tr("the same serial number and capacity at another place");
    case TapeKind::notStored:
        return entry.causeGiven
                   ? tr("by the drive's own word; it answers without its medium: vouches for nothing")
                   : tr("reads as zeros, which a drive that can forget gives without looking: vouches for "
                        "nothing");
    case TapeKind::ungraded:
        return tr("read in %1, with nothing on this drive to compare that with")
            .arg(format::milliseconds(entry.latency));
    case TapeKind::savingHalts:
        return tr("reading waits until it can be written");
    case TapeKind::savingGoesOn:
        return tr("what had been read is written, reading goes on");
    case TapeKind::imageCompared:
        return entry.count == 0 ? tr("every part is what was saved")
                                : tr("%1 parts are not what was saved: kept, in doubt, and read anew")
                                      .arg(format::count(entry.count));
    case TapeKind::saved:
        return tr("the image holds %1").arg(sectors(entry.count));
    case TapeKind::incompleteImage:
        return accessNote(AccessNote::incompleteImage);
    case TapeKind::mediumChanged:
        return tr(
            "it says that another may have been put in; asked who it is, and compared with what was read");
    case TapeKind::nothingToCompare:
        return tr(
            "no place that was asked for can be read, and the system still has the drive: whether it is its "
            "surface or the way to it, cannot be told here");
    case TapeKind::atOnce:
        return entry.count > 1
                   ? tr("%1 commands at the drive at once; what looks slow is measured again alone")
                         .arg(format::count(entry.count))
                   : tr("this order, or this way to the drive, allows no more");
    case TapeKind::keptForLast:
        return tr("the drive came to a standstill there; so are %1 on either side")
            .arg(format::bytes(entry.count * drive.logicalBytes));
    case TapeKind::notAsked:
        return tr("the drive came to a standstill there %1 times").arg(entry.count);
    case TapeKind::tooMany:
        return tr("what follows is counted, not listed");
    case TapeKind::ended:
        return ended(entry.ended);
    case TapeKind::paused:
    case TapeKind::resumed:
        return {};
    }
    return {};
}

} // namespace orbita::words
