// SPDX-License-Identifier: GPL-3.0-or-later
// The memory that a link shares with its reader process, and how the two take turns. Neither side trusts it:
// what the other has written is copied first, then judged, then used.
//
// The link appends commands (submitted), the reader works them off in order (completed), each entry serving
// first as command, then as reply. A counter is written by one side only; entries in between belong to the
// reader. Both counters run freely; an entry's place is the counter modulo channelEntries. There is no place
// in it for data that goes to a drive.
#pragma once

#include "core/drive/link/link.h"

#include <array>
#include <atomic>
#include <cstddef>
#include <cstdint>

namespace orbita {

constexpr std::uint32_t channelEntries = 64;
constexpr std::uint32_t maxReadBytes = 4U << 20U;
// File descriptor at which the reader finds the channel.
constexpr int channelDescriptor = 3;
// The socket for orders, and the log, where there is one.
constexpr int ordersDescriptor = 4;
constexpr int logDescriptor = 5;

// What one command may bring back for reading by the link.
constexpr std::uint32_t maxSharedBytes = 256U << 10U;
// For what is read from the medium and handed over: as many commands as fit may be outstanding. Memory is
// taken for it only once it is used.
constexpr std::uint32_t ringBytes = 32U << 20U;
constexpr std::uint32_t ringAlignment = 4096;

struct ChannelEntry {
    std::uint64_t tag;
    CommandBlock block;
    bool handOver;          // the data read is wanted in ReaderChannel::data
    std::uint32_t depth;    // so many may be at the device at once, this one included
    std::uint32_t ringMost; // so much of the data read, from its beginning, is wanted in ReaderChannel::ring
    std::uint32_t ringAt;   // where in it
    std::uint32_t expectedBytes;
    // Reply
    std::uint32_t transferredBytes;
    std::int64_t haltAfterNs;
    std::int64_t latencyNs;
    std::int64_t completedAtNs; // CLOCK_MONOTONIC
    std::int32_t systemError;   // 0: answered
    // How many halts the link knew of when it sent this. A command sent before the link learnt of the latest
    // halt comes back withdrawn.
    std::uint32_t epoch;
    std::uint8_t status;                        // as in Reply
    std::array<std::byte, commandBytes> answer; // as in Reply
    bool refused;                               // by the gate in the reader
    bool withdrawn;
    bool halted; // this answer halted the queue
    bool zeros;  // as in Reply
    Disturbance disturbance;
};

enum class OpenStage : std::uint32_t {
    pending,
    open,
    failedStat,
    notADrive, // of the kind that was asked for
    isDirectory,
    failedOpen,
    failedSize
};

struct ReaderChannel {
    // What opening told; valid once `stage` has left pending.
    std::atomic<std::uint32_t> stage;
    std::int32_t openError;
    std::uint64_t sizeBytes;
    std::uint32_t logicalBytes;
    std::uint32_t physicalBytes;
    std::uint32_t maxBytesPerCommand; // 0 where the kernel does not tell
    std::uint32_t maxPieces;          // of memory that one command may be read into; 0: not told
    std::uint32_t nameSpace;          // of an NVMe device
    bool blockDevice;
    bool direct;
    bool several; // commands may be at the device at once, as far as opening can tell

    alignas(64) std::atomic<std::uint32_t> submitted;
    std::atomic<std::uint32_t>
        withdrawBefore; // entries below this that have not been sent come back withdrawn
    std::atomic<std::uint32_t> quit;
    std::atomic<std::uint32_t> orders; // sent over the socket so far
    alignas(64) std::atomic<std::uint32_t> completed;
    // The link sleeps until `completed` reaches this; the reader does not wake it earlier.
    alignas(64) std::atomic<std::uint32_t> wakeAt;
    std::atomic<std::uint32_t> linkSleeps;

    std::array<ChannelEntry, channelEntries> entries;
    // Of the one command that hands over data; such commands are sent one at a time.
    std::array<std::byte, maxSharedBytes> data;
    alignas(ringAlignment) std::array<std::byte, ringBytes> ring;
};

static_assert(std::atomic<std::uint32_t>::is_always_lock_free, "shared between processes");

// Sleeps while `word` holds `seen`, at most `patience`; may wake early.
void waitWhile(std::atomic<std::uint32_t>& word, std::uint32_t seen, Nanoseconds patience);
void wakeAll(std::atomic<std::uint32_t>& word);

} // namespace orbita
