// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/interludes/interlude.h"
#include "core/scan/scan_services.h"

namespace orbita {

// Asks the drive for its temperature once a minute, and lets it cool where it is hotter than the rule allows.
class TemperatureWatch final : public Interlude {
public:
    // `thermometer`: empty where the drive has none. `rule`: the temperature from which on it has to cool.
    TemperatureWatch(Thermometer thermometer, std::optional<StopRule> rule)
        : m_thermometer(std::move(thermometer)), m_rule(rule) {}

    [[nodiscard]] bool due(Nanoseconds now) override { return m_thermometer && now >= m_due; }
    void run(Interruptible& scan) override;
    // The drive is reached another way; it is asked at once.
    void renew(Thermometer thermometer) {
        m_thermometer = std::move(thermometer);
        m_due = {};
    }

    // Degrees Celsius.
    [[nodiscard]] std::optional<int> latest() const { return m_latest; }
    [[nodiscard]] std::optional<int> hottest() const { return m_hottest; }
    void setHottest(std::optional<int> degrees) { m_hottest = degrees; }

private:
    void coolDown(Interruptible& scan);

    Thermometer m_thermometer;
    std::optional<StopRule> m_rule;
    Nanoseconds m_due{};
    std::optional<int> m_latest;
    std::optional<int> m_hottest;
};

} // namespace orbita
