// SPDX-License-Identifier: GPL-3.0-or-later
// The list of defects, exact to the physical sector where a block was split.
#pragma once

#include "core/plate/grade.h"

#include <vector>

namespace orbita {

struct LedgerEntry {
    LbaSpan span;
    Grade grade = Grade::none; // laboured or worse, or a link fault
    Standing standing = Standing::once;
    Nanoseconds latency{};  // the longest of its sectors; of the attempt that is graded
    bool causeGiven = true; // unreadable: false where only a bare error was reported
    // Unreadable: false where some sector of the span failed, once, and nobody can say which: it was read as
    // a whole, the drive named none, and every part of it was read after that. It counts as one sector.
    bool exact = true;

    // None where it is not about unreadable sectors.
    [[nodiscard]] SectorCount unreadable() const {
        if (grade != Grade::unreadable)
            return {};
        return exact ? span.count : SectorCount{1};
    }

    friend bool operator==(const LedgerEntry&, const LedgerEntry&) = default;
};

// A run of neighbouring defects: indices [first, first + count) of the ledger.
struct Patch {
    std::size_t first = 0;
    std::size_t count = 0;
    LbaSpan span; // from its first defect to its last
    SectorCount unreadable;
    Grade worst = Grade::none;
};

// Entries in ascending order of LBA, never overlapping; neighbours equal in all but latency are merged.
class Ledger {
public:
    // Adds a defect. Where it overlaps what is there, the new one counts.
    void add(const LedgerEntry& entry);
    // Forgets what is known of `span`.
    void remove(LbaSpan span);

    [[nodiscard]] const std::vector<LedgerEntry>& entries() const { return m_entries; }
    [[nodiscard]] SectorCount unreadable() const { return m_unreadable; }
    // Grows with every change.
    [[nodiscard]] std::uint64_t version() const { return m_version; }

private:
    void mergeAt(std::size_t index);

    std::vector<LedgerEntry> m_entries;
    SectorCount m_unreadable;
    std::uint64_t m_version = 0;
};

// Defects less than this apart belong to one patch: about a handful of tracks.
constexpr std::uint64_t patchGapBytes = 8U << 20U;

std::vector<Patch> patchesOf(const std::vector<LedgerEntry>& entries, std::uint32_t logicalBytes);

} // namespace orbita
