// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/assess_words.h"

#include "report/word_tools.h"
#include "report/words.h"

namespace orbita::words {

QString assessStep(AssessStep step) {
    switch (step) {
    case AssessStep::vitals:
        return tr("Vitals");
    case AssessStep::selfTest:
        return tr("Short self-test");
    case AssessStep::sample:
        return tr("Sample");
    case AssessStep::scan:
        return tr("Scan of all of it");
    case AssessStep::secondLooks:
        return tr("Second looks");
    case AssessStep::ruling:
        return tr("Ruling");
    case AssessStep::report:
        return tr("Report");
    }
    return {};
}

QString assessHalt(AssessHalt halt) {
    switch (halt) {
    case AssessHalt::none:
        return {};
    case AssessHalt::saveFirst:
        return tr("Nothing more is asked of the drive: save the data first. Scan in the careful order, and "
                  "save what "
                  "is read.");
    case AssessHalt::selfTestFailed:
        return tr(
            "Nothing more is asked of the drive: its self-test failed. Save the data first, in the careful "
            "order.");
    case AssessHalt::unreadable:
        return tr("Nothing more is asked of the drive: the sample met places that cannot be read, and the "
                  "data exists "
                  "nowhere else. Save it first, in the careful order.");
    case AssessHalt::froze:
        return tr("Nothing more is asked of the drive: it froze or went away under a sample. Save the data "
                  "first, in "
                  "the careful order.");
    case AssessHalt::locked:
        return tr("The drive is locked: there is nothing to be read before it is unlocked.");
    case AssessHalt::noAnswer:
        return tr("The drive does not answer any more. Switch it off and on before anything else is tried.");
    case AssessHalt::stopRule:
        return tr("A stop rule has ended the reading: what was found is enough to go by.");
    case AssessHalt::cutShort:
        return tr("A step could not be run to its end; what it found until then counts.");
    case AssessHalt::byHand:
        return tr("Stopped by hand: the rest was left out.");
    }
    return {};
}

QString surfaceRead(const SurfaceRead& read) {
    if (read.damage.empty() && read.standstills == 0)
        return tr("no defect");
    QStringList parts;
    if (read.unreadableSectors > 0)
        parts << tr("%1 unreadable").arg(sectors(read.unreadableSectors));
    if (read.stalled > 0)
        parts << tr("no answer in time at %1").arg(placeCount(read.stalled));
    if (read.standstills > 0)
        parts << tr("froze or went away at %1").arg(placeCount(read.standstills));
    if (parts.empty())
        parts << tr("%1 that answered late").arg(placeCount(read.damage.size()));
    return parts.join(QStringLiteral(", "));
}

} // namespace orbita::words
