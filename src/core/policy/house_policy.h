// SPDX-License-Identifier: GPL-3.0-or-later
// The numbers a shop decides by. JSON, documented in docs/formats.md; what a file leaves out keeps its
// default.
#pragma once

#include "core/base/error.h"
#include "core/policy/ruling_policy.h"
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

// When treatment is advised against, and when it stops by itself.
struct TreatmentPolicy {
    bool allowed = true;               // nothing at all is written otherwise
    bool destroying = true;            // neither zeros nor reassigning otherwise
    std::uint64_t mostUnreadable = 64; // physical sectors; more are too many
    std::uint64_t mostPatches = 6;     // of unreadable ones
    std::uint64_t mostSpread = 5;      // hundredths of the drive in which there is one
    std::uint64_t mostNew = 0;         // patches that were not there at an earlier visit
    int hottest = 60;                  // degrees Celsius
    unsigned leastSpare = 10;          // percent
    std::uint64_t newDefects = 3;      // met during treatment, and more than were healed
    std::uint64_t mostRemapped = 100;  // in one treatment
    std::uint64_t keepSavedDays = 0;   // what journals hold of a customer's data; 0: for good
    friend bool operator==(const TreatmentPolicy&, const TreatmentPolicy&) = default;
};

struct HousePolicy {
    std::string name = "Orbita's own";
    std::string about; // for whom it is, in a sentence
    std::map<ReadingKind, ReadingLimits> limits;
    std::vector<BadFirmware> badFirmware;
    std::vector<NamedPlan> plans; // of scans; never empty
    TreatmentPolicy treatment;
    RulingPolicy ruling;

    [[nodiscard]] const ReadingLimits* limitsOf(ReadingKind kind) const;
};

HousePolicy defaultPolicy();
// The policies that come with Orbita, by their short names: "repair-shop", "refurbisher", "server-room",
// "careful-owner". Documents as in docs/formats.md.
struct ShippedPolicy {
    std::string_view shortName;
    std::string_view document;
};
const std::vector<ShippedPolicy>& shippedPolicies();
// Errors name the key that is wrong. `origin` names the text in them.
Result<HousePolicy> parsePolicy(const std::string& text, const std::string& origin);
Result<HousePolicy> loadPolicy(const std::string& path);
// What the policy rules by (name, limits, bad firmware, rulings), as a document that parsePolicy() takes.
// `base`: a document that it is entered in; its other parts (plans, treatment) stay as they are. Empty: none.
std::string policyDocument(const HousePolicy& policy, const std::string& base = {});

// $XDG_CONFIG_HOME/orbita/house-policy.json: the shop's own, where there is one.
std::string housePolicyPath();
// The policy in `file`, or the shipped one of that short name; where that is empty, the shop's own; where
// there is none, the default.
Result<HousePolicy> housePolicy(const std::string& file = {});

} // namespace orbita
