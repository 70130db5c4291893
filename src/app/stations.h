// SPDX-License-Identifier: GPL-3.0-or-later
// The stations there are, in the order of the visit's path.
#pragma once

#include "app/shell/station.h"

namespace orbita::app {

struct StationRow {
    const char* id; // never shown
    QString name;
    QString shows; // what its key does
    QKeySequence key;
    Station* (*make)(QWidget* parent);
};

std::vector<StationRow> stationRows();

} // namespace orbita::app
