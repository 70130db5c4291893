// SPDX-License-Identifier: GPL-3.0-or-later
// What the technician, the rules and the drive's own word make of a scan that runs.
#include "core/scan/engine.h"

#include "core/scan/engine_times.h"

namespace orbita {

void Engine::heedRules() {
    if (m_plan.asked.rules.empty() || m_ended != EndReason::running)
        return;
    if (const std::uint64_t version = m_model.ledger().version(); version != m_factsVersion) {
        m_factsVersion = version;
        m_facts = factsOf(m_model.ledger());
    }
    m_facts.values[RuleKind::stalls] = m_stalls;
    m_facts.values[RuleKind::critical] = m_vitals.critical();
    m_facts.values[RuleKind::minutes] = static_cast<std::uint64_t>(
        std::chrono::duration_cast<std::chrono::minutes>(m_time.elapsed()).count());
    const auto rule = m_rules.reached(m_facts);
    if (!rule)
        return;
    const bool ends = rule->action == RuleAction::end;
    note({.kind = ends ? ScanEventKind::stopRule : ScanEventKind::ruleAsks,
          .count = m_facts.values[rule->kind],
          .rule = rule->kind});
    if (ends) {
        finishStopped();
        m_ended = m_ended == EndReason::stopped ? EndReason::stopRule : m_ended;
    } else {
        m_status.asks = rule;
        m_pause.close();
    }
}

} // namespace orbita
