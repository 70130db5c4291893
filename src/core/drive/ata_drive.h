// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/drive.h"

namespace orbita {

// Asks the drive behind `link` who it is (IDENTIFY DEVICE) and returns it ready to be read.
// `path` and `attachment` become part of its identity. Waits at most `patience` on the link's clock.
Result<std::unique_ptr<Drive>> openAtaDrive(std::unique_ptr<Link> link, std::string path,
                                            std::string attachment, Nanoseconds patience);

} // namespace orbita
