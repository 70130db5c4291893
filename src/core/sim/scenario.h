// SPDX-License-Identifier: GPL-3.0-or-later
// A simulated drive as a scenario file describes it: the ground truth a scan is compared with.
// The file format is documented in docs/formats.md.
#pragma once

#include "core/base/error.h"
#include "core/drive/ata/identify.h"

#include <string>
#include <vector>

namespace orbita::sim {

enum class DefectKind : std::uint8_t {
    slow,       // answers late
    unreadable, // the drive gives up on it
    freeze,     // the drive answers nothing for a time, or never again
    drop,       // the drive vanishes for good
    linkFault,  // the transfer is damaged on the way
};

// What becomes of a defect when all of its physical sector is written.
enum class OnWrite : std::uint8_t {
    rewritten, // it is well again, in place
    remapped,  // a spare takes its place, as long as there are any
    stays,     // the drive says that it is done, and it is as bad as before
    worsens,   // the drive says that it is done, and it cannot be read any more
    fails,     // the drive says that it could not be written
};

struct Defect {
    DefectKind kind = DefectKind::slow;
    LbaSpan span;
    double probability = 1; // that one reading meets it
    // slow: how much later than undisturbed; unreadable: how long the drive tries before it says so.
    Nanoseconds delay{};
    Nanoseconds duration{};           // freeze: how long
    bool endless = false;             // freeze: it never ends
    std::uint32_t times = 0;          // met at most so often; 0: always
    std::optional<OnWrite> onWrite{}; // slow and unreadable; absent: as the scenario says of all
    Nanoseconds fadesAfter{};         // rewritten in place: bad again after so long; 0: never
};

// Slow places strewn at random, the same in every run of one seed.
struct Speckle {
    double perMillion = 0; // of the drive's regions of 1 MiB
    Nanoseconds least{};
    Nanoseconds most{};
    double fromPercent = 0; // of the drive
    double toPercent = 100;
};

// A time in which something else uses the drive, through the same computer.
struct OtherLoad {
    Nanoseconds from{}; // on the drive's clock
    Nanoseconds to{};
    Nanoseconds delay{};  // of a command that comes between
    double percent = 100; // of the commands
};

// How the drive is reached, which decides the commands it is sent.
enum class Front : std::uint8_t {
    ata,    // ATA frames, as a link of our own would carry them
    sat,    // an ATA drive behind a translation that passes ATA commands on
    bridge, // an ATA drive behind a bridge that passes none on
    scsi,
    nvme
};

// What keeps its data from being read though nothing is wrong with it.
enum class Lock : std::uint8_t {
    none,
    password, // of an ATA drive (security)
    ranges,   // by its own encryption
};

// What the drive has counted of itself before the story begins. Further counts follow from the surface.
struct HealthStory {
    bool offered = true;  // false: SMART is not supported
    bool watching = true; // false: supported, but switched off
    bool predictsFailure = false;
    std::uint64_t hours = 8'000;
    std::uint64_t powerCycles = 300;
    std::uint64_t startStops = 300;
    std::uint64_t loadCycles = 900;
    std::uint64_t unsafeShutdowns = 12;
    std::uint64_t reallocated = 0;
    std::uint64_t offlineUncorrectable = 0;
    std::uint64_t reportedUncorrectable = 0;
    std::uint64_t mediaErrors = 0;
    std::uint64_t spinRetries = 0;
    std::uint64_t linkErrors = 0;
    std::uint64_t commandTimeouts = 0;
    std::uint64_t writtenBytes = 20'000'000'000'000;
    std::uint64_t readBytes = 30'000'000'000'000;
    int temperature = 34;
    int highestTemperature = 47;
    unsigned wearPercent = 0;
    unsigned sparePercent = 100;
    unsigned spareThreshold = 10;
    // The share of the unreadable sectors that the drive already knows of: its counts lag behind its surface.
    double knownPercent = 0;
    unsigned shortTestMinutes = 2;
};

// How the drive takes being written to.
struct WritingStory {
    OnWrite onWrite = OnWrite::rewritten; // of defects that say nothing themselves
    std::uint64_t spares = 2000;          // physical sectors
    Nanoseconds countersLag{};            // until its counts tell of it
    bool tells = true;                    // its counts tell of it at all
    bool writeCache = true;               // what is not forced to the medium waits in its memory
    bool swallowsFlushes = false;         // and so does what is: the drive, or its bridge, only says so
    bool forces = true;                   // offers writes that are forced to the medium (FUA)
    bool writeProtected = false;
    bool pretends = false;            // says that it is done, and does nothing
    Nanoseconds extra{};              // of each command
    std::uint64_t diesAtWrite = 0;    // which command finishes it off; 0: none
    std::uint64_t freezesAtWrite = 0; // and which one it never answers
    std::uint64_t spreadsEvery = 0;   // so many writes cost it a neighbouring sector; 0: none
};

// The drive as it stood at an earlier visit.
struct EarlierVisit {
    unsigned daysAgo = 0;
    std::string job;
    std::string tester;
    std::string notes;
    std::vector<std::string> complaints; // names of complaint marks
    HealthStory health;
    // The surface was read as well. Of today's defects, so many percent were there: those nearest to the
    // middle of what is unreadable now, for damage spreads; and of today's scattered late sectors.
    bool scanned = false;
    double scannedPercent = 100; // from the beginning on
    double defectsPercent = 100;
    double specklesPercent = 100;
};

struct Scenario {
    Front front = Front::ata;
    HealthStory health;
    std::vector<EarlierVisit> earlier; // oldest first
    std::string name;                  // short, lower case: demo:NAME
    std::string story;                 // one sentence on where the drive comes from
    std::string attachment = "SATA";
    ata::IdentifyData identity;
    std::uint64_t seed = 1;

