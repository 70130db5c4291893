// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/lock_state.h"

namespace orbita {

std::optional<tcg::Discovery> askDiscovery(Enquiry& enquiry, Family by) {
    const auto ask = familyOf(by).lockingPage;
    if (ask == nullptr)
        return std::nullopt;
    const auto reaction = ask(enquiry);
    if (!reaction || reaction->verdict.outcome != Outcome::answered)
        return std::nullopt;
    const auto discovery = tcg::decodeDiscovery(reaction->data);
    return discovery ? std::optional(*discovery) : std::nullopt;
}

} // namespace orbita
