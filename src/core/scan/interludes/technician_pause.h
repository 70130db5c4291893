// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/interludes/interlude.h"
#include "core/scan/pause_gate.h"

namespace orbita {

// The technician, or a rule, has the scan wait.
class TechnicianPause final : public Interlude {
public:
    explicit TechnicianPause(PauseGate& gate) : m_gate(gate) {}
    [[nodiscard]] bool due(Nanoseconds /*now*/) override { return m_gate.closed(); }
    void run(Interruptible& scan) override;

private:
    PauseGate& m_gate;
};

} // namespace orbita
