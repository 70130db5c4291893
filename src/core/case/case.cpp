// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/case/case.h"

#include <algorithm>
#include <iterator>

namespace orbita {

std::vector<DriveAction> History::doneOn(std::size_t at) const {
    if (at >= visits.size())
        return {};
    const std::int64_t begin = at == 0 ? INT64_MIN : visits[at].beganAt;
    const std::int64_t end = at + 1 < visits.size() ? visits[at + 1].beganAt : INT64_MAX;
    std::vector<DriveAction> done;
    std::copy_if(actions.begin(), actions.end(), std::back_inserter(done),
                 [&](const DriveAction& action) { return action.at >= begin && action.at < end; });
    return done;
}

} // namespace orbita
