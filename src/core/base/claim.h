// SPDX-License-Identifier: GPL-3.0-or-later
// That something is used by one program of Orbita's at a time: a drive by one scan, a kept scan by one that
// goes on with it. Whoever uses it, and from wherever; given up by itself when the program ends, however it
// ends.
#pragma once

#include "core/base/descriptor.h"
#include "core/base/error.h"

#include <string>

namespace orbita {

// Held until it goes.
using Claim = Descriptor;

// `name` says what, in words for the error: "the drive 8:16".
// Errors: it is claimed already, by this program or another.
Result<Claim> claim(const std::string& name);

} // namespace orbita
