// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/thermometer.h"

#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

constexpr Nanoseconds patience = std::chrono::seconds{5};

// What the questions share.
struct Asked {
    Target target;
    CommandPath way;
    Family family = Family::none;
    bool silent = false;
};

Result<void> open(Asked& asked, const std::stop_token& stop) {
    auto way = openCommandPath(asked.target, false, stop);
    if (!way)
        return tl::unexpected(way.error());
    asked.way = std::move(*way);
    return {};
}

std::optional<int> ask(Asked& asked, const std::stop_token& stop) {
    if (!asked.way.link && !open(asked, stop))
        return std::nullopt;
    if (!asked.way.link)
        return std::nullopt;
    Enquiry enquiry(*asked.way.link, asked.way.speaks, asked.way.path, patience, stop);
    std::optional<int> degrees;
    if (asked.family != Family::none) {
        degrees = readTemperature(enquiry, asked.family);
    } else {
        // Whichever answers first is the family; an ATA drive may stand behind a SCSI address.
        const std::vector<Family> candidates =
            asked.way.speaks == Protocol::nvmeAdmin ? std::vector{Family::nvme}
            : asked.way.speaks == Protocol::ata     ? std::vector{Family::ata}
                                                    : std::vector{Family::ata, Family::scsi};
        for (const Family family : candidates) {
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
    if (target.partition || (!target.simulated() && target.commandNode.empty()))
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
