// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/suspects.h"

#include "core/target/open_session.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {
constexpr Nanoseconds suspectsPatience = std::chrono::seconds{20};
} // namespace

Result<std::vector<LbaSpan>> suspectsToldBy(const Target& target, const std::stop_token& stop) {
    const auto fail = [&](Error::Kind kind, Phrase answer, Phrase advice) {
        return tl::unexpected(Error{kind, "asking which sectors the drive itself doubts,", target.name,
                                    std::move(answer), std::move(advice)});
    };
    const auto session = openSession(target, false, stop);
    if (!session)
        return tl::unexpected(session.error());
    CommandPath& way = (*session)->reading();
    if (!way.link)
        return fail(Error::Kind::unusable, "it takes no commands here",
                    "Attach it another way, or choose another order.");
    Enquiry enquiry(way, suspectsPatience, stop);
    const Vitals vitals = readVitals(enquiry, target.identity);
    if (enquiry.lost() || enquiry.gone())
        return fail(Error::Kind::noAnswer, "it does not answer", "Check power and cable.");
    std::vector<LbaSpan> suspects;
    for (const Suspect& suspect : vitals.suspects)
        suspects.push_back({suspect.lba, {1}});
    return suspects;
}

} // namespace orbita
