// SPDX-License-Identifier: GPL-3.0-or-later
// The journal of one treatment: what was asked, each step and reply, and, before anything is written to the
// drive, what stands there, durable and checksummed. Append-only; a torn end is left aside. It holds a
// customer's data: private, and never on the drive itself. The format is in docs/formats.md.
#pragma once

#include "core/base/descriptor.h"
#include "core/inventory/place.h"
#include "core/session/action_log.h"
#include "core/treat/treatment_plan.h"

#include <map>
#include <nlohmann/json_fwd.hpp>

namespace orbita {

constexpr const char* journalEnding = ".treatment"; // of its file

// What is about to be written to a spot, as it is kept.
struct SavedSpot {
    Spot spot;
    WriteKind kind = WriteKind::refresh;
    std::vector<std::byte> contents; // of all of the spot, as it is going to be written; see load()
    std::vector<bool> known;         // of each logical sector: whether that is what the drive gave
    std::uint64_t at = 0;            // where its contents stand in the journal
    std::uint64_t bytes = 0;
    std::uint32_t crc32 = 0;
};

// One thing that was done, and what came back.
struct TreatmentStepTaken {
    LbaSpan span;
    std::string did;   // "read after a seek", "write: refresh", "check", ...; see docs/formats.md
    std::string came;  // "good", "late", "failed", ...
    std::string words; // of the drive
    Nanoseconds latency{};
    Nanoseconds at{}; // since the treatment began
};

// All that a journal tells.
struct JournalTold {
    std::string id;
    DriveIdentity drive;
    TreatmentPlan plan;
    std::int64_t startedAt = 0;
    std::vector<TreatmentStepTaken> steps;
    std::vector<SpotResult> results; // the latest of each spot, in order
    std::map<Lba, SavedSpot> saved;  // the latest of each, by where it begins
    std::vector<LbaSpan> newDefects;
    std::optional<TreatmentStop> ended; // absent: it was interrupted
    bool purged = false;                // its contents were taken out
    // Spots that may hold either what they held or what is saved of them.
    [[nodiscard]] std::vector<Lba> inBetween() const;
};

class TreatmentJournal {
public:
    // A new one in `folder`, which is made, private, where it is missing. Errors: it may not be there (on the
    // drive itself), no room, no permission.
    static Result<TreatmentJournal> create(const std::string& folder, const PlaceRules& rules,
                                           const DriveIdentity& drive, const TreatmentPlan& plan,
                                           std::int64_t startedAt);
    // An earlier one, to go on with. Errors: another treatment goes on with it; it is of a later version, or
    // none.
    static Result<TreatmentJournal> open(const std::string& path, const PlaceRules& rules,
                                         LogDisk disk = systemLogDisk());
    // Only to look into.
    static Result<JournalTold> read(const std::string& path);
    // Over an open file, with another disk: for tests.
    TreatmentJournal(Descriptor file, std::string path, LogDisk disk);

    [[nodiscard]] const std::string& path() const { return m_path; }
    // Without the contents of what is saved.
    [[nodiscard]] Result<JournalTold> told() const;
    // Puts them in. Errors: they cannot be read, are damaged, or were purged.
    Result<void> load(SavedSpot& saved) const;

    Result<void> begin(const std::string& id, const DriveIdentity& drive, const TreatmentPlan& plan,
                       std::int64_t startedAt);
    // Durable when it returns: only then may the write leave.
    Result<void> save(const SavedSpot& saved);
    // Durable likewise.
    Result<void> result(const SpotResult& result);
    Result<void> end(TreatmentStop stop, const std::vector<LbaSpan>& newDefects);
    // It is gone on with, with these spots besides those of its plan. Durable.
    Result<void> takeUp(const std::vector<Spot>& more);
    // Takes the file away again, where nothing was saved in it: leave to write was not given.
    void discard();
    // Written, and durable with what follows.
    Result<void> step(const TreatmentStepTaken& step);

private:
    Result<void> append(nlohmann::json record, std::span<const std::byte> contents, bool durable);

    Descriptor m_file;
    std::string m_path;
    LogDisk m_disk;
    std::string m_id;
    bool m_saved = false;
};

// Takes the contents out of a journal whose treatment has ended well; all else stays. Errors: it was
// interrupted, or spots are in between or were not healed: what is saved of them is the only copy.
Result<void> purgeJournal(const std::string& path);
// The same of all in a folder that ended `days` ago or more, as far as it may be done. Returns of how many.
// `now`: seconds since 1970; `days` 0: none.
int purgeOldJournals(const std::string& folder, std::uint64_t days, std::int64_t now);

} // namespace orbita
