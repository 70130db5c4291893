// SPDX-License-Identifier: GPL-3.0-or-later
// What rows of tape and ledger say of themselves besides their text.
#pragma once

#include "core/base/units.h"

#include <QMetaType>
#include <Qt>

namespace orbita::app {

constexpr int spanRole = Qt::UserRole;       // QVariant of LbaSpan; invalid where a row is about no place
constexpr int gradeRole = Qt::UserRole + 1;  // int of Grade
constexpr int detailRole = Qt::UserRole + 2; // the second line
constexpr int timeRole = Qt::UserRole + 3;   // when it happened
constexpr int placeRole = Qt::UserRole + 4;  // its first LBA

} // namespace orbita::app

Q_DECLARE_METATYPE(orbita::LbaSpan)
