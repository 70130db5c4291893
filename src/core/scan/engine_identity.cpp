// SPDX-License-Identifier: GPL-3.0-or-later
// Whether what answers is still the drive that the scan began with, or goes on with.
#include "core/base/checksum.h"
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"

namespace orbita {

void Engine::askWhoItIs() {
    // Only a scan that changes the setting anyway puts back what an earlier one left changed.
    if (m_services.recovery && carefully())
        if (const auto settled = m_services.recovery->settle(m_stop); !settled || *settled)
            note({.kind = settled ? ScanEventKind::limitRestored : ScanEventKind::limitOwed});
    if (m_services.serialNow)
        m_serialAtFirst = m_services.serialNow(m_stop);
    if (!stillTheSame() && m_ended == EndReason::running)
        m_ended = EndReason::otherDrive;
}

// Asks for the serial number, and compares sectors known from before. A drive that cannot be asked and has
// none that are known is believed. False where it is another; or m_ended says what came between.
bool Engine::stillTheSame() {
    const std::string& serial = drive().identity().serial;
    if (m_services.serialNow) {
        const std::string now = m_services.serialNow(m_stop);
        const std::string& then = m_serialAtFirst.empty() ? serial : m_serialAtFirst;
        if (!now.empty() && !then.empty() && now != then)
            return false;
        // What the system knew of it was read when it was attached.
        if (!now.empty() && !serialMeansNothing(serial) && now != serial)
            return false;
    }
    std::uint64_t same = 0;
    std::uint64_t other = 0;
    const auto known = m_known.known();
    for (const KnownSectors& sectors : known) {
        if (m_stop.stop_requested() || m_ended != EndReason::running)
            return true;
        const Alone answer = readAlone(sectors.span, ReadWay::read);
        if (!answer)
            return false;
        const std::size_t bytes = std::size_t{sectors.span.count.value} * drive().identity().logicalBytes;
        if (answer->verdict.outcome != Outcome::answered || answer->data.size() < bytes)
            continue; // one that cannot be read now says nothing
        ++(crcOf(answer->data.first(bytes)) == sectors.crc32 ? same : other);
    }
    // A drive that somebody has written to since is the same drive; one that nothing but this tells apart is
    // taken for another.
    return serialMeansNothing(serial) ? other == 0 : other <= same;
}

void Engine::resolveChanged(std::uint64_t block) {
    note({.kind = ScanEventKind::mediumChanged,
          .span = m_grid.spanOf(block),
          .count = ++m_interruptionsInARow});
    if (!stillTheSame() && m_ended == EndReason::running)
        m_ended = EndReason::otherDrive;
    else if (m_interruptionsInARow > mostInterruptionsInARow)
        m_ended = EndReason::linkFaults;
}

} // namespace orbita
