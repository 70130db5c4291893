// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer of this family says about the medium.
#pragma once

#include "core/drive/command/outcome.h"

namespace orbita::nvme {

// Completion status: 2/81h Unrecovered Read Error, 2/82h and 2/83h and 2/84h Protection Information checks ->
// unreadable; 2/87h Deallocated or Unwritten -> unmapped; 0/80h LBA Out of Range -> beyond end; 0/04h Data
// Transfer Error -> link fault; 0/07h and 0/08h aborted, and 0/82h Namespace Not Ready -> interrupted, not
// ready; 2/86h Access Denied, 0/15h and 0/1Eh Operation Denied and Locked -> locked; 0/01h and 0/02h invalid
// opcode or field -> refused; anything else -> bare error.
ReplyVerdict classifyReply(const Reply& reply);

} // namespace orbita::nvme
