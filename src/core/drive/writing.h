// SPDX-License-Identifier: GPL-3.0-or-later
// Writing to a drive, by the commands of its family. Nothing of this passes the command gate without a permit
// (core/drive/link/write_permit.h).
#pragma once

#include "core/drive/enquiry.h"

#include <string>

namespace orbita {

// What a drive offers for writing, as it says itself.
struct WriteWays {
    bool forces = false;           // takes writes that it answers once the data is on the medium (FUA)
    bool flushes = false;          // takes the command that has all written before on the medium
    bool checks = false;           // SCSI: takes WRITE AND VERIFY
    bool reassigns = false;        // can be told to use a spare sector; may refuse it all the same
    bool zeroes = false;           // NVMe: takes Write Zeroes
    bool wide = true;              // SCSI: knows commands of 16 bytes
    std::uint32_t mostSectors = 0; // at once
    friend bool operator==(const WriteWays&, const WriteWays&) = default;
};

// What the drive said to it.
struct WriteAnswer {
    // answered: it says that it is done. unreadable: that its medium does not take it.
    ReplyVerdict verdict;
    bool forced = false;     // and that it is on the medium
    bool noSpare = false;    // it has no spare sector left to put it
    bool protection = false; // it refuses all writing
    Nanoseconds latency{};
    std::string words; // where it failed, in the terms of its protocol: "sense 03/0C/02"
};

struct WriteCommands {
    // Sends reading commands, and writing ones of no sectors.
    WriteWays (*ways)(Enquiry& enquiry, std::uint32_t logicalBytes);
    // `contents`: all of `span`, which is no longer than mostSectors. Forced to the medium where the drive
    // offers any way to. Errors: it never left, or nothing came back.
    Result<WriteAnswer> (*write)(Enquiry& enquiry, const WriteWays& ways, const LbaSpan& span,
                                 std::span<const std::byte> contents);
    // Another way to write zeros, for sectors that do not take them as contents; null: none.
    Result<WriteAnswer> (*zeroes)(Enquiry& enquiry, const LbaSpan& span);
    // Has a spare sector take the place of the one that holds `lba`; what stands there then, nobody knows.
    // Null: none.
    Result<WriteAnswer> (*reassign)(Enquiry& enquiry, Lba lba);
};

} // namespace orbita
