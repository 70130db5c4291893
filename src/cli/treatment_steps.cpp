// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/treatment_steps.h"

namespace orbita::cli {

Result<AllowedSteps> stepsOf(const std::string& text, const TreatmentPolicy& policy) {
    AllowedSteps allowed{false, false, false, false};
    std::size_t at = 0;
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find(',', at), text.size());
        const std::string word = text.substr(at, end - at);
        at = end + 1;
        const auto kind = writeKindFromName(word);
        if (!kind && word != "read")
            return tl::unexpected(Error{Error::Kind::badCall, "finding the step", '"' + word + '"',
                                        "there is no such step",
                                        "There are: read, refresh, pieced, zeros, reassign."});
        if (!kind)
            continue;
        bool& may = *kind == WriteKind::refresh  ? allowed.refresh
                    : *kind == WriteKind::pieced ? allowed.pieced
                    : *kind == WriteKind::zeros  ? allowed.zeros
                                                 : allowed.reassign;
        may = true;
    }
    if ((allowed.zeros || allowed.reassign) && !policy.destroying)
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "treating with", text,
                                    "the house policy allows no step that destroys what a sector held",
                                    "Whoever keeps the policy can change that."});
    return allowed;
}

} // namespace orbita::cli
