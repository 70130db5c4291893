// SPDX-License-Identifier: GPL-3.0-or-later
// What goes to a drive, and what comes back.
#pragma once

#include "core/base/clock.h"
#include "core/drive/command/command_block.h"

#include <span>

namespace orbita {

struct Request {
    std::uint64_t tag = 0; // handed back in the reply
    CommandBlock block;
    std::uint32_t expected = 0; // bytes of data asked for
    // An answer slower than this halts the queue, as a failed one does.
    Nanoseconds haltAfter{};
    // Bytes that go to the drive with the command (a parameter list); must live until it is answered.
    std::span<const std::byte> parameters;
};

// What became of a command on its way, before anything is made of the drive's own words.
enum class TransportStatus : std::uint8_t {
    answered,  // the drive replied: see Reply::bytes, or transferred (plain)
    failed,    // the system refused or failed it: see Reply::systemError
    withdrawn, // never sent, because the queue was halted or emptied before it
    refused,   // never sent, because the gate does not let its class pass
};

// What else went on while a command was at the drive, so that its time says nothing of the drive.
enum class Disturbance : std::uint8_t {
    none,      // that could be seen
    otherLoad, // something else read from or wrote to the device, through the kernel's block layer
    starved,   // the process that measures did not get to run
    suspended, // the computer slept
    sharedWay, // another scan of Orbita's read through the same USB hub
    beside,    // several commands were at the drive at once, and one of the others was slow
    headAway,  // the head had to come from elsewhere, for what was read before lay in the drive's cache
};

struct Reply {
    std::uint64_t tag = 0;
    TransportStatus transport = TransportStatus::withdrawn;
    int systemError = 0;           // errno, when failed
    std::uint32_t expected = 0;    // bytes of data asked for
    std::uint32_t transferred = 0; // bytes of data that arrived
    // ATA: Register Device to Host FIS. SCSI: sense data, `status` beside it. NVMe: completion queue entry.
    std::array<std::byte, commandBytes> bytes{};
    std::uint8_t status = 0;   // SCSI status byte
    Nanoseconds latency{};     // from sending to answer, as the link measured
    Nanoseconds completedAt{}; // on the link's clock
    Disturbance disturbance = Disturbance::none;
    // What was read from the medium, or its beginning, where handOverReads() was agreed upon; valid until the
    // next submit().
    std::span<const std::byte> data{};
    bool zeros = false; // all that was asked for came, and is zeros; told where it is handed over
};

// How much of what is read from the medium comes with the replies.
enum class HandOver : std::uint8_t { nothing, beginning, whole };

} // namespace orbita
