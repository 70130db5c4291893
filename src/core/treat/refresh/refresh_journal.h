// SPDX-License-Identifier: GPL-3.0-or-later
// The journal of a refresh: what is about to be written back goes into a ring of slots, each durable before
// its pieces leave for the drive, and is overwritten once as much more has been written and read again as a
// drive's cache holds. What must not be lost any more is kept behind the ring for good. It holds a customer's
// data: private, and never on the drive itself. The format is in docs/formats.md.
#pragma once

#include "core/base/descriptor.h"
#include "core/inventory/place.h"
#include "core/treat/refresh/refresh_plan.h"

#include <functional>
#include <nlohmann/json_fwd.hpp>
#include <span>

namespace orbita {

constexpr const char* refreshEnding = ".refresh"; // of its file

// How it reaches the disk; another one for tests. 0, or an errno.
struct RingDisk {
    std::function<int(int file, std::span<const std::byte> bytes, std::uint64_t at)> write;
    std::function<int(int file)> sync;
};
RingDisk systemRingDisk();

// How much of it there is.
struct RingSize {
    std::uint64_t slotBytes = 16U << 20U; // of contents
    std::uint32_t slotCount = 20;         // at least 2; what drives keep in their caches, and more
};

// A piece whose contents are kept, and where they stand.
struct KeptPiece {
    LbaSpan span;
    std::uint64_t at = 0;
    std::uint64_t bytes = 0;
    std::uint32_t crc32 = 0;
};

// What was about to be written back at once.
struct RingSlot {
    std::uint64_t sequence = 0;
    RefreshTotals before; // of all before it
    std::vector<KeptPiece> pieces;
};

// All that a journal tells.
struct RefreshTold {
    std::string id;
    DriveIdentity drive;
    RefreshPlan plan;
    std::int64_t startedAt = 0;
    RefreshTotals totals; // as they are known to be; what is in the ring's last slot is not in them
    std::vector<RefreshFinding> findings; // by where they begin
    std::vector<KeptPiece> kept;          // for good
    std::vector<RingSlot> ring;           // those that are whole, the earliest first
    std::optional<TreatmentStop> ended;   // absent: it was interrupted
};

// A piece on its way back, as it was read.
struct PieceContents {
    LbaSpan span;
    std::span<const std::byte> contents;
};

class RefreshJournal {
public:
    // A new one in `folder`, with room for all of its ring. Errors: as TreatmentJournal::create().
    static Result<RefreshJournal> create(const std::string& folder, const PlaceRules& rules,
                                         const DriveIdentity& drive, const RefreshPlan& plan,
                                         std::int64_t startedAt, RingSize size = {});
    // An earlier one, to go on with. Errors: as TreatmentJournal::open().
    static Result<RefreshJournal> open(const std::string& path, const PlaceRules& rules,
                                       RingDisk disk = systemRingDisk());
    // Only to look into: the contents of its ring are not checked.
    static Result<RefreshTold> read(const std::string& path);
    static Result<std::vector<std::byte>> contents(const std::string& path, const KeptPiece& piece);
    // Over an open file, which is empty, with another disk: for tests.
    static Result<RefreshJournal> begin(Descriptor file, std::string path, RingDisk disk,
                                        const DriveIdentity& drive, const RefreshPlan& plan,
                                        std::int64_t startedAt, RingSize size);

    [[nodiscard]] const std::string& path() const { return m_path; }
    [[nodiscard]] Result<RefreshTold> told() const;
    // Errors: they cannot be read, or are damaged.
    [[nodiscard]] Result<std::vector<std::byte>> load(const KeptPiece& piece) const;
    // Of contents that a slot holds, at most.
    [[nodiscard]] std::uint64_t slotBytes() const { return m_size.slotBytes; }

    // Into the next slot; durable when it returns, with all findings before it: only then may the writes
    // leave. `before`: the totals of all before it, which thereby count as done. Requires pieces of no more
    // than slotBytes() together.
    Result<void> save(const std::vector<PieceContents>& pieces, const RefreshTotals& before);
    // Durable with what follows.
    Result<void> find(const RefreshFinding& finding);
    // For good; durable when it returns.
    Result<void> keep(const PieceContents& piece);
    // Done to the end: the ring is given back, what is kept stays. Durable.
    Result<void> end(TreatmentStop stop, const RefreshTotals& totals);
    // Takes the file away again, where nothing was saved in it: leave to write was not given.
    void discard();

private:
    RefreshJournal(Descriptor file, std::string path, RingDisk disk)
        : m_file(std::move(file)), m_path(std::move(path)), m_disk(std::move(disk)) {}
    Result<void> append(nlohmann::json record, std::span<const std::byte> contents, bool durable);
    void giveBackRing();

    Descriptor m_file;
    std::string m_path;
    RingDisk m_disk;
    std::string m_id;
    RingSize m_size;
    std::uint64_t m_ringAt = 0;
    std::uint64_t m_end = 0; // of what is appended behind the ring
    std::uint64_t m_sequence = 0;
    bool m_saved = false;
};

} // namespace orbita
