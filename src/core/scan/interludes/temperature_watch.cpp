// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/interludes/temperature_watch.h"

namespace orbita {

namespace {

constexpr Nanoseconds temperatureInterval = std::chrono::seconds{60};
constexpr Nanoseconds coolingInterval = std::chrono::seconds{10};
constexpr int coolerBy = 5; // degrees

} // namespace

void TemperatureWatch::run(Interruptible& scan) {
    if (!scan.drain())
        return;
    const auto degrees = m_thermometer(scan.stop());
    m_due = scan.clock().now() + temperatureInterval;
    if (!degrees) {
        m_thermometer = {};
        return;
    }
    m_latest = degrees;
    m_hottest = std::max(m_hottest.value_or(*degrees), *degrees);
    if (m_rule && *degrees >= static_cast<int>(m_rule->value))
        coolDown(scan);
    scan.bringHeadBack();
}

void TemperatureWatch::coolDown(Interruptible& scan) {
    scan.log({.kind = ScanEventKind::cooling, .count = static_cast<std::uint64_t>(*m_latest)});
    bool cooler = false;
    while (!cooler) {
        scan.show(ScanPhase::cooling);
        const Nanoseconds from = scan.clock().now();
        const bool waited = scan.sleep(coolingInterval);
        const auto degrees = waited ? m_thermometer(scan.stop()) : std::nullopt;
        scan.time().leaveOut(scan.clock().now() - from);
        if (!degrees)
            break;
        m_latest = degrees;
        cooler = *degrees <= static_cast<int>(m_rule->value) - coolerBy;
    }
    if (cooler)
        scan.log({.kind = ScanEventKind::cooled, .count = static_cast<std::uint64_t>(*m_latest)});
    scan.show(ScanPhase::reading);
}

} // namespace orbita
