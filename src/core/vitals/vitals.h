// SPDX-License-Identifier: GPL-3.0-or-later
// All that a drive says of itself at one moment.
#pragma once

#include "core/drive/family.h"
#include "core/drive/identity.h"
#include "core/vitals/reading.h"

#include <cstddef>
#include <string>
#include <vector>

namespace orbita {

// What was found about how the drive is set up or reached, besides its readings.
enum class VitalsNote : std::uint8_t {
    noCommands,        // the device speaks no commands of its own: no vitals to be had
    bridgeHides,       // a bridge answers, but hands no health commands on
    healthOff,         // the drive does not watch its own health: SMART is disabled
    healthNotOffered,  // it has no such thing
    checksumBroken,    // SMART data came with a wrong checksum
    thresholdsRefused, // the drive's own limits were not to be had
    logsRefused,       // one log or more was not to be had; see Vitals::refused
    passwordSet,
    locked,          // the data cannot be read
    frozen,          // security settings cannot be changed now
    hiddenArea,      // the drive has more sectors than it shows
    protectedFormat, // sectors carry protection data (520, 528 bytes, or a protection type)
    hostManaged,     // zones that must be written in order
    misaligned,      // logical sector 0 is not at the start of a physical sector
    writeCacheOn,    // data just written lives in the drive's memory for a while
    readOnly,
    zeroCapacity,    // only the bridge answers, or the drive came up with its emergency program
    bridgeDisagrees, // on capacity or sector size with the drive behind it
    notReady,
    checkedNoAnswer, // the drive stopped answering while it was asked
    lockingOn,       // it encrypts itself, and an owner has set it up to lock
    rangesLocked,    // some or all of its data is locked by that now
    erasing,         // it erases itself, whole, and gives nothing until that is done
    erasureFailed,   // that failed: it gives nothing until it is done anew
};
std::string_view vitalsNoteName(VitalsNote note);

// How much a note weighs, gravest first.
enum class NoteWeight : std::uint8_t {
    outOfReach, // the data, or the drive, cannot be had as things are
    unknown,    // what the drive would say of itself is missing, or in doubt
    setup,      // how the drive is set up
};
NoteWeight weightOf(VitalsNote note);

// A place that the drive itself names.
enum class SuspectSource : std::uint8_t { pendingDefects, backgroundScan, errorLog, grownList, selfTest };
std::string_view suspectSourceName(SuspectSource source);
std::optional<SuspectSource> suspectSourceFromName(std::string_view name);

struct Suspect {
    Lba lba;
    SuspectSource source = SuspectSource::errorLog;
    friend bool operator==(const Suspect&, const Suspect&) = default;
};

enum class SelfTestKind : std::uint8_t { shortTest, extended, conveyance, selective, other };
std::string_view selfTestKindName(SelfTestKind kind);
std::optional<SelfTestKind> selfTestKindFromName(std::string_view name);

enum class SelfTestResult : std::uint8_t { passed, aborted, interrupted, failed, failedRead, unfinished };
std::string_view selfTestResultName(SelfTestResult result);
std::optional<SelfTestResult> selfTestResultFromName(std::string_view name);

struct SelfTestEntry {
    SelfTestKind kind = SelfTestKind::other;
    SelfTestResult result = SelfTestResult::passed;
    std::uint64_t hours = 0; // of power-on, as the drive counts them (some modulo 65536)
    std::optional<Lba> failingLba;
    friend bool operator==(const SelfTestEntry&, const SelfTestEntry&) = default;
};

// What the drive can test of itself, with the minutes it announces; absent: it cannot; 0: it does not say.
struct SelfTestAbility {
    std::optional<unsigned> shortMinutes;
    std::optional<unsigned> extendedMinutes;
    std::optional<unsigned> conveyanceMinutes;
    bool selective = false;
};

struct SelfTestProgress {
    bool running = false;
    std::optional<double> done; // 0 to 1, as the drive says
};

// A page as it came, kept so that it can be read anew one day.
struct RawPage {
    std::string name; // "ata/smart-data", "scsi/log-03", "nvme/health"
    std::vector<std::byte> bytes;
};

struct Vitals {
    Family family = Family::plain; // plain: none that answered
    DriveIdentity identity;        // as the drive itself tells; capacity 0 where it does not
    std::string worldWideName;     // hexadecimal digits
    std::uint64_t hiddenSectors = 0;
    std::vector<Reading> readings; // in the order of ReadingKind
    std::vector<VitalsNote> notes;
    std::vector<std::string> refused; // names of pages that were not to be had
    std::vector<Suspect> suspects;
    std::vector<SelfTestEntry> selfTests; // latest first
    SelfTestAbility ability;
    SelfTestProgress selfTest;
    std::vector<RawPage> raw;

    [[nodiscard]] const Reading* find(ReadingKind kind) const;
    // The reading of the same kind and attribute as one of another time.
    [[nodiscard]] const Reading* same(const Reading& reading) const;
    [[nodiscard]] bool has(VitalsNote note) const;
};

} // namespace orbita
