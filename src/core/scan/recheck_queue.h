// SPDX-License-Identifier: GPL-3.0-or-later
// Defects that wait to be measured again from the medium. No I/O: it says which, and when.
#pragma once

#include "core/plate/grade.h"

#include <array>
#include <map>
#include <optional>

namespace orbita {

struct Recheck {
    std::uint64_t block = 0;
    LbaSpan span; // the block, or the exact sectors of an unreadable one
    Grade grade = Grade::laboured;
    Nanoseconds latency{};        // as measured first
    bool disturbed = false;       // something else used the drive then
    bool causeGiven = true;       // as in LedgerEntry
    bool exact = true;            // as in LedgerEntry
    std::uint64_t readBefore = 0; // bytes the scan had read when it was measured
    int attempts = 0;             // to measure it again that were disturbed
};

class RecheckQueue {
public:
    void add(const Recheck& recheck, Nanoseconds now);
    // Forgets what lies in `span`.
    void forget(LbaSpan span);

    // While the scan goes on: true when enough have gathered, or the first has waited long enough. What is
    // costly (a sector that fails, a stall) waits for the end.
    [[nodiscard]] bool due(Nanoseconds now) const;
    // The cheapest first; with `atEnd` also the costly ones. Nothing: none left.
    [[nodiscard]] std::optional<Recheck> take(bool atEnd);
    [[nodiscard]] std::size_t waiting() const;

private:
    // A stall may cost the whole limit, a failing sector what the drive tries.
    enum Cost : std::uint8_t { little, aFailure, aStall, costs };
    static Cost costOf(const Recheck& recheck);

    std::array<std::multimap<Lba, Recheck>, costs> m_waiting; // by where they begin
    SectorCount m_longest;
    Nanoseconds m_since{}; // the first of the cheap ones was added
};

} // namespace orbita
