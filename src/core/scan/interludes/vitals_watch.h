// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/interludes/interlude.h"
#include "core/scan/scan_services.h"

namespace orbita {

// What the drive says of itself may be critical from the beginning, or become so while it is read.
class VitalsWatch final : public Interlude {
public:
    // `count`: empty where nothing is to be had, or no rule asks for it.
    explicit VitalsWatch(CriticalCount count) : m_count(std::move(count)) {}

    [[nodiscard]] bool due(Nanoseconds now) override { return m_count && now >= m_due; }
    void run(Interruptible& scan) override;
    // The drive is reached another way; it is asked at once.
    void renew(CriticalCount count) {
        m_count = std::move(count);
        m_due = {};
    }
    // How many readings were critical when it was last asked.
    [[nodiscard]] std::uint64_t critical() const { return m_critical; }

private:
    CriticalCount m_count;
    Nanoseconds m_due{};
    std::uint64_t m_critical = 0;
};

} // namespace orbita
