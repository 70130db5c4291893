// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/units.h"

namespace orbita {

// What lets a command that writes leave for a drive: it names the sectors, and the gate holds each command
// against it. Only the write gate makes one (core/session/write_gate.h).
class WritePermit {
public:
    [[nodiscard]] const LbaSpan& span() const { return m_span; }
    [[nodiscard]] std::uint32_t logicalBytes() const { return m_logicalBytes; }

private:
    friend class WriteGate;
    WritePermit(const LbaSpan& span, std::uint32_t logicalBytes)
        : m_span(span), m_logicalBytes(logicalBytes) {}

    LbaSpan m_span;
    std::uint32_t m_logicalBytes;
};

} // namespace orbita
