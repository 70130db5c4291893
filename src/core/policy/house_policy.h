// SPDX-License-Identifier: GPL-3.0-or-later
// The numbers a shop decides by. JSON, documented in docs/formats.md; what a file leaves out keeps its
// default.
#pragma once

#include "core/base/error.h"
#include "core/scan/named_plan.h"
#include "core/vitals/reading.h"

#include <map>
#include <string>
#include <vector>

namespace orbita {

// From this value on (for spareLeft: at or below it); absent: never.
struct ReadingLimits {
    std::optional<std::int64_t> note;
    std::optional<std::int64_t> warning;
    std::optional<std::int64_t> critical;
    friend bool operator==(const ReadingLimits&, const ReadingLimits&) = default;
};

struct BadFirmware {
    std::string model; // the beginning of the model's name
    std::string firmware;
    std::string why;
};

struct HousePolicy {
    std::string name = "Orbita's own";
    std::map<ReadingKind, ReadingLimits> limits;
    std::vector<BadFirmware> badFirmware;
    std::vector<NamedPlan> plans; // of scans; never empty

    [[nodiscard]] const ReadingLimits* limitsOf(ReadingKind kind) const;
};

HousePolicy defaultPolicy();
// Errors name the key that is wrong. `origin` names the text in them.
Result<HousePolicy> parsePolicy(const std::string& text, const std::string& origin);
Result<HousePolicy> loadPolicy(const std::string& path);

// $XDG_CONFIG_HOME/orbita/house-policy.json: the shop's own, where there is one.
std::string housePolicyPath();
// The policy in `file`; where that is empty, the shop's own; where there is none, the default.
Result<HousePolicy> housePolicy(const std::string& file = {});

} // namespace orbita
