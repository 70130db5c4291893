// SPDX-License-Identifier: GPL-3.0-or-later
// What happened during a scan, in order. Numbers only: words are made where they are shown.
#pragma once

#include "core/plate/grade.h"

#include <optional>
#include <string_view>

namespace orbita {

enum class TapeKind : std::uint8_t {
    started,
    paceMeasured, // duration: expected for the whole span
    paused,
    resumed,
    slow,         // grade, turns, latency
    stalled,      // no answer within the limit; waiting
    answeredLate, // after a stall; latency
    unreadable,   // span: exact sectors; standing, causeGiven
    recovered,    // unreadable once, read the second time
    linkFault,    // damaged on the way; count: how often so far
    probing,      // the drive seems gone; a good block is tried
    cameBack,     // it answered again
    withdrawn,    // what was measured while the drive was gone does not count; span
    kernelSplits, // count: sectors that go as one command
    throughPageCache,
    partialLastSector,
    inUse,    // something else uses the drive
    stopRule, // count: unreadable sectors
    tooMany,  // further entries are counted, not listed
    ended
};

enum class Ended : std::uint8_t {
    running, // not ended
    complete,
    stopped, // by the technician
    stopRule,
    driveGone,  // no drive behind the device any more
    noAnswer,   // a command never came back
    shrunk,     // the file or device became shorter
    linkFaults, // too many in a row
    readerLost  // Orbita's reader process ended
};
// The words of files and scripts: "complete", "stop-rule", "drive-gone", ...
std::string_view endedName(Ended ended);
std::optional<Ended> endedFromName(std::string_view name);
std::string_view tapeKindName(TapeKind kind);
std::optional<TapeKind> tapeKindFromName(std::string_view name);

struct TapeEntry {
    TapeKind kind = TapeKind::started;
    Nanoseconds at{}; // since the scan began, pauses not counted
    LbaSpan span{};   // empty where the entry is about no place
    Grade grade = Grade::none;
    Standing standing = Standing::once;
    bool causeGiven = true;
    double turns = 0; // late, in units of u
    Nanoseconds latency{};
    std::uint64_t count = 0;
    Ended ended = Ended::running;
};

} // namespace orbita
