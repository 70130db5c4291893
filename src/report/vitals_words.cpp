// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/vitals_words.h"

#include "report/format.h"

#include <QCoreApplication>

namespace orbita::words {

namespace {

QString say(const char* text) {
    return QCoreApplication::translate("vitals", text);
}

struct KindWords {
    const char* name;
    const char* meaning;
    const char* proof;
};

// By ReadingKind, in its order.
constexpr std::array<KindWords, 37> kindWords = {{
    {QT_TRANSLATE_NOOP("vitals", "Drive's own verdict"),
     QT_TRANSLATE_NOOP("vitals", "Whether the drive itself expects to fail soon."),
     QT_TRANSLATE_NOOP("vitals",
                       "The drive's own rule. Most drives that fail never said so before: a good answer "
                       "proves little, a bad one much.")},
    {QT_TRANSLATE_NOOP("vitals", "Drive's own warnings"),
     QT_TRANSLATE_NOOP("vitals",
                       "Conditions the drive calls critical: spare used up, too hot, degraded, read-only."),
     QT_TRANSLATE_NOOP("vitals", "The drive's own rule. None set does not mean that all can be read.")},
    {QT_TRANSLATE_NOOP("vitals", "Pending sectors"),
     QT_TRANSLATE_NOOP("vitals",
                       "Sectors the drive could not read and waits to replace when they are next written."),
     QT_TRANSLATE_NOOP("vitals",
                       "Counted by the drive when it stumbles on them: places nobody has read are not in "
                       "it. Only a scan finds those.")},
    {QT_TRANSLATE_NOOP("vitals", "Unreadable in own check"),
     QT_TRANSLATE_NOOP("vitals", "Sectors the drive could not read while checking itself in idle time."),
     QT_TRANSLATE_NOOP("vitals",
                       "As of the drive's last check, which may be long ago or never have happened.")},
    {QT_TRANSLATE_NOOP("vitals", "Reallocated sectors"),
     QT_TRANSLATE_NOOP("vitals", "Sectors given up for good and replaced from the spares."),
     QT_TRANSLATE_NOOP("vitals",
                       "Counted by the drive. A few old ones are scars; whether they grow is what counts.")},
    {QT_TRANSLATE_NOOP("vitals", "Reallocation events"),
     QT_TRANSLATE_NOOP("vitals", "How often the drive has tried to move data from a weak place."),
     QT_TRANSLATE_NOOP("vitals", "Counts attempts, successful or not; one event may concern many sectors.")},
    {QT_TRANSLATE_NOOP("vitals", "Grown defects"),
     QT_TRANSLATE_NOOP("vitals", "Sectors replaced since the drive left the maker."),
     QT_TRANSLATE_NOOP("vitals", "Counted by the drive. Whether the list grows says more than its length.")},
    {QT_TRANSLATE_NOOP("vitals", "Reported uncorrectable"),
     QT_TRANSLATE_NOOP("vitals", "Times the drive told a computer that it could not give data back."),
     QT_TRANSLATE_NOOP("vitals",
                       "Over the whole life: a place since mended still counts, one place read ten times "
                       "counts ten.")},
    {QT_TRANSLATE_NOOP("vitals", "Uncorrected reads"),
     QT_TRANSLATE_NOOP("vitals", "Reads that the drive gave up on."),
     QT_TRANSLATE_NOOP("vitals", "Over the whole life; one place read ten times counts ten.")},
    {QT_TRANSLATE_NOOP("vitals", "Uncorrected writes"),
     QT_TRANSLATE_NOOP("vitals", "Writes that the drive gave up on: it found no good place."),
     QT_TRANSLATE_NOOP("vitals",
                       "Over the whole life. Drives mend failed writes silently; one that cannot is short "
                       "of spares or worse.")},
    {QT_TRANSLATE_NOOP("vitals", "Uncorrected verifies"),
     QT_TRANSLATE_NOOP("vitals", "Verifications that found data unreadable."),
     QT_TRANSLATE_NOOP("vitals", "Over the whole life; only what was ever verified.")},
    {QT_TRANSLATE_NOOP("vitals", "Media errors"),
     QT_TRANSLATE_NOOP("vitals", "Times the drive could not give data back whole."),
     QT_TRANSLATE_NOOP("vitals", "Over the whole life, counted when read: what nobody reads is not in it.")},
    {QT_TRANSLATE_NOOP("vitals", "Spare left"),
     QT_TRANSLATE_NOOP("vitals", "The part of the spare blocks that is not used up yet."),
     QT_TRANSLATE_NOOP("vitals",
                       "The maker decides what 100 % was. At the drive's own limit it may turn read-only.")},
    {QT_TRANSLATE_NOOP("vitals", "Wear"),
     QT_TRANSLATE_NOOP("vitals", "How much of the writing that the maker promises has been done."),
     QT_TRANSLATE_NOOP("vitals", "A promise, no end: drives live on beyond 100 %, and die before.")},
    {QT_TRANSLATE_NOOP("vitals", "Spin-up retries"),
     QT_TRANSLATE_NOOP("vitals", "Times the motor needed a second attempt to reach its speed."),
     QT_TRANSLATE_NOOP("vitals", "A weak power supply or cable does this too.")},
    {QT_TRANSLATE_NOOP("vitals", "Failed starts"),
     QT_TRANSLATE_NOOP("vitals", "Times the motor or heads did not come up."),
     QT_TRANSLATE_NOOP("vitals", "A weak power supply does this too.")},
    {QT_TRANSLATE_NOOP("vitals", "Command timeouts"),
     QT_TRANSLATE_NOOP("vitals", "Commands that were broken off because they took too long."),
     QT_TRANSLATE_NOOP("vitals",
                       "The computer's patience counts too; power and cable are as likely as the drive.")},
    {QT_TRANSLATE_NOOP("vitals", "Link errors"),
     QT_TRANSLATE_NOOP("vitals", "Transfers that arrived damaged and were repeated."),
     QT_TRANSLATE_NOOP("vitals",
                       "Accuses cable, plug, power or adapter, not the surface. Never falls, so only "
                       "growth is news.")},
    {QT_TRANSLATE_NOOP("vitals", "Errors besides the medium"),
     QT_TRANSLATE_NOOP("vitals", "Recovered errors of link and electronics."),
     QT_TRANSLATE_NOOP("vitals", "Says nothing of the surface; mostly cable and expander.")},
    {QT_TRANSLATE_NOOP("vitals", "Logged errors"),
     QT_TRANSLATE_NOOP("vitals", "Entries the drive has made in its error log."),
     QT_TRANSLATE_NOOP("vitals",
                       "Refused commands count like failed reads: the number alone proves nothing.")},
    {QT_TRANSLATE_NOOP("vitals", "Damaged inside the drive"),
     QT_TRANSLATE_NOOP("vitals", "Data that changed between the drive's own memory and its surface."),
     QT_TRANSLATE_NOOP("vitals",
                       "Counted where the drive checks it at all. Such a drive cannot be trusted with a "
                       "copy.")},
    {QT_TRANSLATE_NOOP("vitals", "Corrected with delay"),
     QT_TRANSLATE_NOOP("vitals", "Reads that succeeded only after the drive tried again."),
     QT_TRANSLATE_NOOP("vitals", "Normal in small numbers; set it against what was read.")},
    {QT_TRANSLATE_NOOP("vitals", "Temperature"), QT_TRANSLATE_NOOP("vitals", "How warm the drive is now."),
     QT_TRANSLATE_NOOP("vitals", "One sensor, somewhere on the board.")},
    {QT_TRANSLATE_NOOP("vitals", "Highest temperature"),
     QT_TRANSLATE_NOOP("vitals", "The warmest it has ever been."),
     QT_TRANSLATE_NOOP("vitals", "Some drives forget it with the power.")},
    {QT_TRANSLATE_NOOP("vitals", "Time too hot"),
     QT_TRANSLATE_NOOP("vitals", "Time spent above the drive's own warning temperature."),
     QT_TRANSLATE_NOOP("vitals", "The maker's limit, not ours.")},
    {QT_TRANSLATE_NOOP("vitals", "Hours switched on"), QT_TRANSLATE_NOOP("vitals", "Its age in use."),
     QT_TRANSLATE_NOOP("vitals", "Age alone is no fault; 8766 hours are a year without pause.")},
    {QT_TRANSLATE_NOOP("vitals", "Times switched on"),
     QT_TRANSLATE_NOOP("vitals", "How often it was powered up."),
     QT_TRANSLATE_NOOP("vitals", "No fault by itself.")},
    {QT_TRANSLATE_NOOP("vitals", "Motor starts"),
     QT_TRANSLATE_NOOP("vitals", "How often the motor was started and stopped."),
     QT_TRANSLATE_NOOP("vitals", "No fault by itself.")},
    {QT_TRANSLATE_NOOP("vitals", "Head loads"),
     QT_TRANSLATE_NOOP("vitals", "How often the heads were parked and brought back."),
     QT_TRANSLATE_NOOP("vitals", "Ramps are made for some hundred thousand.")},
    {QT_TRANSLATE_NOOP("vitals", "Unsafe switch-offs"),
     QT_TRANSLATE_NOOP("vitals", "Times the power went without a word beforehand."),
     QT_TRANSLATE_NOOP("vitals", "The computer's doing; file systems suffer from it, drives seldom.")},
    {QT_TRANSLATE_NOOP("vitals", "Heads flying"),
     QT_TRANSLATE_NOOP("vitals", "Hours the heads were over the surface."),
     QT_TRANSLATE_NOOP("vitals", "No fault by itself.")},
    {QT_TRANSLATE_NOOP("vitals", "Spin-up time"),
     QT_TRANSLATE_NOOP("vitals", "How long the motor takes to reach its speed."),
     QT_TRANSLATE_NOOP("vitals", "Makers count it differently; compare the drive with itself.")},
    {QT_TRANSLATE_NOOP("vitals", "Read in its life"),
     QT_TRANSLATE_NOOP("vitals", "Data computers have read from it."),
     QT_TRANSLATE_NOOP("vitals", "Counted by the drive; bridges sometimes spoil it.")},
    {QT_TRANSLATE_NOOP("vitals", "Written in its life"),
     QT_TRANSLATE_NOOP("vitals", "Data computers have written to it."),
     QT_TRANSLATE_NOOP("vitals", "Counted by the drive; on solid state its cells saw more.")},
    {QT_TRANSLATE_NOOP("vitals", "Read error rate"),
     QT_TRANSLATE_NOOP("vitals", "A figure of the maker's own on corrected reads."),
     QT_TRANSLATE_NOOP("vitals",
                       "High raw numbers are normal with some makers. Only the normalised value against "
                       "the threshold can be judged.")},
    {QT_TRANSLATE_NOOP("vitals", "Seek error rate"),
     QT_TRANSLATE_NOOP("vitals", "A figure of the maker's own on positioning."),
     QT_TRANSLATE_NOOP("vitals",
                       "High raw numbers are normal with some makers. Only the normalised value against "
                       "the threshold can be judged.")},
    {QT_TRANSLATE_NOOP("vitals", "Maker's own"),
     QT_TRANSLATE_NOOP("vitals", "Only the maker knows what it counts."),
     QT_TRANSLATE_NOOP("vitals", "Judged by the drive's own threshold and nothing else.")},
}};

const KindWords& wordsOf(ReadingKind kind) {
    return kindWords[static_cast<std::size_t>(kind)];
}

QString rawBytes(const Reading& reading) {
    QString text;
    for (std::size_t i = reading.raw.size(); i-- > 0;)
        text += QStringLiteral("%1 ").arg(reading.raw[i], 2, 16, QLatin1Char('0'));
    return text.trimmed();
}

QString limitOf(const Reading& reading, std::int64_t limit) {
    Reading shown = reading;
    shown.value = limit;
    return readingValue(shown);
}

} // namespace

QString readingName(const Reading& reading) {
    if (reading.kind == ReadingKind::vendorSpecific)
        return say("Maker's own, no. %1").arg(reading.attribute);
    return say(wordsOf(reading.kind).name);
}

QString readingValue(const Reading& reading) {
    if (reading.kind == ReadingKind::overallHealth)
        return reading.value == 0 ? say("expects no failure") : say("expects to fail");
    if (reading.kind == ReadingKind::criticalWarning) {
        if (reading.value == 0)
            return say("none");
        QStringList set;
        const char* names[] = {
            QT_TRANSLATE_NOOP("vitals", "spare low"), QT_TRANSLATE_NOOP("vitals", "temperature"),
            QT_TRANSLATE_NOOP("vitals", "degraded"), QT_TRANSLATE_NOOP("vitals", "read-only"),
            QT_TRANSLATE_NOOP("vitals", "backup of its memory")};
        for (unsigned bit = 0; bit < 5; ++bit)
            if ((reading.value >> bit & 1) != 0)
                set << say(names[bit]);
        return set.join(QStringLiteral(", "));
    }
    const auto n = static_cast<std::uint64_t>(std::max<std::int64_t>(reading.value, 0));
    switch (reading.unit) {
    case ReadingUnit::percent:
        return say("%1 %").arg(reading.value);
    case ReadingUnit::celsius:
        return say("%1 °C").arg(reading.value);
    case ReadingUnit::hours:
        return say("%1 h").arg(format::count(n));
    case ReadingUnit::minutes:
        return say("%1 min").arg(format::count(n));
    case ReadingUnit::milliseconds:
        return say("%1 ms").arg(format::count(n));
    case ReadingUnit::bytes:
        return format::bytes(n);
    case ReadingUnit::sectors:
        return n == 1 ? say("1 sector") : say("%1 sectors").arg(format::count(n));
    case ReadingUnit::count:
    case ReadingUnit::none:
        break;
    }
    return format::count(n);
}

QString readingMeaning(ReadingKind kind) {
    return say(wordsOf(kind).meaning);
}

QString readingProof(ReadingKind kind) {
    return say(wordsOf(kind).proof);
}

QString readingDetail(const Reading& reading) {
    QString text = QString::fromStdString(reading.source);
    if (reading.attribute != 0) {
        text += say(" · normalised %1").arg(reading.normalised.value_or(0));
        text += say(", worst %1").arg(reading.worst.value_or(0));
        text += reading.threshold ? say(", threshold %1").arg(*reading.threshold)
                                  : say(", no threshold reported");
        text += say(" · raw %1").arg(rawBytes(reading));
    }
    if (reading.ownLimit)
        text += say(" · the drive's own limit is %1").arg(limitOf(reading, *reading.ownLimit));
    return text;
}

QString findingLevel(FindingLevel level) {
    switch (level) {
    case FindingLevel::fine:
        return say("fine");
    case FindingLevel::note:
        return say("note");
    case FindingLevel::warning:
        return say("warning");
    case FindingLevel::critical:
        return say("damning");
    }
    return {};
}

QString findingReason(const Reading& reading, const Finding& finding) {
    switch (finding.reason) {
    case FindingReason::nothingToSay:
        return say("for information only");
    case FindingReason::withinLimits:
        return finding.limit ? reading.kind == ReadingKind::spareLeft
                                   ? say("noted from %1 down").arg(limitOf(reading, *finding.limit))
                                   : say("noted from %1 on").arg(limitOf(reading, *finding.limit))
                             : say("clear of its own threshold");
    case FindingReason::aboveLimit:
        return say("house limit %1").arg(limitOf(reading, finding.limit.value_or(0)));
    case FindingReason::belowOwnThreshold:
        return say("beyond its own threshold");
    case FindingReason::wasBelowThreshold:
        return say("was beyond its threshold once");
    case FindingReason::overallHealth:
        return say("the drive says so itself");
    case FindingReason::grewSinceLastVisit:
        return say("more than at the last visit");
    case FindingReason::cannotBe:
        return say("cannot be: not believed");
    }
    return {};
}

QString vitalsNote(VitalsNote note) {
    switch (note) {
    case VitalsNote::noCommands:
        return say(
            "This device takes no commands of its own: there are no vitals, self-tests or defect lists. "
            "Its surface can be scanned.");
    case VitalsNote::bridgeHides:
        return say("The bridge answers, but hands no health commands on: what the drive counts is not to be "
                   "had here. "
                   "Its surface can be scanned.");
    case VitalsNote::healthOff:
        return say("The drive does not watch its own health: it was switched off.");
    case VitalsNote::healthNotOffered:
        return say("The drive has no health reporting.");
    case VitalsNote::checksumBroken:
        return say("The health data arrived with a wrong checksum: a bridge may spoil it. Read with care.");
    case VitalsNote::thresholdsRefused:
        return say("The drive's own thresholds could not be read; only the house policy decides.");
    case VitalsNote::logsRefused:
        return say("Some logs could not be read; what they would say is missing here.");
    case VitalsNote::passwordSet:
        return say("A password is set in the drive.");
    case VitalsNote::locked:
        return say("The drive is locked by its password: nothing can be read, and that is no defect.");
    case VitalsNote::frozen:
        return say("The drive's security settings are frozen until it is powered anew: usual in a computer.");
    case VitalsNote::hiddenArea:
        return say("The drive has more sectors than it shows; a scan does not reach those.");
    case VitalsNote::protectedFormat:
        return say("The sectors are formatted with protection data: an ordinary computer may not use them.");
    case VitalsNote::hostManaged:
        return say("The drive must be written in zones, in order: an ordinary file system cannot use it.");
    case VitalsNote::misaligned:
        return say("Logical and physical sectors are out of step: writing may be slow.");
    case VitalsNote::writeCacheOn:
        return say("Data just written stays in the drive's memory for a moment: switch it off only after "
                   "it was ejected.");
    case VitalsNote::readOnly:
        return say("The drive takes no writes.");
    case VitalsNote::zeroCapacity:
        return say("It reports a capacity of zero: only the bridge answers, or the drive came up without its "
                   "program.");
    case VitalsNote::bridgeDisagrees:
        return say(
            "Bridge and drive disagree on capacity or sector size: the volume may not open elsewhere.");
    case VitalsNote::notReady:
        return say("The drive is present but not ready.");
    case VitalsNote::checkedNoAnswer:
        return say("The drive stopped answering while it was asked.");
    case VitalsNote::lockingOn:
        return say(
            "The drive encrypts itself, and locks when it loses power: without its owner's key the data "
            "is gone then.");
    case VitalsNote::rangesLocked:
        return say("The drive encrypts itself and keeps data locked now: what is locked cannot be read, and "
                   "that is no defect.");
    case VitalsNote::erasing:
        return say("The drive is erasing itself, whole: it gives nothing until that is done.");
    case VitalsNote::erasureFailed:
        return say("The drive's erasure of itself failed: it gives nothing until that is done anew.");
    }
    return {};
}

QString vitalsNoteStep(VitalsNote note) {
    switch (note) {
    case VitalsNote::bridgeHides:
    case VitalsNote::checksumBroken:
    case VitalsNote::bridgeDisagrees:
        return say("Attach it by SATA, or by another adapter, and read again.");
    case VitalsNote::lockingOn:
        return say("Keep it powered until its data is saved, or have the key at hand.");
    case VitalsNote::locked:
    case VitalsNote::rangesLocked:
        return say("Have it unlocked by its owner, then read again.");
    case VitalsNote::healthOff:
        return say("It can be switched on; what was missed stays missing.");
    case VitalsNote::zeroCapacity:
    case VitalsNote::checkedNoAnswer:
        return say("Do not keep switching it on. Save the data with care, or hand it to somebody who can.");
    default:
        return {};
    }
}

QString complaint(ComplaintMark mark) {
    switch (mark) {
    case ComplaintMark::slow:
        return say("slow");
    case ComplaintMark::freezes:
        return say("freezes");
    case ComplaintMark::crashes:
        return say("crashes");
    case ComplaintMark::willNotStart:
        return say("will not start");
    case ComplaintMark::slowCopying:
        return say("slow copying");
    case ComplaintMark::readErrors:
        return say("read errors");
    case ComplaintMark::writeErrors:
        return say("write errors");
    case ComplaintMark::wantsRepair:
        return say("file system wants repair");
    case ComplaintMark::wentReadOnly:
        return say("went read-only");
    case ComplaintMark::noise:
        return say("noise");
    case ComplaintMark::dropsOff:
        return say("drops off");
    case ComplaintMark::wasDropped:
        return say("was dropped");
    }
    return {};
}

QString entryTitle(Entry entry) {
    switch (entry) {
    case Entry::goOn:
        return say("Go on");
    case Entry::gently:
        return say("Go gently");
    case Entry::saveFirst:
        return say("Stop: save the data first");
    }
    return {};
}

QString entryAdvice(Entry entry) {
    switch (entry) {
    case Entry::goOn:
        return say(
            "Nothing the drive says speaks against reading its surface. A short self-test comes first.");
    case Entry::gently:
        return say("Read it once and not twice, and save what matters before long tests.");
    case Entry::saveFirst:
        return say("More testing may finish the drive off. Save the data before anything else is tried.");
    }
    return {};
}

QString entryReason(const EntryReason& reason, const Vitals& vitals, const std::vector<Finding>& findings) {
    switch (reason.kind) {
    case EntryReasonKind::reading: {
        const Reading& reading = vitals.readings[reason.reading];
        return say("%1: %2, %3")
            .arg(readingName(reading), readingValue(reading),
                 findingReason(reading, findings[reason.reading]));
    }
    case EntryReasonKind::complaint:
        return say("complaint: %1; that alone is reason enough").arg(complaint(reason.complaint));
    case EntryReasonKind::selfTestFailed:
        return say("the latest self-test failed");
    case EntryReasonKind::badFirmware:
        return say("firmware known to be bad: %1").arg(QString::fromStdString(reason.text));
    case EntryReasonKind::noVitals:
        return say("the drive says nothing of its health here");
    case EntryReasonKind::locked:
        return say("the drive is locked");
    case EntryReasonKind::noAnswer:
        return say("it stopped answering while it was asked");
    case EntryReasonKind::zeroCapacity:
        return say("it reports a capacity of zero");
    case EntryReasonKind::nothingAgainst:
        return std::any_of(findings.begin(), findings.end(),
                           [](const Finding& finding) { return finding.level > FindingLevel::fine; })
                   ? say("nothing that could be read speaks against it; some of it is worth a note")
                   : say("all that could be read is fine");
    }
    return {};
}

QString selfTestKind(SelfTestKind kind) {
    switch (kind) {
    case SelfTestKind::shortTest:
        return say("short");
    case SelfTestKind::extended:
        return say("extended");
    case SelfTestKind::conveyance:
        return say("conveyance");
    case SelfTestKind::selective:
        return say("selective");
    case SelfTestKind::other:
        return say("other");
    }
    return {};
}

QString selfTestResult(SelfTestResult result) {
    switch (result) {
    case SelfTestResult::passed:
        return say("passed");
    case SelfTestResult::aborted:
        return say("aborted");
    case SelfTestResult::interrupted:
        return say("interrupted by a reset");
    case SelfTestResult::failed:
        return say("failed");
    case SelfTestResult::failedRead:
        return say("failed to read");
    case SelfTestResult::unfinished:
        return say("running");
    }
    return {};
}

QString suspectSource(SuspectSource source) {
    switch (source) {
    case SuspectSource::pendingDefects:
        return say("listed as pending");
    case SuspectSource::backgroundScan:
        return say("found by the drive in the background");
    case SuspectSource::errorLog:
        return say("in the drive's error log");
    case SuspectSource::grownList:
        return say("in the grown list");
    case SuspectSource::selfTest:
        return say("a self-test failed there");
    }
    return {};
}

QString family(Family family) {
    switch (family) {
    case Family::plain:
        return say("no commands");
    case Family::ata:
        return QStringLiteral("ATA");
    case Family::scsi:
        return QStringLiteral("SCSI");
    case Family::nvme:
        return QStringLiteral("NVMe");
    }
    return {};
}

} // namespace orbita::words
