// SPDX-License-Identifier: GPL-3.0-or-later
// The memory that a link shares with its reader process, and how the two take turns.
//
// The link appends commands (submitted), the reader works them off in order (completed), each entry serving
// first as command, then as reply. A counter is written by one side only; entries in between belong to the
// reader. Both counters run freely; an entry's place is the counter modulo channelEntries.
#pragma once

#include "core/base/units.h"

#include <array>
#include <atomic>
#include <cstddef>
#include <cstdint>

namespace orbita {

constexpr std::uint32_t channelEntries = 64;
constexpr std::uint32_t maxReadBytes = 4U << 20U;
// File descriptor at which the reader finds the channel.
constexpr int channelDescriptor = 3;

struct ChannelEntry {
    std::uint64_t tag;
    std::uint64_t offsetBytes;
    std::uint32_t lengthBytes;
    // Reply
    std::uint32_t transferredBytes;
    std::int64_t haltAfterNs;
    std::int64_t latencyNs;
    std::int64_t completedAtNs; // CLOCK_MONOTONIC
    std::int32_t systemError;   // 0: answered
    // How many halts the link knew of when it sent this. A command sent before the link learnt of the latest
    // halt comes back withdrawn.
    std::uint32_t epoch;
    bool withdrawn;
    bool halted; // this answer halted the queue
};

enum class OpenStage : std::uint32_t {
    pending,
    open,
    failedStat,
    notADrive,
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
    bool blockDevice;
    bool direct;

    alignas(64) std::atomic<std::uint32_t> submitted;
    std::atomic<std::uint32_t>
        withdrawBefore; // entries below this that have not been sent come back withdrawn
    std::atomic<std::uint32_t> quit;
    alignas(64) std::atomic<std::uint32_t> completed;
    // The link sleeps until `completed` reaches this; the reader does not wake it earlier.
    alignas(64) std::atomic<std::uint32_t> wakeAt;
    std::atomic<std::uint32_t> linkSleeps;

    std::array<ChannelEntry, channelEntries> entries;
};

static_assert(std::atomic<std::uint32_t>::is_always_lock_free, "shared between processes");

// Sleeps while `word` holds `seen`, at most `patience`; may wake early.
void waitWhile(std::atomic<std::uint32_t>& word, std::uint32_t seen, Nanoseconds patience);
void wakeAll(std::atomic<std::uint32_t>& word);

} // namespace orbita
