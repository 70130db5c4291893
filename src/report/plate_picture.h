// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/record.h"
#include "report/palette.h"

#include <QImage>

namespace orbita {

// The whole plate of a scan as a picture with its drive, judgement and legend. Needs a QGuiApplication (any
// platform).
QImage platePicture(const ScanRecord& record, const Palette& palette, QSize size = {1280, 800});

} // namespace orbita
