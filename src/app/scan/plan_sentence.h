// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan will do, is doing or did, in the words of the action bar.
#pragma once

#include "app/rack/drive_controller.h"

#include <QString>

namespace orbita::app {

struct Sentence {
    QString main;
    QString detail;
};

Sentence sentenceOf(const DriveController& controller);
// "Read the whole drive, forward, in blocks of 1.05 MB; nothing is written". `treats`: what it finds is.
QString planWords(const ScanPlan& plan, const DriveIdentity& drive, bool treats = false);
// Why a plan is proposed; empty for the plain one.
QString reasonWords(const ProposedPlan& proposed);
// "between 5 h 50 min and 14 h 0 min": before anything has been read.
QString guessWords(const ScanPlan& plan, const DriveIdentity& drive);

} // namespace orbita::app
