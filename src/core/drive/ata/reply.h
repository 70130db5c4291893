// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer of this family says about the medium.
#pragma once

#include "core/drive/command/outcome.h"

namespace orbita::ata {

// ACS, error and status fields: UNC, IDNF -> unreadable; ICRC -> link fault; anything else with the error or
// device fault bit -> bare error. A reply that is no answer frame -> link fault.
ReplyVerdict classifyReply(const Reply& reply);

} // namespace orbita::ata
