// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer says about the medium.
#pragma once

#include "core/base/units.h"
#include "core/drive/command/exchange.h"

#include <optional>

namespace orbita {

enum class Outcome : std::uint8_t {
    answered,      // all data arrived
    unreadable,    // the drive or the kernel says so: the medium does not give the data up
    bareError,     // an error with no cause: may be the medium, may be anything; has to be probed
    linkFault,     // damaged on the way: accuses cable or adapter, not the surface
    driveGone,     // there is no drive behind the device any more
    beyondEnd,     // the medium ends before the sectors asked for: it shrank
    readerLost,    // Orbita's own way to the drive broke: says nothing of the drive
    interrupted,   // a reset or the like came between: says nothing, to be sent again, not graded
    mediumChanged, // as interrupted; but what answers now may be another drive, and has to be asked
    notReady,      // it is spinning up or busy with itself: to be asked again later, not graded
    unmapped,      // nothing is stored there, and the drive gives no data for it: no defect
    locked,        // a password or protection keeps the data: no defect
    refused,       // the drive does not know the command or an option of it
    withdrawn,     // not sent
    barred,        // never sent: the gate does not let such a command pass, which is a fault of Orbita's
};

struct ReplyVerdict {
    Outcome outcome = Outcome::withdrawn;
    std::optional<Lba> firstBad; // where the drive names it
    bool recovered = false;      // answered, but only after the drive's own error recovery
};

// What is made of errors that the system itself reported, whatever the protocol: ENODATA, EILSEQ ->
// unreadable; EIO and all others -> bare error; ENOLINK, ECOMM, EREMOTEIO, ETIMEDOUT -> link fault; EINVAL,
// EOPNOTSUPP -> refused; EAGAIN -> interrupted; ENXIO, ENODEV, ENOMEDIUM, ESHUTDOWN -> gone; ESRCH -> reader
// lost.
Outcome outcomeOfSystemError(int systemError);

// What is said of a command that the drive has not answered, whatever the protocol; empty for one that it
// has.
std::optional<ReplyVerdict> verdictOfUnanswered(const Reply& reply);

} // namespace orbita
