// SPDX-License-Identifier: GPL-3.0-or-later
// The kernel's queue (io_uring) for commands that are at a device together.
#pragma once

#include "core/drive/link/reader_channel.h"

#include <liburing.h>
#include <optional>

namespace orbita::reader {

class KernelRing {
public:
    // `flags` as for io_uring_queue_init(3).
    explicit KernelRing(unsigned flags = 0);
    ~KernelRing();
    KernelRing(const KernelRing&) = delete;
    KernelRing& operator=(const KernelRing&) = delete;

    // False where the kernel has no such queue.
    [[nodiscard]] bool works() const { return m_works; }

    // The place for the next command; null when there is none left. To be filled in and begun.
    io_uring_sqe* next() { return io_uring_get_sqe(&m_ring); }
    // Sends what was filled in. `entry` must stay where it is until finishOne() returns it. False, with
    // nothing done, where the kernel does not take it.
    bool begin(io_uring_sqe* command, ChannelEntry& entry);

    struct Finished {
        ChannelEntry* entry;
        int result;          // of the completion: what the call would have returned, or an errno below 0
        std::uint64_t extra; // the first word that a ring of large completions adds; else 0
    };
    // Waits for one of those begun and fills in its completedAtNs and latencyNs; nothing when `patience` is
    // over.
    std::optional<Finished> finishOne(Nanoseconds patience);

private:
    io_uring m_ring{};
    bool m_works;
    bool m_large; // completions
};

} // namespace orbita::reader
