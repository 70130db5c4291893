// SPDX-License-Identifier: GPL-3.0-or-later
// Rulings in plain sentences: what becomes of the drive and of its data, why, and what would change it.
#pragma once

#include "core/judge/ruling.h"
#include "core/judge/running_judgement.h"

#include <QString>

namespace orbita::words {

QString fate(Fate fate);         // "Keep", "Watch", "Spare duty", "Retire"
QString dataFate(DataFate fate); // "Data safe", "Save soon", "Save now", "To a specialist"
// In a few words, for the rack and for lists: "Retire · save now", "Not judged yet · at best watch".
QString rulingShort(const Ruling& ruling);
// What it is: "Retire", "Not judged yet".
QString rulingTitle(const Ruling& ruling);
// What that means for the drive, and for what is on it: a sentence each.
QString rulingMeaning(const Ruling& ruling);
QString dataMeaning(const Ruling& ruling, DataElsewhere data);

// The ruling as it stands, for behind what a scan means so far: "Ruling: retire · save now."; empty where
// there is nothing to add.
QString rulingSoFar(const Ruling& ruling);
// What a scan means so far, together with that; of a drive that something else speaks against, no sentence
// says that all is well.
QString judgement(const RunningJudgement& scan, const Ruling& ruling);

// What was found, against which limit, and who set it: a sentence.
QString rulingReason(const RulingReason& reason, const Evidence& evidence);
// What would change it: what to do about it, what the ruling would be without it, and from when on it would
// weigh more. Empty where nothing would.
QString whatWouldChange(const RulingReason& reason, const Ruling& ruling);
// "Against it", "Missing", ...
QString reasonRole(ReasonRole role);

// "all in one patch", with how sure that is, and what it suggests: a sentence. Empty where nothing is
// damaged.
QString damageShape(const ShapeFound& shape, std::uint64_t capacityBytes, std::uint64_t unreadable);
QString measured(Measured measured); // what is counted, as a heading: "Unreadable patches"

// The ruling as plain text, with all its reasons, one a line.
QString rulingText(const Ruling& ruling, const Evidence& evidence);

} // namespace orbita::words
