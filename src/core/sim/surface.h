// SPDX-License-Identifier: GPL-3.0-or-later
// The mechanics of the simulated drive: how long a read takes and what comes of it.
#pragma once

#include "core/sim/medium.h"
#include "core/sim/scenario.h"

#include <deque>
#include <optional>

namespace orbita::sim {

// A command that has the drive read its medium.
struct MediumAccess {
    LbaSpan span;
    bool handsOver = true;  // its data crosses the link
    bool pastCache = false; // what the drive's cache holds does not do
};

enum class ReadResult : std::uint8_t { data, unreadable, damagedOnTheWay, gone, locked };

struct ReadEvent {
    ReadResult result = ReadResult::data;
    std::optional<Nanoseconds> latency; // absent: no answer ever
    Lba firstBad;                       // when unreadable
    bool disturbed = false;             // something else was served in between
};

// Deterministic: the same reads at the same times give the same events.
class Surface {
public:
    // `medium`: whose defects count as long as it says that they are there.
    Surface(Scenario scenario, Medium& medium);

    [[nodiscard]] const Scenario& scenario() const { return m_scenario; }
    // One access, begun at `now`; `powered`: since the drive was. Requires a span inside the drive, and each
    // `now` no earlier than the answer before.
    ReadEvent read(const MediumAccess& access, Nanoseconds now, Nanoseconds powered);
    // What reaching a place and handing over so much takes, as a write does; what stood in the drive's cache
    // of it stands there no more.
    Nanoseconds reach(const LbaSpan& span, Nanoseconds now);
    // The drive gives a sector up after so long; zero: it tries as long as it likes.
    void setErrorRecovery(Nanoseconds limit) { m_recoveryLimit = limit; }

private:
    struct Segment {
        Lba first;
        Lba end;
    };

    double random(std::uint64_t key, std::uint64_t salt) const; // [0, 1)
    bool cached(LbaSpan span) const;
    void remember(LbaSpan span, bool continues);
    double nsPerSector(Lba lba);
    Nanoseconds mechanics(const MediumAccess& access, Nanoseconds now, bool continues);
    Nanoseconds speckles(LbaSpan span) const;
    void meetOtherLoad(Nanoseconds now, ReadEvent& event);
    // Applies the defects inside `span` to `event`, whose latency is present.
    void meetDefects(LbaSpan span, Nanoseconds powered, ReadEvent& event);
    bool meets(std::size_t defect);
    void forget(const LbaSpan& span);

    Scenario m_scenario;
    Medium& m_medium;
    std::vector<Lba> m_latestEnd; // latestEnd[i]: the furthest end among defects 0..i
    std::vector<std::uint32_t> m_met;
    std::deque<Segment> m_cache;
    std::uint64_t m_cachedSectors = 0;
    std::uint64_t m_attempts = 0;
    bool m_gone = false;
    Nanoseconds m_recoveryLimit{};

    // Where the head has read to, ahead of what was asked for, and when it got there.
    Lba m_headAt;
    Nanoseconds m_headTime{};
    Lba m_streamEnd; // where a read that continues the last one begins

    // The pace of one zone, kept because consecutive reads rarely leave it.
    Lba m_zoneFirst;
    Lba m_zoneEnd;
    double m_zoneNsPerSector = 0;
};

} // namespace orbita::sim
