// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/dial_painter.h"
#include "app/rack/drive_controller.h"

namespace orbita::app {

// What the dial of a drive shows of the scan in view.
DialState dialOf(const DriveController& controller);
// The same in a sentence, for screen readers and below the name in the rack.
QString standOf(const DriveController& controller);
// True where the sentence is one that needs attention.
bool standIsAlarming(const DriveController& controller);

} // namespace orbita::app
