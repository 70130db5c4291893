// SPDX-License-Identifier: GPL-3.0-or-later
// What another policy would make of everything that was ever ruled. Pure: evidence is kept with each ruling,
// so no drive and no map is needed.
#pragma once

#include "core/judge/kept_ruling.h"
#include "core/judge/ruling.h"

#include <string>
#include <vector>

namespace orbita {

// A ruling of the casebook, and of which drive it is.
struct PastRuling {
    std::string drive; // model and serial number, as the drive told them
    KeptRuling ruling;
};

// One that would come out otherwise.
struct ChangedRuling {
    std::size_t index = 0; // into what was tried
    Ruling before;
    Ruling after;
};

struct PolicyTrial {
    std::size_t tried = 0;
    std::vector<ChangedRuling> changed; // in the order of what was tried
    // Of those: the drive comes off worse, or better; the rest differ in what becomes of the data, or in
    // whether they are settled.
    std::size_t graver = 0;
    std::size_t milder = 0;
};

PolicyTrial tryPolicy(const std::vector<PastRuling>& past, const HousePolicy& before,
                      const HousePolicy& after);

} // namespace orbita
