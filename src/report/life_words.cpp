// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/life_words.h"

#include "report/ruling_words.h"
#include "report/vitals_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <cmath>

namespace orbita::words {

namespace {

QString percentOf(double value) {
    return format::number(value, value < 10 && value > 0 ? 1 : 0);
}

QString surfaceSentence(const VisitComparison& found) {
    if (!found.before.read && !found.now.read)
        return tr(
            "Its surface was read on neither visit: only what the drive says of itself can be compared.");
    if (!found.before.read || !found.now.read)
        return tr("Its surface was not read on %1: only what the drive says of itself can be compared.")
            .arg(dateOf(found.before.read ? found.now.at : found.before.at));
    return tr("%1 % of the drive was read on both visits.")
        .arg(percentOf(std::floor(found.comparedPercent * 10) / 10));
}

QString placesSentence(const VisitComparison& found) {
    QStringList parts;
    for (const PlaceChange change :
         {PlaceChange::fresh, PlaceChange::worse, PlaceChange::same, PlaceChange::better, PlaceChange::gone,
          PlaceChange::healed, PlaceChange::notCompared})
        if (const std::uint64_t n = found.counts[static_cast<std::size_t>(change)]; n > 0)
            parts << tr("%1 %2").arg(placeCount(n), placeChange(change));
    return parts.empty() ? tr("No place was late enough to be listed, on either visit.")
                         : tr("Defects: %1.").arg(parts.join(QStringLiteral(", ")));
}

QString patchesSentence(const PatchChanges& patches) {
    if (patches.fresh + patches.grown == 0)
        return {};
    return tr("Of patches with unreadable sectors, %1 new and %2 grown.")
        .arg(format::count(patches.fresh), format::count(patches.grown));
}

QString paceSentence(const PaceChange& pace) {
    const double typical = (pace.typical - 1) * 100;
    const double worst = (pace.worst - 1) * 100;
    QString text = std::abs(typical) < 1 ? tr("The pace is as before")
                   : typical > 0         ? tr("Reading takes %1 % longer than before").arg(percentOf(typical))
                                 : tr("Reading takes %1 % less time than before").arg(percentOf(-typical));
    if (worst >= typical + 5)
        text +=
            tr("; most at %1 % of the drive, %2 % longer")
                .arg(QString::number((static_cast<double>(pace.worstZone) + 0.5) * 100 / zoneCount, 'f', 0),
                     percentOf(worst));
    return text + QLatin1Char('.');
}

} // namespace

QString dateOf(std::int64_t at) {
    return format::day(at);
}

QString placeChange(PlaceChange change) {
    switch (change) {
    case PlaceChange::fresh:
        return tr("new");
    case PlaceChange::worse:
        return tr("worse");
    case PlaceChange::same:
        return tr("as before");
    case PlaceChange::better:
        return tr("better");
    case PlaceChange::gone:
        return tr("gone");
    case PlaceChange::healed:
        return tr("treated, reads well");
    case PlaceChange::notCompared:
        return tr("not compared");
    }
    return {};
}

QString changedPlace(const ChangedPlace& place) {
    const auto name = [](Grade which) { return which == Grade::none ? tr("no defect") : grade(which); };
    return place.change == PlaceChange::notCompared
               ? tr("%1; not read on the other visit")
                     .arg(name(place.now == Grade::none ? place.before : place.now))
           : place.before == place.now ? tr("%1, as before").arg(name(place.now))
                                       : tr("%1, was %2").arg(name(place.now), name(place.before).toLower());
}

QStringList comparison(const VisitComparison& found) {
    QStringList sentences;
    if (found.contradicts)
        sentences << tr(
            "Counters that never go back have gone back: these cannot both be visits of this drive, "
            "or its electronics were replaced.");
    sentences << surfaceSentence(found);
    if (found.before.read && found.now.read) {
        sentences << placesSentence(found);
        if (const QString patches = patchesSentence(found.patches); !patches.isEmpty())
            sentences << patches;
    }
    if (found.pace)
        sentences << paceSentence(*found.pace);
    else if (found.before.read && found.now.read)
        sentences << tr("The pace cannot be compared: it was read in other blocks, or in another way.");
    if (found.wear)
        sentences << (found.wear->least <= 0 && found.wear->most >= 0
                          ? tr("Wear: no change that counting could tell, %1 doublings.")
                          : tr("Wear has changed by %1 doublings."))
                         .arg(wearShort(found.wear));
    if (found.hoursBetween)
        sentences << tr("The drive has run for %1 hours between both.")
                         .arg(format::number(static_cast<double>(*found.hoursBetween), 0));
    return sentences;
}

QString counterGrowth(const CounterChange& change) {
    if (change.now == change.before)
        return tr("as before");
    Reading difference;
    difference.kind = change.kind;
    difference.unit = change.unit;
    const bool more = change.now > change.before;
    // Of hostile numbers the difference may be more than fits.
    const double by = static_cast<double>(change.now) - static_cast<double>(change.before);
    if (std::abs(by) > 9e18)
        return more ? tr("far more") : tr("far less");
    difference.value = more ? change.now - change.before : change.before - change.now;
    return (more ? QStringLiteral("+") : QStringLiteral("\u2212")) + readingValue(difference);
}

QString counterRate(const CounterChange& change) {
    if (!change.perThousandHours || change.unit == ReadingUnit::percent)
        return {};
    if (change.unit == ReadingUnit::bytes)
        return tr("%1 in 1000 hours")
            .arg(format::bytes(static_cast<std::uint64_t>(*change.perThousandHours)));
    const double rate = *change.perThousandHours;
    return rate == 0 ? QString() : tr("%1 in 1000 hours").arg(format::number(rate, rate < 10 ? 1 : 0));
}

QString doublings(double value) {
    return format::number(std::abs(value) < 0.05 ? 0.0 : value, 1);
}

QString wearShort(const std::optional<WearFigure>& wear) {
    if (!wear)
        return {};
    return tr("%1 (%2 to %3)").arg(doublings(wear->doublings), doublings(wear->least), doublings(wear->most));
}

QString ruledShort(const KeptRuling& ruling) {
    if (ruling.ownFate)
        return tr("%1, ruled otherwise").arg(fate(*ruling.ownFate));
    Ruling given;
    given.settled = ruling.settled;
    given.fate = ruling.fate;
    return rulingShort(given);
}

QString visitSurface(const LifeVisit& visit) {
    if (visit.scans.empty())
        return tr("The surface was not read.");
    const auto looks = zonesSeen(visit.scans);
    std::size_t read = 0;
    std::array<std::size_t, gradeCount> zones{};
    for (const ZoneLook& look : looks) {
        read += look.worst != Grade::none ? 1 : 0;
        ++zones[static_cast<std::size_t>(look.worst)];
    }
    QStringList parts{tr("%1 of 64 zones read").arg(read)};
    for (const Grade which :
         {Grade::unreadable, Grade::stalled, Grade::straining, Grade::laboured, Grade::late})
        if (const std::size_t n = zones[static_cast<std::size_t>(which)]; n > 0)
            parts << tr("%1 in %2").arg(grade(which).toLower()).arg(n);
    return parts.join(QStringLiteral(", "));
}

} // namespace orbita::words
