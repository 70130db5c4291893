// SPDX-License-Identifier: GPL-3.0-or-later
// Every family of drives there is; see core/drive/family.h. Only families.cpp and the families themselves
// include this.
#pragma once

#include "core/drive/family.h"

namespace orbita {

extern const DriveFamily plainFamily;
extern const DriveFamily ataFamily;
extern const DriveFamily scsiFamily;
extern const DriveFamily nvmeFamily;

} // namespace orbita
