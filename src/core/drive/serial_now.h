// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/enquiry.h"

namespace orbita {

// The serial number as the drive itself, or its bridge, says it at this moment; empty where nothing tells.
// What the system knows of a drive it has read when the drive was attached, and a dock does not always say
// that another one was put in.
std::string serialNow(Enquiry& enquiry);

} // namespace orbita
