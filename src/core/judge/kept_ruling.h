// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/judge/ruling.h"

namespace orbita {

// A ruling as it was given on a visit: with what it went by, so that it can be looked into, and ruled anew by
// another policy, whenever.
struct KeptRuling {
    std::int64_t id = 0;
    std::int64_t visit = 0;
    std::int64_t at = 0; // seconds since 1970
    // As they came of evidence and policy then.
    Fate fate = Fate::keep;
    bool settled = false;
    DataFate data = DataFate::safe;
    std::string policy; // its document
    Evidence evidence;
    // What a person ruled otherwise, and why; who it was.
    std::optional<Fate> ownFate;
    std::string ownReason;
    std::string ruledBy;

    // What holds: a person's word, where there is one.
    [[nodiscard]] Fate holds() const { return ownFate.value_or(fate); }
    // False: "not judged yet".
    [[nodiscard]] bool isFinal() const { return settled || ownFate.has_value(); }
};

} // namespace orbita
