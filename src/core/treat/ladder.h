// SPDX-License-Identifier: GPL-3.0-or-later
// What is done next to a spot, the gentlest first, each step only where the one before did not help. Pure
// functions of what has come back so far: nothing here knows a drive.
#pragma once

#include "core/plate/treatment.h"
#include "core/session/orders.h"

#include <optional>

namespace orbita {

// Which steps may be taken. Reading again always may.
struct AllowedSteps {
    bool refresh = true;
    bool pieced = true; // of what could all be read, in some try or other; the rest is lost only with `zeros`
    bool zeros = false; // destroys what the spot held
    bool reassign = false; // likewise, where that is not known
    friend bool operator==(const AllowedSteps&, const AllowedSteps&) = default;
};

struct LadderRules {
    AllowedSteps allowed;
    unsigned tries = 4;      // of reading again
    unsigned cleanReads = 2; // in a row, from the first on: it reads well, and nothing is written
    unsigned writes = 2;     // of one kind, before it is given up
};

enum class SpotOrigin : std::uint8_t {
    unreadable,
    slow, // it reads: only read again, and refreshed
};

// In which way a spot is read again.
enum class TryHow : std::uint8_t {
    afterSeek, // the head comes from far away
    otherSide, // what lies behind it is read first
    alone,     // each of its logical sectors by itself
    patiently, // with the drive's own time for it, and last
};

enum class ReadCame : std::uint8_t {
    good,   // all of it, in time
    late,   // all of it, and too late
    part,   // some logical sectors
    failed, // nothing
};
enum class WriteCame : std::uint8_t {
    done, // the drive says so
    mediumRefused,
    noSpare,
    refused, // no such command, or no writing at all
};
enum class CheckCame : std::uint8_t {
    good,      // from the medium, in time, and what was written
    late,      // likewise, too late
    failed,    // it cannot be read
    different, // what was written is not there
};

// What came of a spot, before the counters have said how.
enum class SpotEnd : std::uint8_t {
    readsWell, // nothing was written
    written,   // and it reads well since
    stillSlow, // it reads, as late as before
    stillUnreadable,
    outOfSpares,
    worse, // it could be read before, and cannot any more
};

// All that has come back of one spot so far.
struct SpotState {
    SpotOrigin origin = SpotOrigin::unreadable;
    std::uint64_t sectors = 8; // logical ones
    std::uint64_t known = 0;   // of which the contents were read, in some try
    unsigned tries = 0;
    unsigned clean = 0;            // tries that were good, in a row
    unsigned trouble = 0;          // tries that were not
    bool atOnce = false;           // some try gave all of it
    bool readLately = false;       // the latest one did
    std::optional<WriteKind> kind; // what was written last, or is to be
    unsigned writes = 0;           // of that kind
    bool pending = false;          // written, and not checked yet
    unsigned lateChecks = 0;
    bool reassigned = false;
    bool overwritten = false; // by something that is not all that it held
    bool giveUp = false;      // no further writing helps
    std::optional<SpotEnd> end;

    [[nodiscard]] bool whole() const { return known == sectors; }
};

struct SpotMove {
    enum class What : std::uint8_t { read, write, check, end };
    What what = What::read;
    TryHow how = TryHow::afterSeek;      // of reading
    WriteKind kind = WriteKind::refresh; // of writing
    friend bool operator==(const SpotMove&, const SpotMove&) = default;
};

SpotMove nextMove(const SpotState& state);

// Take in what came of that move; after finitely many it is the end, whatever comes back. `known`: of how
// many logical sectors the contents are known now.
void afterRead(const LadderRules& rules, SpotState& state, ReadCame came, std::uint64_t known);
void afterWrite(const LadderRules& rules, SpotState& state, WriteKind kind, WriteCame came);
void afterCheck(const LadderRules& rules, SpotState& state, CheckCame came);

// The last step that was taken.
TreatmentStep stepOf(const SpotState& state);

} // namespace orbita
