// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/identity.h"
#include "core/judge/ruling.h"

#include <string>

namespace orbita {

// A person's word beside it.
struct OwnRuling {
    Fate fate = Fate::keep;
    std::string reason;
    std::string by;
};

// A ruling with its reasons and what it went by, as documented in docs/formats.md ("orbita-ruling");
// indented, ends with a newline.
std::string rulingJson(const DriveIdentity& drive, const Ruling& ruling, const Evidence& evidence,
                       const std::optional<OwnRuling>& own = {});

} // namespace orbita
