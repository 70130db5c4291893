// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plate/ledger.h"
#include "core/scan/plan.h"

#include <map>

namespace orbita {

// What the rules of a plan are held against.
struct ScanFacts {
    std::map<RuleKind, std::uint64_t> values;
};
// Unreadable sectors, patches with such, and the most in one patch.
ScanFacts factsOf(const Ledger& ledger);

// Keeps which rules are still armed.
class StopRules {
public:
    explicit StopRules(std::vector<StopRule> rules) : m_rules(std::move(rules)) {}

    [[nodiscard]] bool has(RuleKind kind) const;
    [[nodiscard]] std::optional<StopRule> find(RuleKind kind) const;
    // The first armed rule that `facts` reach, disarmed from now on.
    std::optional<StopRule> reached(const ScanFacts& facts);

private:
    std::vector<StopRule> m_rules;
};

} // namespace orbita