    double outerMbPerS = 200; // at LBA 0
    double innerMbPerS = 100; // at the last LBA
    std::uint32_t zones = 24;
    std::uint32_t heads = 4;
    double headSpreadPercent = 2; // difference between best and worst head
    double jitterPercent = 1;
    Nanoseconds overhead{60'000}; // of one command
    Nanoseconds shortestSeek{1'000'000};
    Nanoseconds longestSeek{16'000'000};
    std::uint64_t cacheBytes = 64U << 20U;
    std::uint64_t readAheadBytes = 2U << 20U;
    double interfaceMbPerS = 500;

    std::vector<Defect> defects; // ascending; unreadable ones cover whole physical sectors
    std::vector<Speckle> speckles;
    std::vector<OtherLoad> otherLoads;
    WritingStory writing;
    std::uint64_t zoneSectors = 0; // of a zoned drive; each zone holds what comes before its not stored end
    std::vector<LbaSpan> unmapped; // never written, or given back: read without the medium
    Lock lock = Lock::none;
    bool limitsErrorRecovery = true;  // how long it tries to read a sector can be set
    bool verifyLies = false;          // answers every verify at once, without looking
    std::uint32_t commandsAtOnce = 1; // how many it takes before it has answered
    double playbackSeconds = 120;     // how long the demonstration takes to play a scan of the whole drive

    [[nodiscard]] bool rotating() const { return identity.rotationRate.value_or(0) != 1; }
    // One revolution; zero for solid state.
    [[nodiscard]] Nanoseconds turn() const;
    // Media pace in MB/s at `lba`, without head differences.
    [[nodiscard]] double pace(Lba lba) const;
    // What reading the whole drive takes without defects.
    [[nodiscard]] Nanoseconds undisturbedDuration() const;
};

// `origin` names the text in errors: a file name. Errors name the key that is wrong or missing, and where it
// stands.
Result<Scenario> parseScenario(const std::string& text, const std::string& origin);
Result<Scenario> loadScenario(const std::string& path);

// Sorts the defects and widens unreadable ones to whole physical sectors. parseScenario does so itself.
void settleDefects(Scenario& scenario);

} // namespace orbita::sim
