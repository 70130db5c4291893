// SPDX-License-Identifier: GPL-3.0-or-later
// One interface for any drive: who it is, and reading it.
#pragma once

#include "core/drive/command/outcome.h"
#include "core/drive/identity.h"
#include "core/drive/link/link.h"

#include <memory>
#include <span>
#include <string>
#include <vector>

namespace orbita {

// How a block is read.
enum class ReadWay : std::uint8_t {
    read,   // its data crosses the link; the drive may answer from its cache
    verify, // the drive reads it from the medium and keeps the data to itself
    fua,    // its data crosses the link, read from the medium (force unit access)
};

struct ReadRequest {
    std::uint64_t tag = 0;
    LbaSpan span; // inside the drive, at most DriveLimits::maxSectors long
    Nanoseconds haltAfter{};
    ReadWay way = ReadWay::read;
};

struct ReadAnswer {
    std::uint64_t tag = 0;
    ReplyVerdict verdict;
    Nanoseconds latency{};
    Nanoseconds completedAt{}; // on the drive's clock
    Disturbance disturbance = Disturbance::none;
    std::span<const std::byte> data{}; // as in Reply
    bool zeros = false;                // as in Reply
};

// Something about how the drive is reached that bears on what the figures mean.
enum class AccessNote : std::uint8_t {
    kernelSplits,      // one block goes to the drive as several commands; see maxSectorsPerCommand
    throughPageCache,  // direct access was refused: some answers come from this computer's memory
    partialLastSector, // the file's last bytes fill no sector and are not read
    incompleteImage,   // an image that Orbita saved, without some sectors of its drive: they read as zeros
    blockLayerOnly,    // the drive takes commands, but not from here: errors come without its own words
};

struct DriveLimits {
    std::uint32_t maxSectors = 0;           // the longest single read accepted
    std::uint32_t maxSectorsPerCommand = 0; // what reaches the drive as one command; 0 where not told
    bool verifies = false;                  // takes ReadWay::verify, as far as it tells before it is tried
    bool supportsUnmap = false; // can be told to forget, and answers for that without the medium: with zeros
    bool locked = false;        // says that its data is locked: a bare error then is no defect
    std::optional<ReadWay> pastCache{}; // the way past the drive's own cache; absent: there is none
    std::vector<AccessNote> notes;
};

// Reads are queued and answered in order, one at the drive at a time; see Link for when the queue halts.
// Not thread-safe. Only reap() waits.
class Drive {
public:
    virtual ~Drive() = default;

    [[nodiscard]] virtual const DriveIdentity& identity() const = 0;
    [[nodiscard]] virtual const DriveLimits& limits() const = 0;
    virtual void addNote(AccessNote note) = 0;
    virtual void submit(std::span<const ReadRequest> requests) = 0;
    virtual std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) = 0;

    [[nodiscard]] virtual Link& link() = 0;
    [[nodiscard]] Clock& clock() { return link().clock(); }
};

} // namespace orbita
