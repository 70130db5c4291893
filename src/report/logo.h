// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"

#include <QImage>
#include <string>

namespace orbita {

// A shop's picture for the head of its reports: at most a few megabytes, scaled down to what there is room
// for. Errors: it is no picture.
Result<QImage> loadLogo(const std::string& path);

} // namespace orbita
