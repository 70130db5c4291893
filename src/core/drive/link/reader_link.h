// SPDX-License-Identifier: GPL-3.0-or-later
// The links to real devices. Commands are sent from a process of its own, which can be left behind when one
// never returns: reads through the block layer, SCSI commands through SCSI generic, NVMe commands through the
// kernel's NVMe ioctls.
#pragma once

#include "core/drive/family.h"
#include "core/drive/link/link.h"
#include "core/drive/link/order_channel.h"

#include <memory>
#include <stop_token>
#include <string>

namespace orbita {

// A plain reader fills in all but the last, an NVMe one the last only.
struct ReaderFacts {
    bool blockDevice = false; // else a regular file
    bool direct = false;      // O_DIRECT was accepted: answers come from the drive, not from memory
    std::uint64_t sizeBytes = 0;
    std::uint32_t logicalBytes = 512;
    std::uint32_t physicalBytes = 512;
    std::uint32_t maxBytesPerCommand = 0; // what the kernel sends as one command; 0 where it does not tell
    std::uint32_t nameSpace = 0;
};

struct OpenedReader {
    std::unique_ptr<Link> link; // for reading and asking; nothing else leaves by it
    ReaderFacts facts;
    std::shared_ptr<OrderChannel> orders; // ends with the link
};

// Starts a reader for `path`, which opens it O_RDONLY, directly where allowed. Waits at most `patience`,
// and no longer than 0.1 s once `stop` is requested.
// Latencies are CLOCK_MONOTONIC around each read, taken in the reader. One command is at most 4 MiB.
// `takes`: a block device or file is plain, /dev/sgN scsi, an NVMe namespace's block device nvme; what the
// reader may send is settled when it starts: commands of that family only. `log`: open file of the log of
// what is done to drives, which stays the caller's; -1: none, and nothing can be ordered that is to be
// written down.
// Destroying the link ends the reader, or leaves it behind where it hangs in the kernel; neither waits.
Result<OpenedReader> openReaderLink(const std::string& path, Nanoseconds patience,
                                    const std::stop_token& stop = {}, Family takes = Family::plain,
                                    int log = -1);

} // namespace orbita
