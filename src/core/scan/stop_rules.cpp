// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/stop_rules.h"

#include <algorithm>

namespace orbita {

ScanFacts factsOf(const Ledger& ledger) {
    return {{{RuleKind::unreadable, ledger.unreadable().value},
             {RuleKind::patches, ledger.unreadablePatches()},
             {RuleKind::growth, ledger.mostInOnePatch().value}}};
}

bool StopRules::has(RuleKind kind) const {
    return find(kind).has_value();
}

std::optional<StopRule> StopRules::find(RuleKind kind) const {
    const auto rule =
        std::find_if(m_rules.begin(), m_rules.end(), [kind](const StopRule& r) { return r.kind == kind; });
    return rule == m_rules.end() ? std::nullopt : std::optional(*rule);
}

std::optional<StopRule> StopRules::reached(const ScanFacts& facts) {
    for (auto rule = m_rules.begin(); rule != m_rules.end(); ++rule) {
        const auto fact = facts.values.find(rule->kind);
        if (rule->kind == RuleKind::temperature || fact == facts.values.end() || fact->second < rule->value)
            continue;
        const StopRule found = *rule;
        m_rules.erase(rule);
        return found;
    }
    return std::nullopt;
}

} // namespace orbita
