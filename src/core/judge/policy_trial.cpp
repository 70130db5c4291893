// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/policy_trial.h"

namespace orbita {

PolicyTrial tryPolicy(const std::vector<PastRuling>& past, const HousePolicy& before,
                      const HousePolicy& after) {
    PolicyTrial trial;
    trial.tried = past.size();
    for (std::size_t i = 0; i < past.size(); ++i) {
        ChangedRuling one{i, rule(past[i].ruling.evidence, before), rule(past[i].ruling.evidence, after)};
        if (one.before.fate == one.after.fate && one.before.settled == one.after.settled &&
            one.before.data == one.after.data)
            continue;
        trial.graver += one.after.fate > one.before.fate ? 1 : 0;
        trial.milder += one.after.fate < one.before.fate ? 1 : 0;
        trial.changed.push_back(std::move(one));
    }
    return trial;
}

} // namespace orbita
