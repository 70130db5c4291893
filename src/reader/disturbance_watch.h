// SPDX-License-Identifier: GPL-3.0-or-later
// Notices, beside the commands, what else made them take long. In the reader, because only it knows exactly
// what is its own: commands come one at a time, so between two of them nothing of ours is on its way.
#pragma once

#include "core/drive/link/reader_channel.h"

#include <atomic>
#include <optional>
#include <string>
#include <thread>

namespace orbita::reader {

// The kernel's counts for the whole drive behind a device node; empty where it keeps none.
std::string statisticsOf(const char* node);

// What a line of /sys/block/NAME/stat says (the fields are described in the kernel's
// Documentation/block/stat.rst).
struct KernelCounts {
    std::uint64_t accesses = 0; // sectors of 512 bytes read, written and discarded, plus flushes
    std::uint64_t underWay = 0; // commands at the device now
    friend bool operator==(const KernelCounts&, const KernelCounts&) = default;
};
// Nothing for a line that is none.
std::optional<KernelCounts> countsOf(const std::string& line);

class DisturbanceWatch {
public:
    // `statistics`: as statisticsOf() finds it, or empty. `ownCounted`: what is read here appears there.
    DisturbanceWatch(const std::string& statistics, bool ownCounted);
    ~DisturbanceWatch();
    DisturbanceWatch(const DisturbanceWatch&) = delete;
    DisturbanceWatch& operator=(const DisturbanceWatch&) = delete;

    // What disturbed the command that has just been answered, while `underWay` bytes of ours were at the
    // device beside it. Costs a look at the counts where the command took two milliseconds or the last look
    // is 50 ms old; and a millisecond, where it took 20 or more and something is still at the device.
    Disturbance after(const ChannelEntry& entry, std::uint64_t underWay = 0);

private:
    // Accesses that are not ours, and what is under way, ours or not.
    [[nodiscard]] std::optional<KernelCounts> look() const;
    [[nodiscard]] bool otherLoad(const ChannelEntry& entry, bool failed, std::uint64_t underWay);
    void tick(const std::stop_token& stop);

    int m_file = -1;
    bool m_ownCounted;
    std::uint64_t m_own = 0; // sectors of 512 bytes
    std::optional<std::uint64_t> m_others;
    std::int64_t m_lookedAt = 0;
    std::int64_t m_slept = 0; // the computer, since it was started

    // Beats while the process runs; a gap means that it did not.
    std::atomic<std::int64_t> m_lastBeat;
    std::atomic<std::int64_t> m_gapEnd = 0;
    std::atomic<std::int64_t> m_gap = 0;
    std::jthread m_beat; // last: ends before what it writes to
};

} // namespace orbita::reader
