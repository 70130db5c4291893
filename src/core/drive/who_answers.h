// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/enquiry.h"
#include "core/drive/identity.h"

namespace orbita {

// Who the drive, or its bridge, says it is at this moment: model, serial, firmware, worldWideName, capacity
// and logicalBytes, each as far as told. What the system knows of a drive it has read when the drive was
// attached, and a dock does not always say that another one was put in.
DriveIdentity whoAnswers(Enquiry& enquiry);

} // namespace orbita
