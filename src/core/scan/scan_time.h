// SPDX-License-Identifier: GPL-3.0-or-later
// How long a scan has taken, on the drive's clock: its earlier parts count, pauses do not.
#pragma once

#include "core/base/clock.h"

#include <optional>

namespace orbita {

class ScanTime {
public:
    explicit ScanTime(const Clock& clock) : m_clock(clock), m_began(clock.now()) {}

    // What earlier parts of the same scan took.
    void carryOn(Nanoseconds before) { m_before = before; }
    [[nodiscard]] bool carriesOn() const { return m_before.count() > 0; }
    // This part begins now, with so many blocks done before.
    void begin(std::uint64_t blocksDone);
    // Something that is no part of the scan took so long; the pace is measured anew from here.
    void leaveOut(Nanoseconds time) {
        m_leftOut += time;
        m_paceSince.reset();
    }

    [[nodiscard]] Nanoseconds elapsed() const { return m_before + thisPart(); }
    [[nodiscard]] Nanoseconds thisPart() const { return m_clock.now() - m_began - m_leftOut; }
    // Over about the last second that was not left out.
    double blocksASecond(std::uint64_t blocksDone);

private:
    const Clock& m_clock;
    Nanoseconds m_before{};
    Nanoseconds m_began;
    Nanoseconds m_leftOut{};
    std::optional<Nanoseconds> m_paceSince; // absent: measured from when it is next asked for
    std::uint64_t m_paceFrom = 0;
    double m_pace = 0;
};

} // namespace orbita
