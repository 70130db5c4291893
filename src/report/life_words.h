// SPDX-License-Identifier: GPL-3.0-or-later
// A drive's life, and what has changed from one of its visits to another, in sentences.
#pragma once

#include "core/judge/life/visit_comparison.h"

#include <QStringList>

namespace orbita::words {

// "3 May 2026"
QString dateOf(std::int64_t at);
// "new", "worse", "as before", ...: of a place.
QString placeChange(PlaceChange change);
// "Unreadable, was steady"
QString changedPlace(const ChangedPlace& place);
// What was compared and what came of it, one sentence each, the gravest first.
QStringList comparison(const VisitComparison& found);
// "+24 sectors"; "as before".
QString counterGrowth(const CounterChange& change);
// "2.6 in 1000 hours"; empty where none is known.
QString counterRate(const CounterChange& change);
// "3.2", of wear.
QString doublings(double value);
// "3.2 (2.9 to 3.5)", in doublings; empty: not known.
QString wearShort(const std::optional<WearFigure>& wear);
// What a ruling that was entered says: "Watch", "Retire, ruled otherwise", "Not judged yet".
QString ruledShort(const KeptRuling& ruling);
// What a visit found in one line, for whoever cannot see its small map.
QString visitSurface(const LifeVisit& visit);

} // namespace orbita::words
