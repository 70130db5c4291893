// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer says about the medium. Pure functions from what a link brought back.
#pragma once

#include "core/drive/link/link.h"

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

// ATA (ACS, error and status fields): UNC, IDNF -> unreadable; ICRC -> link fault; anything else with
// the error or device fault bit -> bare error. A reply that is no answer frame -> link fault.
ReplyVerdict classifyAta(const Reply& reply);

// Plain: ENODATA, EILSEQ -> unreadable; EIO and all others -> bare error; ENOLINK, ECOMM, EREMOTEIO,
// ETIMEDOUT -> link fault; EINVAL, EOPNOTSUPP -> refused; EAGAIN -> interrupted; ENXIO, ENODEV, ENOMEDIUM,
// ESHUTDOWN -> gone; ESRCH -> reader lost. Fewer bytes than asked for -> beyond end.
ReplyVerdict classifyPlain(const Reply& reply);

// SCSI (SPC sense keys; SBC): 01 -> answered, recovered; 03 -> unreadable; 0B/47, and busy or aborted by
// status -> link fault or interrupted; 06 -> interrupted, but 06/28, 06/2A/09, 06/3F/03 and 06/3F/0E (the
// medium, the capacity or what the device is may have changed) -> medium changed; 02/04 -> not ready; 02/3A
// -> gone; 07 -> locked; 05/21 -> beyond end, but 05/21/06 and 05/21/07 (not written, beyond a zone's write
// pointer) -> unmapped; 05/20 and 05/24 -> refused; 04 and anything else -> bare error. Deferred sense is
// about an earlier command: interrupted.
ReplyVerdict classifyScsi(const Reply& reply);

// NVMe (completion status): 2/81h Unrecovered Read Error, 2/82h and 2/83h and 2/84h Protection Information
// checks -> unreadable; 2/87h Deallocated or Unwritten -> unmapped; 0/80h LBA Out of Range -> beyond end;
// 0/04h Data Transfer Error -> link fault; 0/07h and 0/08h aborted, and 0/82h Namespace Not Ready ->
// interrupted, not ready; 2/86h Access Denied, 0/15h and 0/1Eh Operation Denied and Locked -> locked; 0/01h
// and 0/02h invalid opcode or field -> refused; anything else -> bare error.
ReplyVerdict classifyNvme(const Reply& reply);

// The same for errors that the system itself reported, whatever the protocol.
Outcome outcomeOfSystemError(int systemError);

} // namespace orbita
