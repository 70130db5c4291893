// SPDX-License-Identifier: GPL-3.0-or-later
// What is stored on a simulated drive, and what becomes of its defects when it is written to. Shared by all
// links to one drive; safe to use from several threads.
#pragma once

#include "core/base/mutex.h"
#include "core/base/span_set.h"
#include "core/sim/scenario.h"

#include <atomic>
#include <map>
#include <set>
#include <span>

namespace orbita::sim {

// A command that has the drive write.
struct MediumWrite {
    enum class What : std::uint8_t { sectors, zeros, flush, reassign };
    What what = What::sectors;
    LbaSpan span; // of reassign: the sector
    bool forced = false;
};

enum class WriteResult : std::uint8_t {
    done, // or so the drive says
    mediumRefuses,
    noSpare,
    writeProtected,
    gone
};

struct WriteEvent {
    WriteResult result = WriteResult::done;
    std::optional<Nanoseconds> latency =
        Nanoseconds{}; // beyond what reaching the place takes; absent: no answer
    Lba firstBad;      // where the medium refuses
};

// What a drive comes to know of itself by writing.
struct WriteEffect {
    enum class Kind : std::uint8_t { rewritten, remapped, failed };
    Kind kind = Kind::rewritten;
    Lba physical; // the first sector of the physical one
};

class Medium {
public:
    explicit Medium(const Scenario& scenario);

    // `contents` of all of the span, where sectors are written. What the drive comes to know is added to
    // `effects`.
    WriteEvent write(const MediumWrite& write, std::span<const std::byte> contents, Nanoseconds now,
                     std::vector<WriteEffect>& effects);

    // Whether defect number `index` of the scenario still troubles a sector of `span`, and the first one.
    [[nodiscard]] std::optional<Lba> troubled(std::size_t index, const LbaSpan& span, Nanoseconds now) const;
    // The first sector of `span` that has become unreadable since the story began.
    [[nodiscard]] std::optional<Lba> spoilt(const LbaSpan& span) const;
    // Whether all of it lies in the drive's memory and has not reached the medium yet.
    [[nodiscard]] bool inWriteCache(const LbaSpan& span) const;
    // A read that has to come from the medium, or so much read elsewhere, drives what waits on to it.
    void settle(const LbaSpan& span, Nanoseconds now, std::vector<WriteEffect>& effects);
    void noteReadElsewhere(std::uint64_t bytes, Nanoseconds now, std::vector<WriteEffect>& effects);
    // False as long as nothing was ever written: the medium is what the scenario says.
    [[nodiscard]] bool touched() const { return m_touched.load(std::memory_order_relaxed); }
    [[nodiscard]] bool gone() const { return m_gone.load(std::memory_order_relaxed); }

    // The contents of the sectors from `first` on, as a read finds them.
    void read(Lba first, std::span<std::byte> bytes) const;
    // As they would be found after a power cut.
    void readDurable(Lba first, std::span<std::byte> bytes) const;
    [[nodiscard]] std::uint64_t sparesLeft() const;
    // Ascending: those that were written to since the story began, and reached the medium.
    [[nodiscard]] std::vector<Lba> writtenSectors() const;

    // What has not reached the medium is lost; what was being written at that moment, `torn`, can be read no
    // more.
    void cutPower(const LbaSpan& torn = {});

private:
    struct Healed {
        Nanoseconds at{};
        bool elsewhere = false; // in a spare: never again
    };
    using Sectors = std::map<std::uint64_t, std::vector<std::byte>>;

    [[nodiscard]] std::uint64_t perPhysical() const;
    [[nodiscard]] bool isTroubled(std::size_t index, std::uint64_t physical, Nanoseconds now) const
        REQUIRES(m_mutex);
    // The gravest defect of a physical sector, by number.
    [[nodiscard]] std::optional<std::size_t> defectAt(std::uint64_t physical, Nanoseconds now) const
        REQUIRES(m_mutex);
    void store(Lba first, std::span<const std::byte> contents) REQUIRES(m_mutex);
    void store(const Sectors& sectors) REQUIRES(m_mutex);
    [[nodiscard]] bool isSound(const LbaSpan& span) const REQUIRES(m_mutex);
    WriteEvent putPhysical(std::uint64_t physical, const Sectors& sectors, Nanoseconds now,
                           std::vector<WriteEffect>& effects) REQUIRES(m_mutex);
    WriteEvent destage(const LbaSpan& span, Nanoseconds now, std::vector<WriteEffect>& effects)
        REQUIRES(m_mutex);
    WriteEvent reassign(Lba lba, Nanoseconds now, std::vector<WriteEffect>& effects) REQUIRES(m_mutex);
    void spread(std::uint64_t physical) REQUIRES(m_mutex);

    const Scenario m_scenario;
    mutable Mutex m_mutex;
    Sectors m_stored GUARDED_BY(m_mutex);  // by logical sector: what is not as the scenario has it
    SpanSet m_written GUARDED_BY(m_mutex); // whatever is there
    Sectors m_waiting GUARDED_BY(m_mutex); // in the drive's memory
    std::map<std::uint64_t, Healed> m_healed GUARDED_BY(m_mutex); // by physical sector
    std::set<std::uint64_t> m_spoilt GUARDED_BY(m_mutex);         // likewise
    std::uint64_t m_sparesLeft GUARDED_BY(m_mutex) = 0;
    std::uint64_t m_writes GUARDED_BY(m_mutex) = 0;
    std::uint64_t m_readSince GUARDED_BY(m_mutex) = 0; // bytes, since something began to wait
    std::atomic<bool> m_touched = false;
    std::atomic<bool> m_gone = false;
};

} // namespace orbita::sim
