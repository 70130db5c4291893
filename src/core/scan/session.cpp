// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/session.h"

#include <ctime>
#include <fmt/format.h>

namespace orbita {

namespace {

Planner always(const ScanPlan& plan) {
    return [plan](const DriveIdentity&) { return Result<ScanPlan>(plan); };
}

} // namespace

ScanPlan planToContinue(const ScanRecord& earlier) {
    ScanPlan plan = earlier.plan.asked;
    plan.span = earlier.plan.grid.span;
    plan.blockSectors = earlier.plan.grid.blockSectors;
    return plan;
}

std::optional<Error> whyNotContinued(const ScanRecord& earlier, const DriveIdentity& drive) {
    const auto refuse = [&](std::string why, std::string advice) {
        return Error{Error::Kind::badCall, "going on with the scan on", drive.path, std::move(why),
                     std::move(advice)};
    };
    const DriveIdentity& was = earlier.drive;
    if (drive.serial != was.serial || drive.model != was.model)
        return refuse(fmt::format("this is {} {}, and the scan was made on {} {}", drive.model, drive.serial,
                                  was.model, was.serial),
                      "Attach that drive, or begin a new scan.");
    if (drive.serial.empty() && drive.path != was.path)
        return refuse("without a serial number only its place tells it apart, and the scan was made on " +
                          was.path,
                      "Name it by the path it had then, or begin a new scan.");
    if (drive.logicalBytes != was.logicalBytes || drive.physicalBytes != was.physicalBytes)
        return refuse(
            fmt::format("its sectors are {} bytes now and were {}", drive.logicalBytes, was.logicalBytes),
            "Attach it the way it was attached then, or begin a new scan.");
    if (earlier.plan.grid.span.end() > Lba{drive.capacity.value})
        return refuse(
            fmt::format("it has {} sectors now and had {}", drive.capacity.value, was.capacity.value),
            "Find out why it shrank before anything else; then begin a new scan.");
    return std::nullopt;
}

ScanSession::ScanSession(DriveOpener opener, Planner planner, Thermometer thermometer,
                         const GradeLimits& limits)
    : m_opener(std::move(opener))
    , m_planner(std::move(planner))
    , m_thermometer(std::move(thermometer))
    , m_limits(limits)
    , m_startedAt(std::time(nullptr))
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

ScanSession::ScanSession(DriveOpener opener, const ScanPlan& plan, Thermometer thermometer,
                         const GradeLimits& limits)
    : ScanSession(std::move(opener), always(plan), std::move(thermometer), limits) {}

ScanSession::ScanSession(DriveOpener opener, const ScanPlan& plan, ScanRecord earlier,
                         Thermometer thermometer)
    : m_opener(std::move(opener))
    , m_planner(always(plan))
    , m_earlier(std::move(earlier))
    , m_thermometer(std::move(thermometer))
    , m_limits(m_earlier->limits)
    , m_startedAt(m_earlier->startedAt)
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

void ScanSession::run(const std::stop_token& stop) {
    auto drive = m_opener(stop);
    if (!drive) {
        m_feed.fail(std::move(drive.error()));
        return;
    }
    const DriveIdentity& identity = (*drive)->identity();
    if (m_earlier)
        if (auto refusal = whyNotContinued(*m_earlier, identity)) {
            m_feed.fail(std::move(*refusal));
            return;
        }
    auto plan = m_planner(identity).and_then(
        [&](const ScanPlan& asked) { return settlePlan(asked, identity, (*drive)->limits()); });
    if (!plan) {
        m_feed.fail(std::move(plan.error()));
        return;
    }
    Engine engine(**drive, *plan, m_limits, m_pause, m_feed, m_thermometer,
                  m_earlier ? &*m_earlier : nullptr);
    m_earlier.reset();
    engine.run(stop);
}

} // namespace orbita
