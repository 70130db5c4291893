// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer says about the medium. Pure functions from what a link brought back.
#pragma once

#include "core/drive/link/link.h"

#include <optional>

namespace orbita {

enum class Outcome : std::uint8_t {
    answered,   // all data arrived
    unreadable, // the drive or the kernel says so: the medium does not give the data up
    bareError,  // an error with no cause: may be the medium, may be anything; has to be probed
    linkFault,  // damaged on the way: accuses cable or adapter, not the surface
    driveGone,  // there is no drive behind the device any more
    beyondEnd,  // the medium ends before the sectors asked for: it shrank
    readerLost, // Orbita's own way to the drive broke: says nothing of the drive
    withdrawn,  // not sent
};

struct Judged {
    Outcome outcome = Outcome::withdrawn;
    std::optional<Lba> firstBad; // where the drive names it
};

// ATA (ACS, error and status fields): UNC, IDNF -> unreadable; ICRC -> link fault; anything else with
// the error or device fault bit -> bare error. A reply that is no answer frame -> link fault.
Judged judgeAta(const Reply& reply);

// Plain: ENODATA, EILSEQ -> unreadable; EIO and all others -> bare error; ENOLINK, ECOMM, EREMOTEIO,
// ETIMEDOUT -> link fault; ENXIO, ENODEV, ENOMEDIUM, ESHUTDOWN -> gone; ESRCH -> reader lost. Fewer bytes
// than asked for -> beyond end.
Judged judgePlain(const Reply& reply);

// The same for errors that the system itself reported, whatever the protocol.
Outcome outcomeOfSystemError(int systemError);

} // namespace orbita
