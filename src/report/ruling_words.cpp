// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/ruling_words.h"

#include "report/life_words.h"
#include "report/vitals_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <QLocale>
#include <cmath>

namespace orbita::words {

namespace {

QString date(std::int64_t at) {
    return format::longDay(at);
}

// Within a sentence: "keep", "watch".
QString quotedFate(Fate which) {
    return QStringLiteral("“%1”").arg(fate(which).toLower());
}

QString decimal(double value) {
    return format::number(value, value < 10 && value != std::floor(value) ? 1 : 0);
}

QString counted(double value, const char* one, const char* many) {
    return value == 1 ? tr(one) : tr(many).arg(format::count(static_cast<std::uint64_t>(value)));
}

QString interval(const WearFigure& figure) {
    return tr("%1 doublings (%2 to %3 with 95 % confidence)")
        .arg(doublings(figure.doublings), doublings(figure.least), doublings(figure.most));
}

// In numbers only: how little a drive is worn does not make it a good one.
QString wearSentence(const Wear& wear) {
    if (!wear.figure)
        return {};
    const QString against =
        wear.unwornDrives == 0
            ? tr("an unworn drive of any kind")
            : tr("an unworn one of its model, by %1 in the casebook").arg(wear.unwornDrives);
    const double times = std::exp2(wear.figure->doublings);
    QString text =
        times >= 1.5
            ? tr("Wear %1: %2 times as many places answer late as on %3")
                  .arg(interval(*wear.figure), format::number(times, times < 9.5 ? 1 : 0), against)
            : tr("Wear %1: no more places answer late than on %2").arg(interval(*wear.figure), against);
    if (wear.sinceFirst)
        text +=
            tr("; since its first scan here, on %1, %2").arg(date(wear.firstAt), interval(*wear.sinceFirst));
    return text;
}

// What was measured, without its limit.
QString measuredSentence(const RulingReason& reason, const Evidence& evidence) {
    const double n = reason.value;
    switch (reason.measured) {
    case Measured::newPatches:
        return counted(n, "One patch of unreadable sectors is new since the visit before",
                       "%1 patches of unreadable sectors are new since the visit before");
    case Measured::grownPatches:
        return counted(n, "One patch has grown since the visit before",
                       "%1 patches have grown since the visit before");
    case Measured::unreadablePatches:
        return counted(n, "Unreadable sectors in one place", "Unreadable sectors in %1 separate places");
    case Measured::unreadableSectors:
        return counted(n, "One physical sector cannot be read", "%1 physical sectors cannot be read");
    case Measured::healedPatches:
        return counted(n, "One patch could not be read; it was treated, and reads well now",
                       "%1 patches could not be read; they were treated, and read well now");
    case Measured::vainPatches:
        return counted(n, "One patch was written to, and cannot be read all the same",
                       "%1 patches were written to, and cannot be read all the same");
    case Measured::readSecondTry:
        return counted(n, "One place failed once and has read well since",
                       "%1 places failed once and have read well since");
    case Measured::stalledPlaces:
        return counted(n, "In one place the drive did not answer within the limit",
                       "In %1 places the drive did not answer within the limit");
    case Measured::strainingPlaces:
        return counted(n, "One place is straining: readable, but only after very many tries",
                       "%1 places are straining: readable, but only after very many tries");
    case Measured::labouredPlaces:
        return counted(n, "One place is laboured: readable after several tries",
                       "%1 places are laboured: readable after several tries");
    case Measured::latePercent:
        return tr("%1 % of the blocks came late").arg(decimal(n));
    case Measured::froze:
        return counted(n, "The drive froze in one place, which has not been read since",
                       "The drive froze in %1 places, which have not been read since");
    case Measured::dropped:
        return counted(n, "The drive went away while one place was read",
                       "The drive went away while %1 places were read");
    case Measured::frozeBefore:
        return counted(n, "The drive froze or went away in one place that reads well now",
                       "The drive froze or went away in %1 places that read well now");
    case Measured::paceLossPercent:
        return tr("Reading takes %1 % longer than on %2").arg(decimal(n), date(evidence.change.since));
    case Measured::slowZonePercent:
        return tr("One zone takes %1 % longer than its neighbours").arg(decimal(n));
    case Measured::unevenness:
        return tr("Its answers are uneven: one block in a thousand is %1 units late or more").arg(decimal(n));
    case Measured::wear:
    case Measured::wearGrowth:
        return wearSentence(evidence.wear);
    }
    return {};
}

QString limitOf(const RulingReason& reason) {
    if (reason.source == LimitSource::policy && reason.limit) {
        QString limit = decimal(*reason.limit);
        if (reason.kind == ReasonKind::measured && isPercent(reason.measured))
            limit += QStringLiteral(" %");
        return tr("house policy: %1 from %2 on").arg(quotedFate(reason.weight), limit);
    }
    return tr("no policy lets that pass");
}

QString shapeReason(const Evidence& evidence) {
    return damageShape(evidence.damage.shape, evidence.capacityBytes, evidence.damage.unreadableSectors);
}

QString missingReason(const RulingReason& reason) {
    switch (reason.kind) {
    case ReasonKind::notAsked:
        return tr("The drive has not been asked what it says of itself.");
    case ReasonKind::vitalsSilent:
        return tr("The drive was asked, and says nothing of its health here.");
    case ReasonKind::noSelfTest:
        return tr(
            "No self-test has come to an end in the last 168 hours that it ran; the house policy wants one.");
    case ReasonKind::notScanned:
        return tr("Its surface has not been read.");
    case ReasonKind::partlyScanned:
        return tr("%1 % of it has been read; the house policy wants %2 %. That vouches for no more than "
                  "itself.")
            .arg(decimal(std::floor(reason.value * 10) / 10), decimal(reason.limit.value_or(100)));
    case ReasonKind::tooOld:
        return tr("%1 % of it has been read, but too long ago for the house policy.")
            .arg(decimal(reason.value));
    case ReasonKind::onlySampled:
        return tr("Only a sample of it was read: up to %1 % of its blocks may be defective all the same.")
            .arg(QLocale().toString(reason.value, 'g', 2));
    case ReasonKind::mostlyUngraded:
        return tr("%1 % of it was read with nothing to compare its time with: it may be slow.")
            .arg(decimal(reason.value));
    case ReasonKind::failedOpen:
        return counted(
                   reason.value,
                   "One block failed as a whole; how much of it is unreadable is still to be found out",
                   "%1 blocks failed as a whole; how much of them is unreadable is still to be found out") +
               QLatin1Char('.');
    case ReasonKind::locked:
        return tr("The drive is locked: its data cannot be read.");
    case ReasonKind::erased:
        return tr("The drive erases itself, or failed to: there is nothing to be read.");
    default:
        return {};
    }
}

QString elsewhereReason(const RulingReason& reason) {
    switch (reason.kind) {
    case ReasonKind::cable:
        return tr("%1 damaged transfers: look at the cable and its plugs.").arg(decimal(reason.value));
    case ReasonKind::adapter:
        return tr("The adapter between drive and computer gets in the way: attach the drive directly.");
    case ReasonKind::power:
        return counted(reason.value, "Its power was cut once since the visit before",
                       "Its power was cut %1 times since the visit before") +
               tr(": look at its power supply.");
    case ReasonKind::load:
        return tr("%1 % of the blocks came late while something else used the drive: look at what does.")
            .arg(decimal(reason.value));
    case ReasonKind::fileSystem:
        return tr("The surface reads well: look at the file system, and at the files themselves.");
    case ReasonKind::computer:
        return tr("Nothing about the drive explains the complaint: look at the computer it was in, and at "
                  "what runs "
                  "there.");
    default:
        return {};
    }
}

} // namespace

QString fate(Fate fate) {
    switch (fate) {
    case Fate::keep:
        return tr("Keep");
    case Fate::watch:
        return tr("Watch");
    case Fate::spareDuty:
        return tr("Spare duty");
    case Fate::retire:
        return tr("Retire");
    }
    return {};
}

QString dataFate(DataFate fate) {
    switch (fate) {
    case DataFate::safe:
        return tr("Data safe");
    case DataFate::saveSoon:
        return tr("Save soon");
    case DataFate::saveNow:
        return tr("Save now");
    case DataFate::specialist:
        return tr("To a specialist");
    }
    return {};
}

QString rulingShort(const Ruling& ruling) {
    QString text = ruling.settled ? fate(ruling.fate)
                   : ruling.fate == Fate::keep
                       ? tr("Not judged yet")
                       : tr("Not judged yet · %1 at best").arg(fate(ruling.fate).toLower());
    if (ruling.data != DataFate::safe)
        text += QStringLiteral(" · ") + dataFate(ruling.data).toLower();
    return text;
}

QString rulingTitle(const Ruling& ruling) {
    return ruling.settled ? fate(ruling.fate) : tr("Not judged yet");
}

QString rulingMeaning(const Ruling& ruling) {
    if (!ruling.settled)
        return ruling.fate == Fate::keep
                   ? tr("Too little is known of it to say. What is missing stands below.")
                   : tr("What is known already comes to %1 at best; more may turn up. What is missing stands "
                        "below.")
                         .arg(quotedFate(ruling.fate));
    switch (ruling.fate) {
    case Fate::keep:
        return tr("It may stay in service.");
    case Fate::watch:
        return ruling.lookAgainAt ? tr("It may stay in service if it is looked at again by %1.")
                                        .arg(date(*ruling.lookAgainAt))
                                  : tr("It may stay in service if it is looked at again.");
    case Fate::spareDuty:
        return tr("Use it only for what may be lost.");
    case Fate::retire:
        return tr("Take it out of service.");
    }
    return {};
}

QString dataMeaning(const Ruling& ruling, DataElsewhere data) {
    if (data == DataElsewhere::saved)
        return tr("Its data exists elsewhere, as was told: none needs to be saved from here.");
    switch (ruling.data) {
    case DataFate::safe:
        return ruling.settled ? tr("Its data may stay where it is; a copy elsewhere is wise all the same.")
                              : tr("Whether its data is safe there is not known yet.");
    case DataFate::saveSoon:
        return tr("Copy its data elsewhere soon.");
    case DataFate::saveNow:
        return tr("Copy its data elsewhere now, before anything else is done with it.");
    case DataFate::specialist:
        return tr("If its data matters, switch it off and hand it to a specialist for data recovery: every "
                  "further try "
                  "may cost more than it brings.");
    }
    return {};
}

QString rulingSoFar(const Ruling& ruling) {
    if (ruling.settled)
        return ruling.fate == Fate::keep ? QString() : tr("Ruling: %1.").arg(rulingShort(ruling).toLower());
    return ruling.fate == Fate::keep
               ? QString()
               : tr("With all that is known of the drive: %1 at best.").arg(quotedFate(ruling.fate));
}

QString judgement(const RunningJudgement& scan, const Ruling& ruling) {
    const QString soFar = rulingSoFar(ruling);
    if (scan.meaning == Meaning::even && ruling.fate >= Fate::spareDuty)
        return tr("Its surface shows no defect so far, and that does not clear it. %1 See Judge (Ctrl+J) for "
                  "why.")
            .arg(soFar);
    return soFar.isEmpty() ? judgement(scan) : judgement(scan) + QLatin1Char(' ') + soFar;
}

QString rulingReason(const RulingReason& reason, const Evidence& evidence) {
    switch (roleOf(reason.kind)) {
    case ReasonRole::missing:
        return missingReason(reason);
    case ReasonRole::elsewhere:
        return elsewhereReason(reason);
    default:
        break;
    }
    const auto reading = [&]() -> const Reading& {
        static const Reading none;
        return reason.index < evidence.own.readings.size() ? evidence.own.readings[reason.index] : none;
    };
    switch (reason.kind) {
    case ReasonKind::measured:
        return tr("%1 (%2).").arg(measuredSentence(reason, evidence), limitOf(reason));
    case ReasonKind::reading:
    case ReasonKind::noteworthyReading:
        return tr("%1: %2 (%3).")
            .arg(readingName(reading()), readingValue(reading()), findingReason(reading(), reason.finding));
    case ReasonKind::selfTestFailed:
        return tr("The latest self-test that came to an end failed: the drive found that out by itself.");
    case ReasonKind::badFirmware:
        return tr("Its firmware is known to be bad, by the house policy: %1.")
            .arg(QString::fromStdString(reason.text));
    case ReasonKind::noAnswer:
        return tr("The drive stopped answering and has not come back.");
    case ReasonKind::zeroCapacity:
        return tr("The drive reports no capacity: it has not started properly.");
    case ReasonKind::wentReadOnly:
        return tr("The drive takes no writing any more.");
    case ReasonKind::regularShape:
    case ReasonKind::allOverShape:
    case ReasonKind::growingShape:
    case ReasonKind::shape:
        return shapeReason(evidence);
    case ReasonKind::complaint:
        return tr("Complaint: %1. That alone is reason enough to go on with care.")
            .arg(complaint(reason.complaint));
    case ReasonKind::noVitalsOffered:
        return tr("Such a device says nothing of its own health: this goes by its surface alone.");
    case ReasonKind::unmapped:
        return tr("%1 % of it holds nothing, so that its medium was not read there.")
            .arg(decimal(reason.value));
    case ReasonKind::notReproduced:
        return tr("Complaint: %1. It did not show here, which does not mean that it was not so.")
            .arg(complaint(reason.complaint));
    case ReasonKind::dataElsewhere:
        return tr("The data exists elsewhere, as was told.");
    case ReasonKind::sampleStands:
        return tr("The rest by a sample, as the house policy allows: no more than %1 % of its blocks are "
                  "defective, "
                  "with 95 % confidence.")
            .arg(QLocale().toString(reason.value, 'g', 2));
    case ReasonKind::wear:
        return wearSentence(evidence.wear) + QLatin1Char('.');
    case ReasonKind::readThroughout:
        return tr("%1 % of it was read, and no place is slow or unreadable.")
            .arg(decimal(std::floor(reason.value * 10) / 10));
    case ReasonKind::vitalsWithin:
        return counted(reason.value, "One counter of its own is within its limits",
                       "%1 counters of its own are within their limits") +
               QLatin1Char('.');
    case ReasonKind::testPassed:
        return tr("Its latest self-test passed.");
    case ReasonKind::noneNew:
        return tr("Nothing new is damaged since %1, in the %2 % that were read both times.")
            .arg(date(evidence.change.since), decimal(std::floor(reason.value)));
    case ReasonKind::nothingAgainst:
        return tr("Nothing that was measured speaks against it.");
    default:
        return {};
    }
}

QString whatWouldChange(const RulingReason& reason, const Ruling& ruling) {
    QString text;
    const auto say = [&](const QString& more) {
        text += (text.isEmpty() ? QString() : QStringLiteral(" ")) + more;
    };
    switch (reason.kind) {
    case ReasonKind::measured:
        if (reason.measured == Measured::unreadablePatches || reason.measured == Measured::unreadableSectors)
            say(tr("Treat what cannot be read, then scan again."));
        else if (reason.measured == Measured::strainingPlaces ||
                 reason.measured == Measured::labouredPlaces || reason.measured == Measured::latePercent)
            say(tr("Refresh what is slow, then scan again."));
        else if (reason.measured == Measured::wear || reason.measured == Measured::wearGrowth)
            say(tr("A second scan while nothing else uses the drive tells whether it stays."));
        else if (reason.measured == Measured::froze || reason.measured == Measured::dropped)
            say(tr("Try another cable, adapter and power supply, then read those places again."));
        break;
    case ReasonKind::notAsked:
    case ReasonKind::vitalsSilent:
        return reason.kind == ReasonKind::notAsked
                   ? tr("Read its vitals.")
                   : tr("Attach it directly, without the adapter, and read its vitals.");
    case ReasonKind::noSelfTest:
        return tr("Run a short self-test.");
    case ReasonKind::notScanned:
    case ReasonKind::tooOld:
    case ReasonKind::onlySampled:
        return tr("Scan all of it.");
    case ReasonKind::partlyScanned:
    case ReasonKind::failedOpen:
        return tr("Go on with the scan.");
    case ReasonKind::mostlyUngraded:
        return tr("Scan all of it, or more around it.");
    case ReasonKind::locked:
        return tr("Unlock it.");
    case ReasonKind::erased:
        return tr("Wait until it is done.");
    case ReasonKind::selfTestFailed:
        say(tr("A self-test that passes."));
        break;
    case ReasonKind::badFirmware:
        say(tr("Other firmware."));
        break;
    case ReasonKind::complaint:
        say(tr("Try it here, and note whether it shows."));
        break;
    default:
        break;
    }
    if (roleOf(reason.kind) != ReasonRole::against)
        return text;
    if (reason.without < ruling.fate)
        say(tr("Without it: %1.").arg(quotedFate(reason.without)));
    if (reason.nextLimit)
        say(tr("From %1 on: %2.")
                .arg(decimal(*reason.nextLimit) +
                         (isPercent(reason.measured) ? QStringLiteral(" %") : QString()),
                     quotedFate(reason.nextWeight)));
    return text;
}

QString reasonRole(ReasonRole role) {
    switch (role) {
    case ReasonRole::against:
        return tr("Against it");
    case ReasonRole::missing:
        return tr("Missing");
    case ReasonRole::elsewhere:
        return tr("Not the drive");
    case ReasonRole::besides:
        return tr("Besides");
    case ReasonRole::speaksFor:
        return tr("For it");
    }
    return {};
}

QString damageShape(const ShapeFound& shape, std::uint64_t capacityBytes, std::uint64_t unreadable) {
    QString text;
    switch (shape.shape) {
    case DamageShape::none:
        return {};
    case DamageShape::singleSpots:
        text = shape.clusters == 1
                   ? tr("The damage is a single spot")
                   : tr("The damage is %1 single spots, apart from each other").arg(shape.clusters);
        break;
    case DamageShape::onePatch:
        text = tr("The damage is all in one patch, as of a scratch or a crash at one place");
        break;
    case DamageShape::severalPatches:
        text = tr("The damage is in %1 patches").arg(shape.clusters);
        break;
    case DamageShape::band:
        text = tr("The damage is in one band across the drive");
        break;
    case DamageShape::regular:
        text = tr("The damage comes back at a regular distance, as that of one head or surface does");
        break;
    case DamageShape::allOver:
        text = tr("The damage is all over the drive");
        break;
    case DamageShape::growingEdge:
        text = tr("The damage spreads outwards from where it was at the visit before");
        break;
    }
    if (unreadable == 0 && capacityBytes > 0)
        text = tr("%1 (slow places only)").arg(text);
    if (shape.sureness == Sureness::likely)
        text += tr(" (likely)");
    else if (shape.sureness == Sureness::notSure)
        text += tr(" (not sure: too little was read, or too little is damaged)");
    return text + QLatin1Char('.');
}

QString measured(Measured measured) {
    switch (measured) {
    case Measured::newPatches:
        return tr("Patches new since the visit before");
    case Measured::grownPatches:
        return tr("Patches grown since the visit before");
    case Measured::unreadablePatches:
        return tr("Patches with unreadable sectors");
    case Measured::unreadableSectors:
        return tr("Unreadable sectors");
    case Measured::healedPatches:
        return tr("Patches treated that read well now");
    case Measured::vainPatches:
        return tr("Patches treated in vain");
    case Measured::readSecondTry:
        return tr("Places that failed once");
    case Measured::stalledPlaces:
        return tr("Places without an answer in time");
    case Measured::strainingPlaces:
        return tr("Straining places");
    case Measured::labouredPlaces:
        return tr("Laboured places");
    case Measured::latePercent:
        return tr("Blocks that came late, in percent");
    case Measured::froze:
        return tr("Places where it froze");
    case Measured::dropped:
        return tr("Places where it went away");
    case Measured::frozeBefore:
        return tr("Places where it froze once, and that read well now");
    case Measured::paceLossPercent:
        return tr("Pace lost since the visit before, in percent");
    case Measured::slowZonePercent:
        return tr("Slowest zone against its neighbours, in percent");
    case Measured::unevenness:
        return tr("Solid state: lateness of one block in a thousand, in units");
    case Measured::wear:
        return tr("Wear by how it reads, in doublings");
    case Measured::wearGrowth:
        return tr("Wear since its first visit, in doublings");
    }
    return {};
}

QString rulingText(const Ruling& ruling, const Evidence& evidence) {
    QString text = tr("Ruling: %1. %2").arg(rulingTitle(ruling), rulingMeaning(ruling)) + QLatin1Char('\n') +
                   tr("Data: %1").arg(dataMeaning(ruling, evidence.data)) + QLatin1Char('\n') +
                   tr("By the house policy “%1”, of the drive as of %2.")
                       .arg(QString::fromStdString(ruling.policy), date(evidence.at)) +
                   QLatin1Char('\n');
    std::optional<ReasonRole> role;
    for (const RulingReason& reason : ruling.reasons) {
        if (role != roleOf(reason.kind)) {
            role = roleOf(reason.kind);
            text += QLatin1Char('\n') + reasonRole(*role) + QLatin1Char('\n');
        }
        text += QStringLiteral("  - ") + rulingReason(reason, evidence) + QLatin1Char('\n');
        if (const QString change = whatWouldChange(reason, ruling); !change.isEmpty())
            text += QStringLiteral("    ") + change + QLatin1Char('\n');
    }
    return text;
}

} // namespace orbita::words
