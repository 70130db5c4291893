// SPDX-License-Identifier: GPL-3.0-or-later
// What has become of a drive's defects from one time to another: by place in bytes, since a bridge may have
// shown it with sectors of another size.
#pragma once

#include "core/plate/ledger.h"
#include "core/plate/treatment.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

// Kept by name.
enum class PlaceChange : std::uint8_t {
    fresh, // read well before
    worse, // was less late, or could be read
    same,
    better,      // still a defect, but less of one
    gone,        // reads well, by itself
    healed,      // reads well, since it was treated
    notCompared, // not read at one of both times
};
constexpr std::size_t placeChanges = 7;
std::string_view placeChangeName(PlaceChange change);
std::optional<PlaceChange> placeChangeFromName(std::string_view name);

// Bytes of a drive from its start.
struct ByteSpan {
    std::uint64_t first = 0;
    std::uint64_t count = 0;
    [[nodiscard]] std::uint64_t end() const { return first + count; }
    friend bool operator==(const ByteSpan&, const ByteSpan&) = default;
};

struct ChangedPlace {
    ByteSpan where;
    Grade before = Grade::none; // none: no defect, or not read
    Grade now = Grade::none;
    PlaceChange change = PlaceChange::same;
    friend bool operator==(const ChangedPlace&, const ChangedPlace&) = default;
};

// A drive's defects as they were known at one time.
struct KnownState {
    std::uint32_t logicalBytes = 512;
    std::vector<LedgerEntry> ledger; // ascending, none overlapping
    std::vector<LbaSpan> read;       // ascending
    TreatmentLayer treatments;
};

// What is good on every later read, or was measured while something else used the drive, says nothing against
// it; damaged transfers accuse the cable.
bool isDamage(const LedgerEntry& entry);

// Every place that was a defect at either time, ascending, none overlapping.
std::vector<ChangedPlace> compareDefects(const KnownState& before, const KnownState& now);

// The same by patches that hold, or held, unreadable sectors.
struct PatchChanges {
    std::uint64_t fresh = 0; // no defect of any grade was near
    std::uint64_t grown = 0; // more unreadable sectors than before, at places that were read then
    std::uint64_t same = 0;
    std::uint64_t gone = 0;
    std::uint64_t healed = 0;
    std::uint64_t notCompared = 0;
    friend bool operator==(const PatchChanges&, const PatchChanges&) = default;
};
PatchChanges comparePatches(const KnownState& before, const KnownState& now);

// How much of the drive was read at both times, 0 to 1.
double shareInCommon(const KnownState& a, const KnownState& b, std::uint64_t capacityBytes);

} // namespace orbita
