// SPDX-License-Identifier: GPL-3.0-or-later
// What the technician, the rules and the drive's own word make of a scan that runs.
#include "core/scan/engine.h"

#include "core/scan/engine_times.h"

namespace orbita {

namespace {

constexpr Nanoseconds temperatureInterval = std::chrono::seconds{60};
constexpr Nanoseconds vitalsInterval = std::chrono::minutes{10};
constexpr Nanoseconds coolingInterval = std::chrono::seconds{10};
constexpr int coolerBy = 5; // degrees

} // namespace

// Nothing is at the drive while it is asked, and the head is brought back before the next block is measured.
void Engine::askTemperatureIfDue() {
    if (!m_aids.thermometer || m_trouble || m_clock.now() < m_temperatureDue || !drain())
        return;
    const auto degrees = m_aids.thermometer(m_stop);
    m_temperatureDue = m_clock.now() + temperatureInterval;
    if (!degrees) {
        m_aids.thermometer = {};
        return;
    }
    m_status.temperature = degrees;
    m_status.hottest = std::max(m_status.hottest.value_or(*degrees), *degrees);
    const auto rule = m_rules.find(RuleKind::temperature);
    if (rule && *degrees >= static_cast<int>(rule->value))
        coolDown(*rule);
    bringHeadBack();
}

// What the drive says of itself may be damning from the beginning, or become so while it is read.
void Engine::askVitalsIfDue() {
    if (!m_aids.damning || m_trouble || m_clock.now() < m_vitalsDue || !m_rules.has(RuleKind::damning) ||
        !drain())
        return;
    m_vitalsDue = m_clock.now() + vitalsInterval;
    const auto damning = m_aids.damning(m_stop);
    if (!damning) {
        m_aids.damning = {};
        return;
    }
    m_damning = *damning;
    bringHeadBack();
}

void Engine::coolDown(const StopRule& rule) {
    note({.kind = TapeKind::cooling, .count = static_cast<std::uint64_t>(*m_status.temperature)});
    bool cooler = false;
    while (!cooler) {
        publish(ScanPhase::cooling);
        const Nanoseconds from = m_clock.now();
        const bool waited = sleep(coolingInterval);
        const auto degrees = waited ? m_aids.thermometer(m_stop) : std::nullopt;
        m_pausedFor += m_clock.now() - from;
        if (!degrees)
            break;
        m_status.temperature = degrees;
        cooler = *degrees <= static_cast<int>(rule.value) - coolerBy;
    }
    if (cooler)
        note({.kind = TapeKind::cooled, .count = static_cast<std::uint64_t>(*m_status.temperature)});
    publish(ScanPhase::reading);
}

void Engine::pauseIfAsked() {
    if (!m_pause.closed() || m_trouble)
        return;
    publish(ScanPhase::pausing);
    if (!drain())
        return;
    const LbaSpan here{m_status.position, {}};
    note({.kind = TapeKind::paused, .span = here});
    publish(ScanPhase::paused);
    const Nanoseconds from = m_clock.now();
    m_pause.wait(m_stop);
    m_pausedFor += m_clock.now() - from;
    m_paceSince = m_clock.now();
    m_paceFrom = m_blocksDone;
    m_status.asks.reset();
    if (!m_stop.stop_requested())
        note({.kind = TapeKind::resumed, .span = here});
    publish(ScanPhase::reading);
}

void Engine::heedRules() {
    if (m_plan.asked.rules.empty() || m_ended != Ended::running)
        return;
    if (const std::uint64_t version = m_feed.status().ledgerVersion; version != m_factsVersion) {
        m_factsVersion = version;
        m_facts = factsOf(m_feed.ledger(), m_drive->identity().logicalBytes);
    }
    m_facts.values[RuleKind::stalls] = m_stalls;
    m_facts.values[RuleKind::damning] = m_damning;
    m_facts.values[RuleKind::minutes] =
        static_cast<std::uint64_t>(std::chrono::duration_cast<std::chrono::minutes>(elapsed()).count());
    const auto rule = m_rules.reached(m_facts);
    if (!rule)
        return;
    const bool ends = rule->action == RuleAction::end;
    note({.kind = ends ? TapeKind::stopRule : TapeKind::ruleAsks,
          .count = m_facts.values[rule->kind],
          .rule = rule->kind});
    if (ends) {
        finishStopped();
        m_ended = m_ended == Ended::stopped ? Ended::stopRule : m_ended;
    } else {
        m_status.asks = rule;
        m_pause.close();
    }
}

} // namespace orbita
