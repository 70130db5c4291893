// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/session.h"

#include "core/scan/engine.h"

#include <ctime>

namespace orbita {

ScanSession::ScanSession(DriveOpener opener, const ScanPlan& plan, const GradeLimits& limits)
    : m_opener(std::move(opener))
    , m_plan(plan)
    , m_limits(limits)
    , m_startedAt(std::time(nullptr))
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

void ScanSession::run(const std::stop_token& stop) {
    auto drive = m_opener(stop);
    if (!drive) {
        m_feed.fail(std::move(drive.error()));
        return;
    }
    auto plan = settlePlan(m_plan, (*drive)->identity(), (*drive)->limits());
    if (!plan) {
        m_feed.fail(std::move(plan.error()));
        return;
    }
    Engine engine(**drive, *plan, m_limits, m_pause, m_feed);
    engine.run(stop);
}

} // namespace orbita
