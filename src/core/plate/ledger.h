// SPDX-License-Identifier: GPL-3.0-or-later
// The list of defects, exact to the physical sector where a block was split.
#pragma once

#include "core/plate/grade.h"

#include <map>
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

// Defects less than this apart belong to one patch: about a handful of tracks.
constexpr std::uint64_t patchGapBytes = 8U << 20U;

// Entries in ascending order of LBA, never overlapping; neighbours equal in all but latency are merged. A
// change costs the logarithm of how many there are, whatever a dying drive comes to.
class Ledger {
public:
    explicit Ledger(std::uint32_t logicalBytes = 512) : m_gap{patchGapBytes / logicalBytes} {}

    // Adds a defect. Where it overlaps what is there, the new one counts.
    void add(const LedgerEntry& entry);
    // Forgets what is known of `span`.
    void remove(LbaSpan span);

    [[nodiscard]] std::vector<LedgerEntry> entries() const;
    [[nodiscard]] std::size_t size() const { return m_entries.size(); }
    // Whether any entry reaches into `span`.
    [[nodiscard]] bool overlaps(LbaSpan span) const { return firstOverlapping(span) != m_entries.end(); }

    [[nodiscard]] SectorCount unreadable() const { return m_unreadable; }
    // As patchesOf() has them: how many hold unreadable sectors, and the most that one holds.
    [[nodiscard]] std::uint64_t unreadablePatches() const;
    [[nodiscard]] SectorCount mostInOnePatch() const;
    // Grows with every change.
    [[nodiscard]] std::uint64_t version() const { return m_version; }

private:
    struct PatchSum {
        Lba end;
        SectorCount unreadable;
    };
    using Entries = std::map<Lba, LedgerEntry>; // by where they begin
    using Patches = std::map<Lba, PatchSum>;

    [[nodiscard]] Entries::const_iterator firstOverlapping(LbaSpan span) const;
    // Takes away what lies in `span`; of the patches, only the sums are right afterwards.
    bool carve(LbaSpan span);
    void insert(const LedgerEntry& entry);
    Entries::iterator mergeIntoBefore(Entries::iterator at);
    void count(const LedgerEntry& entry, bool added);
    void setUnreadable(PatchSum& patch, SectorCount now);
    void joinPatches(LbaSpan around);
    void partPatches(LbaSpan emptied);
    [[nodiscard]] SectorCount unreadableBehind(Entries::const_iterator last, Entries::const_iterator next,
                                               const LbaSpan& patch, SectorCount whole) const;

    SectorCount m_gap;
    Entries m_entries;
    Patches m_patches;                                  // by where they begin
    std::map<SectorCount, std::uint64_t> m_patchesWith; // unreadable sectors, not 0: how many patches
    SectorCount m_unreadable;
    std::uint64_t m_version = 0;
};

std::vector<Patch> patchesOf(const std::vector<LedgerEntry>& entries, std::uint32_t logicalBytes);

} // namespace orbita
