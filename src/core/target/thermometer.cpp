// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/thermometer.h"

#include "core/target/open_session.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

constexpr Nanoseconds patience = std::chrono::seconds{5};

// What the questions share.
struct Asked {
    Target target;
    std::unique_ptr<DriveSession> session;
    Family family = Family::plain; // plain: not known yet
    bool silent = false;
};

std::optional<int> ask(Asked& asked, const std::stop_token& stop) {
    if (!asked.session)
        if (auto opened = openSession(asked.target, false, stop))
            asked.session = std::move(*opened);
    if (!asked.session)
        return std::nullopt;
    Enquiry enquiry(asked.session->reading(), patience, stop);
    std::optional<int> degrees;
    if (asked.family != Family::plain) {
        degrees = readTemperature(enquiry, asked.family);
    } else {
        // Whichever answers first is the family; an ATA drive may stand behind a SCSI address.
        for (const Family family : familyOf(enquiry.speaks()).behind) {
            degrees = readTemperature(enquiry, family);
            if (!degrees)
                continue;
            asked.family = family;
            break;
        }
    }
    return enquiry.lost() ? std::nullopt : degrees;
}

} // namespace

Thermometer thermometerOf(const Target& target) {
    if (!target.takesCommands())
        return {};
    auto asked = std::make_shared<Asked>();
    asked->target = target;
    return [asked](const std::stop_token& stop) -> std::optional<int> {
        if (asked->silent)
            return std::nullopt;
        const auto degrees = ask(*asked, stop);
        asked->silent = !degrees;
        return degrees;
    };
}

} // namespace orbita
